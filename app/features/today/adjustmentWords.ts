import type { Form } from '#core/forms'
import type { Adjustment, AdjustmentReason } from '#core/plan'
import type { Routine } from '#core/routine'
import { listPhrase, plural } from '~/shared/words/numbers'
import { PLACE_WORDS } from '~/shared/words/body'
import { countPhrase, VERSION_WORDS } from '~/shared/words/practice'

interface AdjustmentNames {
  formOf: (formId: string) => Form | undefined
  routineOf: (routineId: string) => Routine | undefined
}

/** What a small change would change: "Rise and sink: 7 times instead of 6 times". */
export function adjustmentPhrase(
  { change, formId, routineId, entryId }: Adjustment,
  { formOf, routineOf }: AdjustmentNames,
): string {
  const form = formOf(formId)
  const instead = (of: string, to: string, from: string) => `${of}: ${to} instead of ${from}`
  switch (change.what) {
    case 'rounds': {
      const group = routineOf(routineId)?.entries.find(({ id }) => id === entryId)
      const name = group?.kind === 'group' && group.name ? group.name : 'Rounds'
      return instead(name, plural(change.to, 'round'), String(change.from))
    }
    case 'count':
      return form ? instead(form.name, countPhrase(form, change.to), String(change.from)) : ''
    case 'weight':
      return instead(form?.name ?? '', `${change.to} kg on each wrist`, `${change.from} kg`)
    case 'version':
      return instead(
        form?.name ?? '',
        change.to === 'plain' ? 'standard' : VERSION_WORDS[change.to],
        VERSION_WORDS[change.from],
      )
  }
}

/** Why a small change is suggested. */
export function adjustmentReason(reason: AdjustmentReason): string {
  switch (reason.kind) {
    case 'easy':
      return `it felt easy ${reason.sessions} times running`
    case 'gap':
      return `it was not done for ${plural(reason.days, 'day')}`
    case 'pain':
      return `the ${listPhrase(reason.places.map((place) => PLACE_WORDS[place]))} hurt after it`
    case 'hard':
      return 'the week was hard'
  }
}
