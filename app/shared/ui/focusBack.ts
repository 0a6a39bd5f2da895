import { watch, type Ref } from 'vue'

/**
 * Who had the focus when a dialog opened has it again once it is gone, unless something else took it meanwhile: it never falls to the page.
 * Call what is given back when the dialog has left.
 */
export function useFocusBack(open: Ref<boolean>): () => void {
  let before: Element | null = null
  watch(open, (now) => now && (before = document.activeElement), { flush: 'sync', immediate: true })
  return () => {
    if (document.activeElement === document.body && before instanceof HTMLElement && before.isConnected) before.focus()
  }
}
