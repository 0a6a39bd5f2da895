import { usePersonStore } from '~/shared/store/person'

/** The names that a trial speaks of. */
export function useTrialNames() {
  const person = usePersonStore()
  return {
    routine: (id: string) => person.routines.find((each) => each.id === id)?.name ?? 'a routine that is gone',
    form: (id: string) => person.formsById.get(id)?.name ?? 'a form that is gone',
  }
}
