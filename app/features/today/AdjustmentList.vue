<script setup lang="ts">
import type { Adjustment } from '#core/plan'
import { useLibraryStore } from '~/shared/store/library'
import { adjustmentReason } from './adjustmentWords'

/** Small changes that practice suggests, each taken by one press; nothing is changed by itself. */
const props = defineProps<{
  adjustments: readonly Adjustment[]
  phrase: (adjustment: Adjustment) => string
  /** What was taken last, in words; nothing where nothing was. */
  taken: string
  /** The key that takes the first. */
  shortcut?: string
  /** Of several routines: each is named. */
  named?: boolean
}>()
const emit = defineEmits<{ take: [adjustment: Adjustment]; takeBack: [] }>()
const library = useLibraryStore()
const nameOf = (routineId: string) => library.routines.find(({ id }) => id === routineId)?.name ?? ''
/** What was pressed goes with its line: the focus goes on to what takes it back. */
const back = ref<{ $el: HTMLElement } | null>(null)
watch(
  () => props.taken,
  async (taken) => {
    if (!taken) return
    await nextTick()
    back.value?.$el.focus()
  },
)
const keyOf = (at: number) => (at === 0 ? props.shortcut : undefined)
</script>

<template>
  <div class="adjustments">
    <p v-if="taken" role="status" class="row">
      Taken: {{ taken }}.
      <Button ref="back" size="small" severity="secondary" text label="Undo" @click="emit('takeBack')" />
    </p>
    <ul v-if="adjustments.length > 0">
      <li v-for="(adjustment, at) in adjustments" :key="adjustment.entryId + adjustment.change.what" class="row">
        <span
          ><template v-if="named">{{ nameOf(adjustment.routineId) }} · </template
          >{{ adjustment.isOn ? 'Do slightly more' : 'Do slightly less' }}: <strong>{{ phrase(adjustment) }}</strong>,
          {{ adjustmentReason(adjustment.reason) }}.</span
        >
        <Button
          size="small"
          severity="secondary"
          :aria-label="`Use it: ${phrase(adjustment)}`"
          :aria-keyshortcuts="keyOf(at)"
          @click="emit('take', adjustment)"
        >
          Use it<kbd v-if="keyOf(at)" aria-hidden="true">{{ keyOf(at) }}</kbd>
        </Button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.adjustments {
  display: grid;
  gap: 0.4rem;
}
ul {
  display: grid;
  gap: 0.4rem;
}
</style>
