/** Whether a key is meant for the page: pressed alone, and not in something that is written or chosen in. */
export function isForPage(event: KeyboardEvent): boolean {
  const isField = (event.target as HTMLElement).closest(
    'input, textarea, select, [contenteditable], [role="combobox"], [role="listbox"]',
  )
  return !isField && !event.ctrlKey && !event.metaKey && !event.altKey
}
