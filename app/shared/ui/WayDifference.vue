<script setup lang="ts">
import { dequal } from 'dequal/lite'
import type { FormDifference, FormDescription } from '#core/timeline'
import { sidePhrase } from '~/shared/words/practice'
import { durationPhrase } from '~/shared/words/time'

/** What another way makes of a form, before it is taken: its repetition as it was and as it would be. */
const props = defineProps<{ difference: FormDifference }>()

const BREATH_NAMES = { in: 'in', out: 'out', hold: 'hold', free: 'free' }
const LINES: { key: 'before' | 'after'; name: string }[] = [
  { key: 'before', name: 'now' },
  { key: 'after', name: 'then' },
]
const sideOf = (goes: FormDescription) =>
  goes.firstSaidSide === 'none' ? '' : `begins on ${sidePhrase(goes.firstSaidSide)}`
const moreThanPhases = computed(() => {
  const { before, after } = props.difference
  return !dequal(before.phases, after.phases)
})
const MOST_PHASES = 8
</script>

<template>
  <dl class="difference">
    <template v-for="line in LINES" :key="line.key">
      <dt>{{ line.name }}</dt>
      <dd>
        <template v-if="moreThanPhases">
          <span
            v-for="(phase, index) in difference[line.key].phases.slice(0, MOST_PHASES)"
            :key="index"
            class="phase"
            :class="phase.breath"
            >{{ phase.cue || '…' }}
            <span class="soft small">{{ BREATH_NAMES[phase.breath] }} {{ phase.seconds }} s</span></span
          >
          <span v-if="difference[line.key].phases.length > MOST_PHASES" class="soft">…</span>
        </template>
        <span>{{
          [
            durationPhrase(difference[line.key].seconds),
            sideOf(difference[line.key]),
            ...difference[line.key].spokenNotes,
          ]
            .filter(Boolean)
            .join(' · ')
        }}</span>
      </dd>
    </template>
  </dl>
</template>

<style scoped>
.difference {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 0.35rem 0.8rem;
  margin: 0;
}
dt {
  color: var(--pb-soft);
}
dd {
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.3rem 0.5rem;
}
.phase {
  background: var(--pb-water);
  border-radius: 6px;
  border-block: 3px solid transparent;
  padding: 0.1rem 0.5rem;
}
.in {
  border-top-color: var(--pb-water-deep);
}
.out {
  border-bottom-color: var(--pb-water-deep);
}
</style>
