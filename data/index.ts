import { readEntry, type CatalogueEntry } from '#core/forms'
import type { Routine, Series } from '#core/routine'
import arrive from './catalogue/arrive.json'
import balanceAndWalking from './catalogue/balance-and-walking.json'
import breathTraining from './catalogue/breath-training.json'
import circles from './catalogue/circles.json'
import closing from './catalogue/closing.json'
import eightPiecesSouthern from './catalogue/eight-pieces-southern.json'
import eightPieces from './catalogue/eight-pieces.json'
import fivePhases from './catalogue/five-phases.json'
import flow from './catalogue/flow.json'
import loosen from './catalogue/loosen.json'
import seatedAndChair from './catalogue/seated-and-chair.json'
import shortForm from './catalogue/short-form.json'
import stand from './catalogue/stand.json'
import wake from './catalogue/wake.json'
import fiveAnimals from './catalogue/five-animals.json'
import tendonSet from './catalogue/tendon-set.json'
import sixSounds from './catalogue/six-sounds.json'
import seatedClassics from './catalogue/seated-classics.json'
import stancesAlone from './catalogue/stances-alone.json'
import taiChiAlone from './catalogue/tai-chi-alone.json'
import moreLoosening from './catalogue/more-loosening.json'
import wheelsAndChair from './catalogue/wheels-and-chair.json'
import closingMore from './catalogue/closing-more.json'
import { demoPerson as demoPersonOf, type DemoScenario } from './demo/demoPerson'
import demo from './demo/scenario.json'
import routines from './routines.json'
import series from './series.json'

// The files are checked against the schemas in tests/unit/data.test.ts; here they are only named.

const ENTRIES = [
  arrive,
  breathTraining,
  loosen,
  wake,
  eightPieces,
  eightPiecesSouthern,
  flow,
  circles,
  fivePhases,
  shortForm,
  seatedAndChair,
  balanceAndWalking,
  stand,
  closing,
  moreLoosening,
  fiveAnimals,
  tendonSet,
  sixSounds,
  taiChiAlone,
  seatedClassics,
  wheelsAndChair,
  stancesAlone,
  closingMore,
].flat() as CatalogueEntry[]

/** Every shipped form, in the order of the arc. */
export const CATALOGUE = ENTRIES.map(readEntry)

/** The shipped routines of about 4, 12 and 25 minutes. */
export const SHIPPED_ROUTINES = routines as Routine[]

/** What ships, by its ids: what an archive may name besides what it holds. */
export const SHIPPED_IDS = {
  shippedFormIds: CATALOGUE.map(({ id }) => id),
  shippedRoutineIds: SHIPPED_ROUTINES.map(({ id }) => id),
}

/** Shipped series: taken up by a copy. */
export const SHIPPED_SERIES = series as Series[]

/** The forms that close a routine which has no closing of its own, when it is closed early. */
export const SPARE_CLOSING = ['three-sweeps', 'settle']

/** An invented bookbinder's year. */
export const DEMO_SCENARIO = demo as DemoScenario

/** The bookbinder as of a day (YYYY-MM-DD) in a time zone. */
export const demoPerson = (today: string, timeZone: string) =>
  demoPersonOf(DEMO_SCENARIO, { forms: CATALOGUE, routines: SHIPPED_ROUTINES }, today, timeZone)
