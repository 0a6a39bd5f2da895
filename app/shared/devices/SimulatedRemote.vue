<script setup lang="ts">
import type { RemoteInput } from '#core/runner'
import { simulatedClaps } from './clapListener'
import { inputPhrase } from '~/shared/words/commands'

/** A clicker and somebody who claps, for trying without either. The clapper's claps go through the detector. */
const emit = defineEmits<{ input: [input: RemoteInput]; close: [] }>()
const props = defineProps<{ closable?: boolean }>()
const heard = ref('')
let seed = 1

/** A clicker is a keyboard to the browser: it sends the key itself. */
function click(key: string) {
  document.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }))
}
function clap(claps: number) {
  const found = simulatedClaps(claps, (seed += 1))
  heard.value = found === null ? 'The detector heard no signal in it.' : `Heard: ${inputPhrase(`clap:${found}`)}.`
  if (found !== null) emit('input', `clap:${found}`)
}
</script>

<template>
  <aside class="remote" aria-label="Simulated remote">
    <p class="head">
      <span>Simulated remote</span>
      <button v-if="props.closable" type="button" aria-label="Put the remote away" @click="emit('close')">
        <span class="pi pi-times" aria-hidden="true" />
      </button>
    </p>
    <div class="buttons" role="group" aria-label="Clicker">
      <button type="button" @click="click('PageUp')">Page up</button>
      <button type="button" @click="click('PageDown')">Page down</button>
      <button type="button" @click="click('b')">Blank (b)</button>
      <button type="button" @click="click('F5')">Start (F5)</button>
    </div>
    <div class="buttons" role="group" aria-label="Clapper">
      <button type="button" @click="clap(2)">Two claps</button>
      <button type="button" @click="clap(3)">Three claps</button>
    </div>
    <p class="soft" role="status">{{ heard }}</p>
  </aside>
</template>

<style scoped>
.remote {
  width: 15rem;
  padding: 0.6rem 0.8rem;
  background: var(--pb-raised);
  border: 2px solid var(--pb-line);
  border-radius: 14px;
  line-height: 1.35;
}
.head {
  display: flex;
  justify-content: space-between;
  font-weight: 650;
}
.buttons {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.3rem;
  margin-top: 0.4rem;
}
button {
  font: inherit;
  min-height: 2.6rem;
  padding: 0.2rem 0.5rem;
  color: var(--pb-ink);
  background: var(--pb-paper);
  border: 1px solid var(--pb-line);
  border-radius: 8px;
  cursor: pointer;
}
.soft {
  min-height: 1.4em;
  font-size: 0.9rem;
}
</style>
