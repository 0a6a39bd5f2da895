/** Reading the catalogue, and a search over 400 forms, against sorting their names as the yardstick, in one run. */
import { readEntry, searchForms, type CatalogueEntry, type Form } from '#core/forms'
import { CATALOGUE } from '#data'
import shortForm from '../data/catalogue/short-form.json'
import { oneOf } from './support/seed'

const RUNS = 200
const FORMS = 400
/** The first letters of the words of some form's name. */
const WORDS = oneOf(CATALOGUE)
  .name.split(' ')
  .map((word) => word.slice(0, 3))
  .join(' ')
const many: Form[] = Array.from({ length: FORMS }, (_, index) => ({
  ...CATALOGUE[index % CATALOGUE.length]!,
  id: `form-${index}`,
  name: `${CATALOGUE[index % CATALOGUE.length]!.name} ${index}`,
}))

function medianMs(work: () => unknown): number {
  const times = Array.from({ length: RUNS }, () => {
    const from = performance.now()
    work()
    return performance.now() - from
  }).sort((one, other) => one - other)
  return times[Math.floor(RUNS / 2)]!
}

const first = performance.now()
searchForms(many, { words: WORDS })
const firstMs = performance.now() - first
const search = medianMs(() => searchForms(many, { words: WORDS, mostEffort: 2 }))
const sort = medianMs(() => many.map(({ name }) => name).sort((one, other) => one.localeCompare(other)))
const read = medianMs(() => (shortForm as CatalogueEntry[]).map(readEntry))
console.log(
  `search: ${FORMS} forms, first ${firstMs.toFixed(1)} ms, then median ${search.toFixed(3)} ms (aim: instant, under 16 ms); ` +
    `${(search / sort).toFixed(2)} times sorting their names (${sort.toFixed(2)} ms). Reading the nine longest entries: ${read.toFixed(2)} ms`,
)
