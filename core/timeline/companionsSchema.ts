import { nameUpTo, oneOf, strictList, strictObject } from '../basics'
import { COMPANION_LIMITS } from './companions'
import { COMPANION_VERSIONS, type Companion } from './types'

export const companionsSchema = strictList(
  strictObject<Companion>({
    name: nameUpTo(COMPANION_LIMITS.nameLength),
    version: oneOf(COMPANION_VERSIONS),
  }),
  COMPANION_LIMITS.companions,
)
