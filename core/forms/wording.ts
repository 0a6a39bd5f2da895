import { isPacedCounting } from './counts'
import { GAZE_WORDS, type Choices, type Form } from './types'

/**
 * Words in braces stand for what a person chooses: `{hand}` is the hand on top, `{heels}` what the heels do, `{up}` and `{down}`
 * the sides on which a rubbing hand goes up and down the belly, `{bellyIn}` and `{bellyOut}` what the belly does with the breath.
 */
const WORDS: Record<string, (choices: Choices) => string> = {
  hand: ({ handOnTop }) => handOnTop,
  heels: ({ heels }) => (heels === 'quiet' ? 'lower softly' : 'drop'),
  up: ({ massageUp }) => massageUp,
  down: ({ massageUp }) => (massageUp === 'right' ? 'left' : 'right'),
  bellyIn: ({ belly }) => (belly === 'reverse' ? 'belly draws in' : 'belly fills'),
  bellyOut: ({ belly }) => (belly === 'reverse' ? 'belly lets go' : 'belly sinks'),
}

/** Put the chosen words into a text; a text that begins with one keeps its capital. Unknown words in braces stay. */
export function chosenWords(text: string, choices: Choices): string {
  if (!text.includes('{')) return text
  return text.replace(/\{(\w+)\}/g, (whole, name: string, at: number) => {
    const word = WORDS[name]?.(choices)
    if (word === undefined) return whole
    return at === 0 ? word.charAt(0).toUpperCase() + word.slice(1) : word
  })
}

/** The form with the chosen words in its description, cues and reminders, and where the eyes go among these. */
export function inMyWords(form: Form, choices: Choices): Form {
  const said = (text: string) => chosenWords(text, choices)
  const reminders = [...form.reminders, ...gazeOf(form, choices)]
  if (!hasChosenWords(form)) return reminders.length > form.reminders.length ? { ...form, reminders } : form
  return {
    ...form,
    about: said(form.about),
    reminders: reminders.map(said),
    moves: form.moves.map((move) => ({
      ...move,
      phases: move.phases.map((phase) => ({ ...phase, cue: said(phase.cue) })),
    })),
  }
}

/** Where the eyes go is one of the things to be reminded of, while they are open. */
function gazeOf({ gaze }: Form, { eyes }: Choices): string[] {
  if (!gaze || eyes === 'lowered' || eyes === 'closed') return []
  const words = GAZE_WORDS[gaze]
  return [words.charAt(0).toUpperCase() + words.slice(1)]
}

function hasChosenWords({ about, reminders, moves }: Form): boolean {
  const chosen = /\{\w+\}/
  return (
    chosen.test(about) ||
    reminders.some((text) => chosen.test(text)) ||
    moves.some(({ phases }) => phases.some(({ cue }) => chosen.test(cue)))
  )
}

const AIR = { asTaught: '', nose: 'In and out by the nose', noseMouth: 'In by the nose, out by the mouth' }
const BELLY = {
  asTaught: '',
  natural: 'The belly fills on the in-breath',
  reverse: 'The belly draws in on the in-breath, the low back fills',
}
const EYES = { asTaught: '', open: 'Eyes open', lowered: 'Eyes lowered', closed: 'Eyes closed' }

/** Every sentence that choices can add to an announcement. */
export const CHOICE_NOTES: readonly string[] = [
  ...Object.values(AIR),
  ...Object.values(BELLY),
  ...Object.values(EYES),
].filter(Boolean)

/** What the choices add to the announcement of a form. Air and belly are said only where a breath is led. */
export function spokenNotesOf(form: Form, choices: Choices): string[] {
  const led = isPacedCounting(form.counting.by)
  const standsSure = form.effort.balance < 2
  return [
    led ? AIR[choices.airway] : '',
    led ? BELLY[choices.belly] : '',
    // Nobody is told to close the eyes on one leg.
    choices.eyes === 'closed' && !standsSure ? EYES.open : EYES[choices.eyes],
  ].filter(Boolean)
}
