import * as yup from 'yup'
import { idSchema, instantSchema, numberBetween, strictObject, textUpTo } from '../basics'
import { BELLS, MOST_SPOKEN_LETTERS, type BellName } from '../sound'

/**
 * Something of my own that is heard in place of what ships: a form's name (`cue` empty) or the word of one of its phases; what is said besides forms
 * (`formId` empty, `cue` the words); or a bell (both empty).
 */
export interface Recording {
  id: string
  formId: string
  cue: string
  bell?: BellName
  /** ISO 8601 instant in UTC. */
  at: string
  seconds: number
  /** A WAV file, 16-bit mono, as base64. */
  wav: string
}

export const recordingSchema = strictObject<Recording>({
  id: idSchema,
  formId: yup
    .string()
    .defined('${path} is missing')
    .matches(/^[a-zA-Z0-9_-]{0,64}$/, '${path} must be the id of a form, or empty'),
  cue: textUpTo(MOST_SPOKEN_LETTERS),
  bell: yup.string<BellName>().oneOf(BELLS, '${path} must be one of ${values}'),
  at: instantSchema,
  seconds: numberBetween(0.05, 15),
  wav: yup
    .string()
    .required('${path} is missing')
    .max(2_000_000, '${path} is longer than any recording')
    .matches(/^[A-Za-z0-9+/]+={0,2}$/, '${path} must be a WAV file as base64'),
})
