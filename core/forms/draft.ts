import { numberOrNull, oneOf, oneOfKinds, strictList, strictObject, textUpTo } from '../basics'
import { countedKinds, FORM_LIMITS, formFields, moveFields } from './schema'
import { TRADITION_KINDS, type Counting } from './types'

const name = textUpTo(120)
const count = numberOrNull(0, 3600)
/**
 * A form that is still being written: each field is there, and nothing that could not stand in a form; but a name, a count or a word may still be
 * missing, and what must fit together need not yet.
 */
export const formDraftSchema = strictObject<object>({
  ...formFields,
  name,
  counting: oneOfKinds<'by', Counting>('by', {
    ...countedKinds,
    beats: strictObject<object>({ by: oneOf(['beats']), beatsPerMinute: numberOrNull(0, 240) }) as never,
  }),
  counts: strictObject<object>({ least: count, usual: count, most: count, step: count } as never),
  moves: strictList(strictObject<object>({ ...moveFields, name } as never), FORM_LIMITS.moves),
  tradition: strictList(
    strictObject<object>({ kind: oneOf(TRADITION_KINDS), words: name } as never),
    FORM_LIMITS.traditionWords,
  ),
} as never)
