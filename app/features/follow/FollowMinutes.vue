<script setup lang="ts">
/** "I have N minutes left": one tap or one figure says how many. */
const visible = defineModel<boolean>({ required: true })
const emit = defineEmits<{ pick: [minutes: number] }>()
const MINUTES = [1, 2, 3, 4, 5, 6, 7, 8, 10, 12, 15, 20]

function pick(minutes: number) {
  visible.value = false
  emit('pick', minutes)
}
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (!visible.value || !/^[1-9]$/.test(event.key)) return
  event.preventDefault()
  pick(Number(event.key))
})
</script>

<template>
  <Dialog v-model:visible="visible" modal header="How many minutes do I have?" :draggable="false">
    <p class="soft">
      The rest is fitted to them, with its closing. <span class="by-keys">The keys 1 to 9 do the same.</span>
    </p>
    <div class="minutes" role="group" aria-label="Minutes I have">
      <button v-for="minutes in MINUTES" :key="minutes" type="button" @click="pick(minutes)">{{ minutes }}</button>
    </div>
  </Dialog>
</template>

<style scoped>
.minutes {
  margin-top: 1rem;
  display: grid;
  grid-template-columns: repeat(4, minmax(4rem, 1fr));
  gap: 0.5rem;
}
button {
  font: inherit;
  font-size: 1.8rem;
  font-weight: 700;
  min-height: 4rem;
  color: var(--pb-ink);
  background: var(--pb-raised);
  border: 1px solid var(--pb-line);
  border-radius: 10px;
  cursor: pointer;
}
button:hover {
  background: var(--pb-water);
}
</style>
