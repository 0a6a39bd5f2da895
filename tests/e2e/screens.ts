/** Every screen of the demo by its address, those together that one test looks at. */
export const SCREENS = [
  [
    'today, the week, the journal and the settings',
    ['/', '/week', '/kept', '/journal', '/journal/coverage', '/settings', '/breath', '/remote', '/trust'],
  ],
  [
    'what the journal says',
    ['/journal/growth', '/journal/good', '/journal/method', '/journal/trials', '/journal/review'],
  ],
  ['forms', ['/forms', '/forms/draw-the-bow', '/forms/short-form-24', '/forms/new']],
  ['what comes in and goes out', ['/take', '/hand?all=1', '/hand?routine=before-the-workshop-opens']],
  ['routines', ['/routines', '/routines/propose', '/routines/compare', '/routines/card/before-the-workshop-opens']],
] as const
