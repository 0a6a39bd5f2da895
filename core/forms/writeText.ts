import { directionLine, facingLine } from './directions'
import { SIDE_NAMES, type FormInWords } from './lineWords'
import { HOLD_LENGTH } from './linePhases'
import { GAZE_WORDS, STANCE_NAMES, type Counting, type LevelOrder, type Move, type Phase } from './types'

/** Words that say how a phase breathes or how long it is, wherever they stand. */
const KEYWORDS =
  /(^|\s)(in|out|hold|free|inhale|exhale|in-breath|out-breath|counts?|for|s|sec|seconds?|at|most|(×|x)?\d+(\.\d+)?)(\s|$)/i
/** Texts that could be read otherwise stand in quotes. */
function quoted(text: string): string {
  const plain = /^\p{Lu}[\p{L}’'-]*( [\p{L}\p{N}’'-]+)*$/u.test(text) && !KEYWORDS.test(text) && !/ {2}/.test(text)
  return plain ? text : `"${text.replace(/[\\"]/g, '\\$&').replaceAll('\n', '\\n')}"`
}

const LEVEL_ORDER_WORDS: Record<LevelOrder, string> = { up: 'up', upAndDown: 'up and down', blocks: 'in blocks' }

/** A form in plain lines, so that reading them gives the same fields again. */
export function writeFormWords(form: FormInWords): string {
  const phase = ({ breath, length, unit, mostSeconds, cue }: Phase) => {
    const usual = length === (breath === 'hold' ? HOLD_LENGTH : 1)
    const long = unit === 'counts' ? `${length}` : unit === 'seconds' ? `${length} s` : usual ? '' : `×${length}`
    const most = mostSeconds === undefined ? '' : `at most ${mostSeconds} s`
    return [cue === '' ? '' : quoted(cue), long, breath, most].filter(Boolean).join(' ')
  }
  const line = ({ name, phases, stance, directionDegrees, facingDegrees, phaseOfFive, times }: Move) => {
    const own = [
      times === undefined ? '' : `here x${times}`,
      stance === null ? '' : `here ${STANCE_NAMES[stance]}`,
      directionDegrees === null ? '' : directionLine(directionDegrees),
      facingDegrees === undefined ? '' : facingLine(facingDegrees),
      phaseOfFive === null ? '' : `phase of ${phaseOfFive}`,
    ].filter(Boolean)
    return `${quoted(name)}: ${[...own, ...phases.map(phase)].join(', ')}`
  }
  const scope = form.countScope === 'inAll' ? 'in all' : form.sides === 'bothDirections' ? 'each way' : 'each side'
  const { counting, counts } = form
  const countings: Record<Counting['by'], string> = {
    breathRepetitions: 'in repetitions',
    breathHold: 'held in breaths',
    time: 'for seconds',
    beats: counting.by === 'beats' ? `beats at ${counting.beatsPerMinute}` : '',
    open: 'open',
  }
  const levels =
    form.levels.length > 0
      ? [`levels ${form.levels.map((level) => quoted(level)).join(' / ')}, ${LEVEL_ORDER_WORDS[form.levelOrder]}`]
      : []
  return [
    `${quoted(form.name)}:`,
    ...form.moves.map(line),
    `x${counts.usual} ${scope}, from ${counts.least} to ${counts.most} by ${counts.step}, ${countings[counting.by]}`,
    [
      SIDE_NAMES[form.sides],
      STANCE_NAMES[form.stance],
      form.part,
      ...(form.evenBreath ? ['even breath'] : []),
      ...(form.gaze ? [GAZE_WORDS[form.gaze]] : []),
    ].join(', '),
    ...levels,
  ].join('\n')
}
