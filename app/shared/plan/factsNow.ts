import type { usePersonStore } from '~/shared/store/person'
import type { PlanFacts } from './facts'
import { possibleNow } from './possible'

/** The facts as the store has them at every moment: what is reckoned from some of them is reckoned anew when those change. */
export const factsNow = (person: ReturnType<typeof usePersonStore>): PlanFacts => ({
  person: person.profile,
  settings: person.settings,
  isPossible: possibleNow(person),
  get sessions() {
    return person.sessions
  },
  get isFullyLoaded() {
    return person.isFullyLoaded
  },
  get routines() {
    return person.routines
  },
  get formsById() {
    return person.formsById
  },
  get today() {
    return person.today
  },
  get steadinessRules() {
    return person.steadinessRules
  },
})
