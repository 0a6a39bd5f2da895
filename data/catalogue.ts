import { readEntry, type CatalogueEntry } from '#core/forms'
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

// A build reads the words of these files once (see scripts/shippedRead.ts): no page and no worker has to.

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
