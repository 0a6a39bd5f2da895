<script setup lang="ts">
import { create } from 'qrcode'

/** A text as a code picture (QR code, ISO/IEC 18004) with its quiet edge. Dark on light by night too, as cameras want it. */
const props = defineProps<{ text: string; label: string }>()
const QUIET = 4
const picture = computed(() => {
  const { modules } = create(props.text, { errorCorrectionLevel: 'M' })
  let path = ''
  for (let row = 0; row < modules.size; row += 1) {
    for (let column = 0; column < modules.size; column += 1) {
      let run = 0
      while (column + run < modules.size && modules.get(row, column + run)) run += 1
      if (run > 0) path += `M${column + QUIET} ${row + QUIET}h${run}v1h-${run}z`
      column += run
    }
  }
  return { path, side: modules.size + 2 * QUIET }
})
</script>

<template>
  <svg
    class="code"
    role="img"
    :aria-label="label"
    :viewBox="`0 0 ${picture.side} ${picture.side}`"
    shape-rendering="crispEdges"
  >
    <rect width="100%" height="100%" fill="#fff" />
    <path :d="picture.path" fill="#000" />
  </svg>
</template>

<style scoped>
.code {
  display: block;
  width: min(100%, 30rem, 55vh);
  aspect-ratio: 1;
  forced-color-adjust: none;
}
</style>
