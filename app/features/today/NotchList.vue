<script setup lang="ts">
import type { Notch } from '#core/plan'
import { usePersonStore } from '~/shared/store/person'
import { notchReason } from './notchWords'

/** Small changes that practice suggests, each taken by one press; nothing is changed by itself. */
const props = defineProps<{
  notches: readonly Notch[]
  phrase: (notch: Notch) => string
  /** What was taken last, in words; nothing where nothing was. */
  taken: string
  /** The key that takes the first. */
  shortcut?: string
  /** Of several routines: each is named. */
  named?: boolean
}>()
const emit = defineEmits<{ take: [notch: Notch]; takeBack: [] }>()
const person = usePersonStore()
const nameOf = (routineId: string) => person.routines.find(({ id }) => id === routineId)?.name ?? ''
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
  <div class="notches">
    <p v-if="taken" role="status" class="row">
      Taken: {{ taken }}.
      <Button ref="back" size="small" severity="secondary" text label="Take it back" @click="emit('takeBack')" />
    </p>
    <ul v-if="notches.length > 0">
      <li v-for="(notch, at) in notches" :key="notch.entryId + notch.change.what" class="row">
        <span
          ><template v-if="named">{{ nameOf(notch.routineId) }} · </template>{{ notch.isOn ? 'On' : 'Back' }} by a
          little: <strong>{{ phrase(notch) }}</strong>, {{ notchReason(notch.reason) }}.</span
        >
        <Button
          size="small"
          severity="secondary"
          :aria-label="`Take it: ${phrase(notch)}`"
          :aria-keyshortcuts="keyOf(at)"
          @click="emit('take', notch)"
        >
          Take it<kbd v-if="keyOf(at)" aria-hidden="true">{{ keyOf(at) }}</kbd>
        </Button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.notches {
  display: grid;
  gap: 0.4rem;
}
ul {
  display: grid;
  gap: 0.4rem;
}
</style>
