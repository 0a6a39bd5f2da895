/** Something that can be done with the routine on the screen, found by its words. */
export interface Command {
  id: string
  name: string
  note?: string
  /** It asks for a number (of minutes), and is offered only with one. */
  takesNumber?: boolean
  run: (number: number) => void
}
