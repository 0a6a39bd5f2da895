import type { Form, Move, Phase, Way } from './types'

/** A form of which nothing is said yet; what is left out of a catalogue entry is as it is here. */
export function blankForm(id: string, name: string): Form {
  return {
    id,
    name,
    pinyin: '',
    set: null,
    school: '',
    part: 'work',
    about: '',
    stance: 'shoulderWidth',
    counting: { by: 'breathRepetitions' },
    sides: 'none',
    countScope: 'inAll',
    counts: { least: 2, usual: 6, most: 9, step: 1 },
    moves: [],
    meets: null,
    areas: [],
    cautions: [],
    effort: { legs: 0, shoulders: 0, spine: 0, balance: 0 },
    versions: [],
    levels: [],
    levelOrder: 'up',
    diagonalDegrees: null,
    tradition: [],
    equipment: [],
    reminders: [],
  }
}

/** A move of these phases that stands as the form stands and turns nowhere. */
export function plainMove(name: string, phases: Phase[]): Move {
  return { name, phases, stance: null, directionDegrees: null, phaseOfFive: null }
}

/** A way in which nothing is chosen yet. */
export function plainWay(id: string, formId: string): Way {
  return { id, formId, name: 'My way', choices: {}, swapBreath: null, version: null, learnedFrom: '', notes: '' }
}

/** My way of a form of which I have none yet; its id is told by the form's, so that there is never a second one. */
export const newWayOf = (formId: string): Way => plainWay(`way-${formId}`.slice(0, 64), formId)
