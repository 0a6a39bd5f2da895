import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { USUAL_HOUSE_RULES } from '#core/forms'
import { guessedSeconds, spokenCues, wordsOf, type VoiceSettings } from '#core/sound'
import { compileTimeline, type Companion } from '#core/timeline'
import { aForm, aRoutine, aStep } from '../../helpers'

const VOICE: VoiceSettings = {
  from: 'shipped',
  announces: true,
  counts: 'none',
  every: 3,
  movements: false,
  captions: false,
}
const secondsOf = (phrases: readonly { text: string }[]) =>
  phrases.reduce((sum, { text }) => sum + guessedSeconds(text), 0)
const seated = { kind: 'seated' as const, change: 'Only the arms rise.' }
const FORMS = [
  aForm({ id: 'rise', name: 'Rise', versions: [seated] }),
  aForm({
    id: 'turn',
    name: 'Turn',
    versions: [seated, { kind: 'supported', change: 'One hand stays on the chair.' }],
  }),
  aForm({ id: 'step', name: 'Step', versions: [] }),
  aForm({ id: 'rest', name: 'Rest', stance: 'seated', part: 'settle', versions: [] }),
]
const ROUTINE = aRoutine(FORMS.map(({ id, part }) => aStep(`s-${id}`, id, { part, count: 6 })))
const led = (companions: Companion[]) =>
  compileTimeline({
    routine: ROUTINE,
    forms: FORMS,
    ways: [],
    pace: steadyPace(4, 6),
    rules: USUAL_HOUSE_RULES,
    companions,
  })
const MIRA: Companion = { name: 'Mira', version: 'seated' }
const JON: Companion = { name: 'Jon', version: 'supported' }

describe('who practises with me', () => {
  it('does each form in the own version, as it stands where there is none, or rests where one cannot sit in it', () => {
    const how = led([MIRA, JON]).occurrences.map(({ companions }) => companions.map(({ version }) => version).join(' '))
    expect(how).toEqual(['seated plain', 'seated supported', 'rests plain', 'plain plain'])
  })
  it('changes nothing of what I do, nor when', () => {
    const alone = led([])
    const together = led([MIRA, JON])
    expect(together.segments).toEqual(alone.segments)
    expect(together.occurrences.map((each) => ({ ...each, companions: [] }))).toEqual(alone.occurrences)
  })
  it('is told with each form what is otherwise than before, and once what the version changes', () => {
    const texts = spokenCues(led([MIRA, JON]), VOICE, secondsOf).flatMap((cue) =>
      cue.kind === 'voice' ? [cue.phrases.map(({ text }) => text).join(', ')] : [],
    )
    const of = (name: string) => texts.filter((text) => text.includes(name))
    expect(of('Mira').map((text) => text.slice(text.indexOf('Mira')))).toEqual([
      'Mira, sitting',
      'Mira, Only the arms rise.',
      'Mira, rest, Jon, the whole movement',
      'Mira, the whole movement',
    ])
    expect(of('Jon')[0]).toMatch(/Jon, hold on to the chair$/)
    // What is so for Mira as in the form before is not said again; what is new for Jon is.
    expect(of('Jon')[1]).toBe('Jon, One hand stays on the chair.')
  })
  it('is told together where two do it alike', () => {
    const both = spokenCues(led([MIRA, { name: 'Jon', version: 'seated' }]), VOICE, secondsOf).flatMap((cue) =>
      cue.kind === 'voice' ? [cue.phrases.map(({ text }) => text).join(', ')] : [],
    )
    expect(both.filter((text) => text.includes('Mira')).map((text) => text.slice(text.indexOf('Mira')))).toEqual([
      'Mira, Jon, sitting',
      'Mira, Jon, Only the arms rise.',
      'Mira, Jon, rest',
      'Mira, Jon, the whole movement',
    ])
  })
  it('is told too where forms flow on with nothing but their name', () => {
    const routine = { ...ROUTINE, between: { by: 'flow' as const } }
    const flowing = compileTimeline({
      routine,
      forms: FORMS,
      ways: [],
      pace: steadyPace(4, 6),
      rules: USUAL_HOUSE_RULES,
      companions: [MIRA],
    })
    const said = spokenCues(flowing, VOICE, secondsOf).flatMap((cue) =>
      cue.kind === 'voice' ? [cue.phrases.map(({ text }) => text).join(', ')] : [],
    )
    expect(said).toContain('Step, Mira, rest')
  })
  it('is told after the side that is called as a form begins, and only seen where the form is too short for it', () => {
    const bow = aForm({ id: 'bow', name: 'Bow', sides: 'alternate', countScope: 'perSide', versions: [seated] })
    const said = (count: number, halfSeconds: number) =>
      spokenCues(
        compileTimeline({
          routine: aRoutine([aStep('s', 'bow', { count })]),
          forms: [bow],
          ways: [],
          companions: [MIRA],
          pace: steadyPace(halfSeconds, halfSeconds),
          rules: USUAL_HOUSE_RULES,
        }),
        VOICE,
        secondsOf,
      ).flatMap((cue) => (cue.kind === 'voice' ? [cue.phrases.map(({ text }) => text).join(', ')] : []))
    const long = said(3, 5)
    const called = long.indexOf('left side')
    expect(called).toBeGreaterThan(0)
    expect(long[called + 1]).toBe('Mira, Only the arms rise.')
    expect(said(1, 0.5)).not.toContain('Mira, Only the arms rise.')
  })
  it('is told nothing where all do it as I do', () => {
    const plain = spokenCues(led([{ name: 'Mira', version: 'plain' }]), VOICE, secondsOf)
    expect(plain).toEqual(spokenCues(led([]), VOICE, secondsOf))
  })
  it('has all that may be said among the words that are learned beforehand', () => {
    const words = new Set(wordsOf(led([MIRA, JON])).map(({ text }) => text))
    for (const text of ['Mira', 'Jon', 'Only the arms rise.', 'One hand stays on the chair.'])
      expect(words).toContain(text)
  })
})
