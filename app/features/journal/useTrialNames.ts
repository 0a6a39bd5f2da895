import { useLibraryStore } from '~/shared/store/library'

/** The names that a trial speaks of. */
export function useTrialNames() {
  const library = useLibraryStore()
  return {
    routine: (id: string) => library.routines.find((each) => each.id === id)?.name ?? 'a deleted routine',
    form: (id: string) => library.formsById.get(id)?.name ?? 'a deleted form',
  }
}
