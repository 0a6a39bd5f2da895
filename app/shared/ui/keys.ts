/**
 * Whether a key would be taken by what has the focus: a step, a choice among several, a group of buttons. What cannot be taken back by the same key
 * listens to none that was meant for one of these.
 */
export const isAmongKeys = ({ target }: KeyboardEvent) =>
  (target as HTMLElement).closest('[data-entry], fieldset, [role="group"], [role="toolbar"], [role="dialog"]') !== null

/** Whether a key is meant for the page: pressed alone, and not in something that is written or chosen in. */
export function isForPage(event: KeyboardEvent): boolean {
  const isField = (event.target as HTMLElement).closest(
    'input, textarea, select, [contenteditable], [role="combobox"], [role="listbox"]',
  )
  return !isField && !event.ctrlKey && !event.metaKey && !event.altKey
}
