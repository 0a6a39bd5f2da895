/**
 * From where nothing was reached. Lengths are sums of whole breaths, so that many choices come to the same length, and what follows them is the same;
 * without this each of them would be followed to its end.
 */
export class DeadEnds<State> {
  private readonly places = new Set<string>()

  constructor(private readonly alike: (state: State) => string) {}

  placeOf(here: number, moving: number, closing: number, state: State): string {
    return `${here}/${inMicroseconds(moving)}/${inMicroseconds(closing)}/${this.alike(state)}`
  }
  has(place: string): boolean {
    return this.places.has(place)
  }
  add(place: string) {
    if (this.places.size < MOST_REMEMBERED) this.places.add(place)
  }
}
/** More would fill a phone's memory with a search that comes to no end. Our choice. */
const MOST_REMEMBERED = 200_000
/** Sums of the same lengths in another order differ by less. */
const inMicroseconds = (seconds: number) => Math.round(seconds * 1e6)
