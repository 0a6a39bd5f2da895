import { ref, computed, onMounted } from 'vue'
import { fontPixels } from '#core/basics'
import { useSettingsStore } from '~/shared/store/settings'

const FONT = '"Plain Zero", "Atkinson Hyperlegible Next Variable", sans-serif'

/** The height of a capital letter in the font, as a share of its size, as this browser draws it. */
export function capitalShare(): number {
  const context = document.createElement('canvas').getContext('2d')
  if (!context) return 0.67
  context.font = `650 200px ${FONT}`
  return context.measureText('H').actualBoundingBoxAscent / 200 || 0.67
}

/** The size of type that can be read from where I stand. */
export function useReadableType() {
  const { settings } = useSettingsStore()
  const share = ref(0.67)
  onMounted(() => {
    void document.fonts.ready.then(() => (share.value = capitalShare()))
  })
  const pixels = computed(() => {
    const { metres, cardPixels } = settings.viewing
    return fontPixels(metres, cardPixels, share.value)
  })
  return { pixels }
}
