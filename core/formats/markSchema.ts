import * as yup from 'yup'
import { strictList, strictObject, yesOrNo, optionally, textUpTo } from '../basics'
import type { BesideVersion, Mark } from './marks'
import { PERSON_LISTS } from './person'
import { LISTS } from './personSchema'

const stampSchema = yup
  .string()
  .required('${path} is missing')
  .matches(/^[\w=.-]{1,64}$/, '${path} must be a stamp')
const atSchema = yup
  .string()
  .defined('${path} is missing')
  .matches(/^(\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{1,3})?Z)?$/, '${path} must be an instant in UTC, or empty')
/** An item that was given out and changed every day for years. */
const MOST_AFTER = 5000
const MOST_BESIDE = 100
const stamped = { stamp: stampSchema, at: atSchema, after: strictList(stampSchema, MOST_AFTER) }

const besideSchema = strictObject<BesideVersion>({ ...stamped, value: yup.mixed() as never })

export const markSchema = strictObject<Mark>({
  id: textUpTo(100).matches(
    new RegExp(`^(${PERSON_LISTS.join('|')}|settings)/[\\w:-]{1,64}$`),
    '${path} must be a list and an id',
  ),
  ...stamped,
  gone: optionally(yesOrNo()),
  beside: optionally(strictList(besideSchema, MOST_BESIDE)),
})

/** As many as there may be items, and settings. */
export const MOST_MARKS = Object.values(LISTS).reduce((sum, { most }) => sum + most, 500)
