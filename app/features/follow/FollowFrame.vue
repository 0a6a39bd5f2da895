<script setup lang="ts">
import { useSettingsStore } from '~/shared/store/settings'
import { useNight } from '~/shared/ui/night'
import { useReadableType } from '~/shared/ui/readableType'

/** The whole screen, for what is read while practising: as high in contrast and as large as asked for. Larger than usual from afar. */
defineSlots<{ default: (how: { far: boolean; pixels: number }) => unknown }>()
const { settings } = useSettingsStore()
const { pixels } = useReadableType()
/** High contrast is black on white, and at night white on black. */
const contrast = computed(() => settings.viewing.contrast === 'high')
const night = useNight()
const far = computed(() => pixels.value > 44)
</script>

<template>
  <main class="follow" :class="{ contrast, night }" :style="{ '--far': `${pixels.toFixed(1)}px` }">
    <slot :far="far" :pixels="pixels" />
  </main>
</template>

<style scoped>
.follow {
  /* Here every text stands out at 7:1 or more. */
  --pb-soft: var(--pb-ink);
  height: 100dvh;
  display: flex;
  flex-direction: column;
  overflow: hidden auto;
  line-height: 1.15;
}
.contrast {
  --pb-paper: #fff;
  --pb-ink: #000;
  --pb-raised: #fff;
  --pb-line: #000;
  background: var(--pb-paper);
  color: var(--pb-ink);
}
.contrast.night {
  --pb-paper: #000;
  --pb-ink: #fff;
  --pb-raised: #000;
  --pb-line: #fff;
}
</style>
