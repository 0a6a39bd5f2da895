import {
  idSchema,
  instantSchema,
  nameSchema,
  optionally,
  optionalOneOf,
  strictList,
  strictObject,
  tested,
  textSchema,
  wholeBetween,
  yesOrNo,
} from '../basics'
import { LEARNING_STAGES } from '../forms'
import { LED_STAGES, SERIES_LIMITS, type Lesson, type Series } from './series'

const fieldsOfSeries = strictObject<Series>({
  id: idSchema,
  name: nameSchema,
  purpose: textSchema,
  repeats: yesOrNo(),
  begunAt: optionally(instantSchema),
  lessons: strictList(
    strictObject<Lesson>({
      id: idSchema,
      routineId: idSchema,
      adds: textSchema,
      times: wholeBetween(SERIES_LIMITS.times.least, SERIES_LIMITS.times.most),
      stage: optionalOneOf(LED_STAGES),
      learned: optionalOneOf(LEARNING_STAGES),
    }),
    SERIES_LIMITS.lessons,
  ),
})
export const seriesSchema = tested<Series>(fieldsOfSeries, 'lessons-once', function (series) {
  const ids = Array.isArray(series?.lessons) ? series.lessons.map((lesson) => lesson?.id) : []
  const twice = ids.find((id, index) => id && ids.indexOf(id) < index)
  const path = this.path ? `${this.path}.lessons` : 'lessons'
  return !twice || this.createError({ path, message: `\${path} uses the id ${twice} twice` })
})
