import * as yup from 'yup'
import { strictList, strictObject, yesOrNo, optionally, textUpTo } from '../basics'
import { LISTS, PERSON_LISTS, type ListName } from './person'

/** What is kept beside an item, so that another device's state of it can be told from this one: never shown, but exported. See core/merge. */
export interface Mark {
  /** The list and the item's id: "routines/mine-1"; of a setting "settings/pace". */
  id: string
  stamp: string
  /** ISO 8601 instant in UTC of the last change; empty where it was not noted. */
  at: string
  after: string[]
  /** The item was removed. */
  gone?: boolean
  /** Other states of it, made elsewhere at the same time. */
  beside?: BesideVersion[]
}
export interface BesideVersion {
  stamp: string
  at: string
  after: string[]
  /** Left out where it was removed. */
  value?: unknown
}

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

/** The list of a mark and the id of its item; for a setting the list is "settings". */
export function ofMark(id: string): { list: ListName | 'settings'; itemId: string } {
  const slash = id.indexOf('/')
  return { list: id.slice(0, slash) as ListName | 'settings', itemId: id.slice(slash + 1) }
}
