<script setup lang="ts">
import type { RemoteAction } from '#core/runner'

/** What is changed most often while following, each with its key; the rest is behind "More". */
const props = defineProps<{ running: boolean }>()
const emit = defineEmits<{ act: [action: RemoteAction]; more: [] }>()

const CONTROLS = computed(() => {
  const control = (action: RemoteAction, name: string, key: string, icon: string) => ({ action, name, key, icon })
  return [
    control('back', 'Back', '←', 'pi pi-step-backward'),
    props.running
      ? control('pauseOrGoOn', 'Pause', 'space', 'pi pi-pause')
      : control('pauseOrGoOn', 'Resume', 'space', 'pi pi-play'),
    control('next', 'Next', '→', 'pi pi-step-forward'),
    control('oneFewer', 'One fewer', '−', 'pi pi-minus'),
    control('oneMore', 'One more', '+', 'pi pi-plus'),
    control('dizzy', 'Dizzy', 'd', 'pi pi-exclamation-circle'),
    control('minutesLeft', 'Minutes I have', 'm', 'pi pi-hourglass'),
    control('end', 'End', 'esc', 'pi pi-stop'),
  ]
})
/** After a click the keys belong to the session again, not to the button. */
function press(event: MouseEvent, what: () => void) {
  if (event.detail > 0) (event.currentTarget as HTMLElement).blur()
  what()
}
</script>

<template>
  <div class="controls" role="toolbar" aria-label="Change the session">
    <button
      v-for="control in CONTROLS"
      :key="control.name"
      type="button"
      @click="press($event, () => emit('act', control.action))"
    >
      <span :class="control.icon" aria-hidden="true" />
      <span>{{ control.name }}</span>
      <kbd>{{ control.key }}</kbd>
    </button>
    <button type="button" aria-haspopup="dialog" @click="press($event, () => emit('more'))">
      <span class="pi pi-ellipsis-h" aria-hidden="true" />
      <span>More</span>
    </button>
  </div>
</template>

<style scoped>
.controls {
  display: flex;
  justify-content: center;
  flex-wrap: wrap;
  gap: 0.1rem;
  padding: 0.3rem 0.4rem 0.6rem;
}
.controls button {
  font: inherit;
  display: inline-flex;
  align-items: center;
  gap: 0.5rem;
  min-height: 2.9rem;
  padding: 0.3rem clamp(0.35rem, 0.7vw, 0.9rem);
  font-size: clamp(0.9rem, 1.2vw, 1rem);
  color: var(--pb-ink);
  background: none;
  border: 0;
  border-radius: 8px;
  cursor: pointer;
}
.controls button:hover {
  background: var(--pb-water);
}
kbd {
  font-size: 0.85rem;
  color: var(--pb-soft);
  border: 1px solid var(--pb-line);
  border-radius: 4px;
  padding: 0 0.35rem;
}
@media (max-width: 700px) {
  kbd {
    display: none;
  }
  .controls {
    display: grid;
    grid-template-columns: repeat(3, 1fr);
  }
  .controls button {
    justify-content: center;
    font-size: 0.95rem;
  }
}
</style>
