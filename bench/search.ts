/** Reading the catalogue, and a search over 300 forms, against sorting their names as the yardstick, in one run. */
import { readEntry, searchForms, type CatalogueEntry, type Form } from '#core/forms'
import { CATALOGUE } from '#data'
import shortForm from '../data/catalogue/short-form.json'

const RUNS = 200
const FORMS = 300
const many: Form[] = Array.from({ length: FORMS }, (_, place) => ({
  ...CATALOGUE[place % CATALOGUE.length]!,
  id: `form-${place}`,
  name: `${CATALOGUE[place % CATALOGUE.length]!.name} ${place}`,
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
searchForms(many, { words: 'yun shou' })
const firstMs = performance.now() - first
const search = medianMs(() => searchForms(many, { words: 'yun shou', mostEffort: 2 }))
const sort = medianMs(() => many.map(({ name }) => name).sort((one, other) => one.localeCompare(other)))
const read = medianMs(() => (shortForm as CatalogueEntry[]).map(readEntry))
console.log(
  `search: ${FORMS} forms, first ${firstMs.toFixed(1)} ms, then median ${search.toFixed(3)} ms (aim: instant, under 16 ms); ` +
    `${(search / sort).toFixed(2)} times sorting their names (${sort.toFixed(2)} ms). Reading the nine longest entries: ${read.toFixed(2)} ms`,
)
