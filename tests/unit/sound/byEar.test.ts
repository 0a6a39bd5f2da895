/**
 * Sessions followed by ear alone. The listener below knows what the shipped words mean and nothing of the Timeline: from the stream of
 * bells, breath tones and words it must know, whenever a repetition begins, which form that is, in which stance, on which side and how many
 * more there are; and in each phase which way the breath goes.
 */
import { describe, expect, it } from 'vitest'
import { steadyPace } from '#core/breath'
import { plainMove, USUAL_HOUSE_RULES, type Form, type Way, plainWay } from '#core/forms'
import { stepFor, type Routine } from '#core/routine'
import { ALL_SAID, cuesOf, guessedSeconds, PHRASES, SIDE_PHRASES, spokenCues, type Cue } from '#core/sound'
import { compileTimeline, presentCount, type CompileInput, type Segment, type Timeline } from '#core/timeline'
import { CATALOGUE } from '#data'
import index from '../../../public/voice/index.json'
import { aForm, aRoutine } from '../../helpers'

const CLIP_SECONDS = new Map(
  Object.values(index as unknown as Record<string, Record<string, [number, number, number]>>).flatMap((pack) =>
    Object.entries(pack).map(([text, [, , seconds]]) => [text, seconds] as const),
  ),
)
const secondsOf = (phrases: readonly { text: string }[]) =>
  phrases.reduce((sum, { text }) => sum + 0.04 + (CLIP_SECONDS.get(text.toLowerCase()) ?? guessedSeconds(text)), 0)

/** What somebody who hears all this knows at a time. */
interface Known {
  form: string
  /** Words of the last announcement, among them the stance. */
  announced: string[]
  side: string
  left: number | null
  breath: string
  /** The last move, level or word that was named by itself. */
  inside: string
}
const STANCES = ['feet together', 'hip width', 'shoulder width', 'wide stance', 'sitting', 'on one leg', 'bow stance']
const SIDES: string[] = Object.values(SIDE_PHRASES)

/** What is known after all that was heard up to a time. */
function heardUntil(cues: readonly Cue[], atSeconds: number): Known & { stance: string } {
  const known = {
    form: '',
    announced: [] as string[],
    stance: '',
    side: '',
    left: null as number | null,
    breath: '',
    inside: '',
  }
  for (const cue of cues) {
    if (cue.atSeconds > atSeconds + 1e-6) break
    if (cue.kind === 'breath') known.breath = cue.breath
    if (cue.kind !== 'voice') continue
    const texts = cue.phrases.map(({ text }) => text)
    const name = cue.phrases.find(({ formId, cue: word }) => formId !== '' && word === '')
    if (name) Object.assign(known, { form: name.text, announced: texts, side: '', left: null, inside: '' })
    for (const text of texts) {
      if (STANCES.includes(text)) known.stance = text
      else if (SIDES.includes(text)) known.side = text
      else if (text === PHRASES.lastOne) known.left = 0
      else if (/^\d+$/.test(text)) known.left = Number(text)
      else if (text !== name?.text && text !== PHRASES.more) known.inside = text
    }
  }
  return known
}

const ofAnnouncement = {
  together: 'feet together',
  hipWidth: 'hip width',
  shoulderWidth: 'shoulder width',
  wide: 'wide stance',
}
const stanceSaid = (stance: string) =>
  stance === 'seated' ? 'sitting' : stance === 'oneLeg' ? 'on one leg' : ofAnnouncement[stance as never]

function listen(input: CompileInput): { timeline: Timeline; faults: string[] } {
  const timeline = compileTimeline(input)
  const cues = [...cuesOf(timeline), ...spokenCues(timeline, ALL_SAID, secondsOf)].sort(
    (one, other) => one.atSeconds - other.atSeconds,
  )
  const faults: string[] = []
  const told = (segment: Segment, what: string, heard: unknown, true_: unknown) => {
    if (heard !== true_) {
      const { formName } = timeline.occurrences[segment.occurrence]!
      faults.push(
        `${segment.startSeconds.toFixed(0)} s, ${formName}: ${what} is ${String(true_)}, heard ${String(heard)}`,
      )
    }
  }
  for (const segment of timeline.segments) {
    if (segment.kind !== 'phase' && segment.kind !== 'hold') continue
    const occurrence = timeline.occurrences[segment.occurrence]!
    const known = heardUntil(cues, segment.startSeconds)
    if (segment.kind === 'phase' && segment.breath !== 'free' && segment.breath !== 'hold') {
      told(segment, 'the breath', known.breath, segment.breath)
    }
    if (!segment.beginsRepetition) continue
    told(segment, 'the form', known.form, occurrence.formName)
    told(segment, 'the stance', known.stance, stanceSaid(occurrence.stance))
    const side = segment.saidSide === 'none' ? '' : SIDE_PHRASES[segment.saidSide]
    // Who turns with the beat hears the side with the count, not at each beat.
    if (occurrence.counting !== 'beats' || occurrence.sideOrder !== 'alternate')
      told(segment, 'the side', known.side, side)
    const count = presentCount(occurrence, segment)
    if (occurrence.counting === 'breathRepetitions' && count.of === 'side' && segment.repetitions > 1) {
      told(segment, 'the count left', known.left, count.remaining)
    }
  }
  return { timeline, faults }
}

const form = (id: string) => CATALOGUE.find((each) => each.id === id)!
function session(
  forms: Form[],
  change: { ways?: Way[]; rules?: Partial<CompileInput['rules']>; routine?: Routine } = {},
) {
  return listen({
    routine: change.routine ?? aRoutine(forms.map((each, at) => stepFor(each, `s${at}`))),
    forms,
    ways: change.ways ?? [],
    pace: steadyPace(4, 6),
    rules: { ...USUAL_HOUSE_RULES, ...change.rules },
  })
}

describe('by ear alone', () => {
  it('a seated session, of seated forms and of others done sitting', () => {
    const ids = ['hold-up-the-sky', 'draw-the-bow', 'seated-look-round', 'seated-marching', 'wash-down']
    const ways = ids
      .filter((id) => form(id).versions.some(({ kind }) => kind === 'seated'))
      .map((id): Way => ({ ...plainWay(`w-${id}`, id), version: 'seated' }))
    const { timeline, faults } = session(ids.map(form), { ways })
    expect(timeline.occurrences.every(({ stance }) => stance === 'seated')).toBe(true)
    expect(faults).toEqual([])
  })
  it('a mirrored session: the sides that are said are those of somebody who faces me', () => {
    const forms = ['draw-the-bow', 'hips-both-ways', 'stork-on-one-leg', 'side-steps'].map(form)
    const { timeline, faults } = session(forms, { rules: { cueSides: 'mirrored' } })
    const sided = timeline.segments.filter(({ side }) => side === 'left')
    expect(sided.length).toBeGreaterThan(8)
    expect(sided.every(({ saidSide }) => saidSide === 'right')).toBe(true)
    expect(faults).toEqual([])
  })
  it('a session of forms of one’s own, with moves, levels and positions', () => {
    const breaths = (cue: string) => [
      { breath: 'in' as const, length: 1, cue: `${cue} up` },
      { breath: 'out' as const, length: 1, cue: `${cue} down` },
    ]
    const chain = aForm({
      id: 'mine-chain',
      name: 'Round the old orchard',
      moves: [
        { ...plainMove('Open the gate', breaths('Gate')), stance: 'wide' },
        { ...plainMove('Gather pears', breaths('Pear')), times: 3 },
        plainMove('Shut the gate', breaths('Gate')),
      ],
    })
    const levels = aForm({ id: 'mine-levels', name: 'Lamp on the stairs', levels: ['cellar', 'hall', 'loft'] })
    const sides = aForm({ id: 'mine-sides', name: 'Herons turning', sides: 'alternate', countScope: 'perSide' })
    const { timeline, faults } = session([levels, sides, { ...chain, counts: { ...chain.counts, usual: 1 } }])
    expect(faults).toEqual([])
    const cues = spokenCues(timeline, ALL_SAID, secondsOf)
    // The chain begins wide and stays at shoulder width from its second move on.
    const second = timeline.segments.find(({ move }) => move === 'Gather pears')!
    expect(heardUntil(cues, second.startSeconds).stance).toBe('shoulder width')
    for (const segment of timeline.segments) {
      if (segment.kind !== 'phase' || !segment.beginsRepetition) continue
      if (segment.level) expect(heardUntil(cues, segment.startSeconds).inside).toBe(segment.level)
    }
    const moves = timeline.segments.filter(({ moveRepetitions, breath }) => moveRepetitions > 0 && breath === 'in')
    expect(moves).toHaveLength(5)
    for (const segment of moves) {
      const known = heardUntil(cues, segment.startSeconds)
      if (segment.moveRepetition === 1) expect(known.inside).toBe(segment.move)
      if (segment.moveRepetitions > 1 && segment.moveRepetition < 3) expect(known.left).toBe(3 - segment.moveRepetition)
    }
  })
  it('a set whose sides alternate', () => {
    const set = CATALOGUE.filter((each) => each.set?.name === 'The eight pieces')
    const { timeline, faults } = session(set)
    expect(timeline.occurrences).toHaveLength(8)
    expect(faults).toEqual([])
  })
  it('nothing of it can be left unsaid without being noticed', () => {
    const timeline = compileTimeline({
      routine: aRoutine([stepFor(form('draw-the-bow'), 's')]),
      forms: [form('draw-the-bow')],
      ways: [],
      pace: steadyPace(4, 6),
      rules: USUAL_HOUSE_RULES,
    })
    const silent = spokenCues(timeline, { ...ALL_SAID, announces: false }, secondsOf)
    expect(heardUntil(silent, timeline.totalSeconds)).toMatchObject({ form: '', side: '' })
  })
})
