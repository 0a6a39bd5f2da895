/** The shipped routines by what they are for, in the order in which they are listed. Each is in one group. */
export const ROUTINE_GROUPS: { name: string; routineIds: string[] }[] = [
  { name: 'Morning', routineIds: ['before-the-workshop-opens', 'kitchen-morning'] },
  { name: 'Short break', routineIds: ['while-the-kettle-warms', 'back-of-the-shop', 'after-the-letter'] },
  { name: 'Evening', routineIds: ['lamp-is-low', 'six-sounds-at-the-end-of-the-day'] },
  { name: 'Sitting', routineIds: ['on-the-bench', 'on-wheels-eight-and-eight', 'old-classics-on-a-chair'] },
  { name: 'Back and balance', routineIds: ['after-the-barrow', 'beside-the-table'] },
  {
    name: 'Learning and standing',
    routineIds: ['new-steps', 'a-door-that-opens', 'a-flow-built-up-by-the-stove', 'like-a-post'],
  },
  {
    name: 'Whole sets',
    routineIds: ['sunday-by-the-window', 'eight-in-order', 'the-five-animals-in-the-yard', 'five-in-a-round'],
  },
]
