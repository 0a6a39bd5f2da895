import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { USUAL_HOUSE_RULES } from '#core/forms'
import { compileTimeline, totalsOf } from '#core/timeline'
import { CATALOGUE, SHIPPED_ROUTINES } from '#data'
import { cardSvg } from '~/features/carry/cardSvg'
import { cardLines } from '~/shared/words/cardLines'
import { durationPhrase } from '~/shared/words/time'
import { aForm, aRoutine, aStep } from '../../../helpers'

const setting = { ways: [], pace: steadyPace(4, 5), rules: USUAL_HOUSE_RULES }
function cardOf(routine: (typeof SHIPPED_ROUTINES)[number], forms = CATALOGUE) {
  const timeline = compileTimeline({ routine, forms, ...setting })
  const lines = cardLines(timeline, totalsOf(timeline), new Map(forms.map((form) => [form.id, form])))
  return { svg: cardSvg(routine.name, timeline.totalSeconds, lines), lines, timeline }
}
const numbers = (svg: string, name: string) =>
  [...svg.matchAll(new RegExp(`<text[^>]* ${name}="([\\d.]+)"`, 'g'))].map(([, value]) => Number(value))

describe('the card as a picture', () => {
  it('has every step of each ready-made routine on the page, and how long it takes', () => {
    for (const routine of SHIPPED_ROUTINES) {
      const { svg, lines, timeline } = cardOf(routine)
      expect(svg).toContain(durationPhrase(timeline.totalSeconds))
      for (const { formName, count } of lines) {
        expect(svg).toContain(`>${formName.replaceAll('&', '&amp;')}<`)
        expect(svg).toContain(count)
      }
      expect(Math.max(...numbers(svg, 'y'))).toBeLessThan(297)
    }
  })
  it('sets each column in one size', () => {
    const { svg } = cardOf(SHIPPED_ROUTINES[2]!)
    // The title, the time, the headings of parts, and three columns.
    expect(new Set(numbers(svg, 'font-size')).size).toBeLessThanOrEqual(6)
  })
  it('keeps names that XML would take for marks', () => {
    const form = aForm({ name: 'Push <& pull>' })
    const { svg } = cardOf({ ...aRoutine([aStep('s', form.id)]), name: 'A & B' }, [form])
    expect(svg).toContain('Push &lt;&amp; pull&gt;')
    expect(svg).toContain('<title>A &amp; B</title>')
  })
})
