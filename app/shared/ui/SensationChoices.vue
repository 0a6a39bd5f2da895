<script setup lang="ts">
import { ownSensations, SENSATION_LIMITS, SENSATIONS } from '#core/journal'
import { useJournalStore } from '~/shared/store/journal'
import { sensationPhrase } from '~/shared/words/body'

/** What was felt: as many as there were, or none; also in words of one's own, which are offered again. */
const model = defineModel<string[]>({ required: true })
const journal = useJournalStore()
const OWN_OFFERED = 8

const earlier = ownSensations(journal.sessions, OWN_OFFERED)
const offered = computed(() => [...new Set([...SENSATIONS, ...earlier, ...model.value])])
function toggle(sensation: string) {
  model.value = model.value.includes(sensation)
    ? model.value.filter((other) => other !== sensation)
    : [...model.value, sensation]
}
const another = ref('')
function add() {
  const words = another.value.trim().replace(/\s+/g, ' ')
  another.value = ''
  const named = offered.value.find((each) => sensationPhrase(each).toLowerCase() === words.toLowerCase()) ?? words
  if (named && !model.value.includes(named) && model.value.length < SENSATION_LIMITS.most) toggle(named)
}
</script>

<template>
  <div class="sensations" role="group" aria-label="What was felt">
    <label v-for="sensation in offered" :key="sensation">
      <input type="checkbox" :checked="model.includes(sensation)" @change="toggle(sensation)" />
      <span class="word">{{ sensationPhrase(sensation) }}</span>
    </label>
    <InputText
      v-model="another"
      class="another"
      :maxlength="SENSATION_LIMITS.letters"
      aria-label="Something else that was felt"
      placeholder="something else"
      @keydown.enter.prevent="add"
      @blur="add"
    />
  </div>
</template>

<style scoped>
.sensations {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1.2rem;
}
label {
  display: inline-flex;
  align-items: center;
  gap: 0.4rem;
  min-height: 2.6rem;
  min-width: 0;
}
.word {
  overflow-wrap: anywhere;
}
.another {
  width: 11rem;
}
</style>
