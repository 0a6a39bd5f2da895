<script setup lang="ts">
import type { LedPlan } from '#core/compose'
import { activeSteps, type Routine } from '#core/routine'
import { useLibraryStore } from '~/shared/store/library'
import { ASK_SOMEBODY, ASKS_FIRST_WORDS, healthChanges } from '~/shared/words/health'

/** The changes that the health settings make to a session, and the choice to ignore them this time. */
const props = defineProps<{ led: LedPlan; written: Routine }>()
const asWritten = defineModel<boolean>({ required: true })
const library = useLibraryStore()
const changes = computed(() => healthChanges(props.written, props.led.adjusted, library.setting, library.formsById))
const asksFirst = computed(() => props.led.adjusted.asksFirst)
const isEmpty = computed(() => activeSteps(props.led.adjusted.routine).length === 0)
</script>

<template>
  <section v-if="changes.length > 0" class="health" aria-labelledby="for-health">
    <h2 id="for-health">{{ asWritten ? 'As written this time' : 'For your health settings' }}</h2>
    <p v-if="asksFirst">{{ ASKS_FIRST_WORDS[asksFirst] }} {{ ASK_SOMEBODY }}</p>
    <p v-if="asWritten">Your health settings advise otherwise:</p>
    <ul v-if="!isEmpty || asWritten">
      <li v-for="change in changes" :key="change">{{ change }}</li>
    </ul>
    <label><input v-model="asWritten" type="checkbox" /> As written, this time only</label>
    <p v-if="asksFirst && !asWritten" class="soft" role="status">It can be started only as written.</p>
  </section>
</template>

<style scoped>
.health {
  border-left: 4px solid var(--pb-line);
  padding-left: 0.9rem;
}
h2 {
  font-size: 1.1rem;
  margin: 0;
}
ul {
  margin: 0.2rem 0;
}
label {
  display: inline-flex;
  align-items: center;
  gap: 0.4rem;
  min-height: 2.75rem;
}
</style>
