<script setup lang="ts">
import { ARC_PARTS } from '#core/forms'
import { stepsOf } from '#core/routine'
import { useHealth } from '~/shared/plan/useHealth'
import { useCompiled } from '~/shared/store/compiled'
import FormPicture from '~/shared/drawing/FormPicture.vue'
import { useLibraryStore } from '~/shared/store/library'
import { cardLines } from '~/shared/words/cardLines'
import { healthChanges } from '~/shared/words/health'
import { PART_WORDS } from '~/shared/words/practice'
import { durationPhrase } from '~/shared/words/time'

/** One page to print and to read from two metres: what is done, how often, in which stance. */
const library = useLibraryStore()
const compiled = useCompiled()
const route = useRoute()
const routine = computed(() => library.routines.find(({ id }) => id === route.params.id) ?? null)
const health = useHealth()
const adjusted = computed(() => (routine.value ? health.adjusted(routine.value) : null))
/** Print the routine as written instead of as led. */
const asWritten = ref(false)
const shown = computed(() => (asWritten.value ? null : adjusted.value?.routine) ?? routine.value)
const drawn = computed(() => (shown.value ? compiled(shown.value) : null))
useHead({ title: computed(() => `${routine.value?.name ?? 'No such routine'} · Pebblebrook`) })

const lines = computed(() => {
  const result = drawn.value
  return result?.ok ? cardLines(result.timeline, result.totals, library.formsById) : []
})
const steps = computed(() => new Map(shown.value ? stepsOf(shown.value).map((step) => [step.id, step]) : []))
const parts = computed(() =>
  ARC_PARTS.map((part) => ({ part, lines: lines.value.filter((line) => line.part === part) })).filter(
    (each) => each.lines.length > 0,
  ),
)
/** Lettering as large as the number of lines lets it be, so that it stays on one page. */
const lineHeightMm = computed(() => Math.min(13, 205 / Math.max(1, lines.value.length + parts.value.length * 0.8)))
const changes = computed(() =>
  routine.value && adjusted.value
    ? healthChanges(routine.value, adjusted.value, library.setting, library.formsById)
    : [],
)
const print = () => window.print()
</script>

<template>
  <div v-if="!routine || !drawn?.ok" class="stack">
    <h1>No such routine</h1>
    <p><NuxtLink to="/routines">All routines</NuxtLink></p>
  </div>
  <div v-else class="stack">
    <div class="row no-print">
      <NuxtLink :to="library.isShipped(routine.id) ? '/routines' : `/routines/${routine.id}`">Back</NuxtLink>
      <Button label="Print this card" icon="pi pi-print" @click="print" />
      <label v-if="changes.length > 0" class="row"><input v-model="asWritten" type="checkbox" /> As written</label>
    </div>
    <p v-if="adjusted?.asksFirst" role="status">{{ health.phrase(adjusted) }}</p>
    <article class="card" :style="{ '--line': `${lineHeightMm}mm` }">
      <h1>{{ routine.name }}</h1>
      <p v-if="routine.purpose">{{ routine.purpose }}</p>
      <p>{{ durationPhrase(drawn.totals.totalSeconds) }} at my pace</p>
      <p v-if="changes.length > 0 && asWritten" class="health">
        As written. My health settings advise otherwise: {{ changes.join(' ') }}
      </p>
      <p v-else-if="changes.length > 0" class="health">For my health settings: {{ changes.join(' ') }}</p>
      <section v-for="each in parts" :key="each.part" :aria-label="PART_WORDS[each.part]">
        <h2>{{ PART_WORDS[each.part] }}</h2>
        <ul>
          <li v-for="line in each.lines" :key="line.stepId">
            <FormPicture beside :form="line.form" :step="steps.get(line.stepId)" />
            <strong>{{ line.formName }}</strong>
            <span
              >{{ line.count }}<template v-if="line.rounds > 1">, {{ line.rounds }} rounds</template></span
            >
            <span class="stance">{{ line.stance }}</span>
          </li>
        </ul>
      </section>
    </article>
  </div>
</template>

<style scoped>
.card {
  max-width: 190mm;
  line-height: 1.1;
}
h1 {
  font-size: calc(var(--line) * 0.95);
}
h2 {
  font-size: calc(var(--line) * 0.5);
  color: var(--pb-soft);
  padding-top: calc(var(--line) * 0.2);
}
li {
  display: grid;
  grid-template-columns: auto minmax(0, 1.4fr) minmax(0, 1.25fr) minmax(0, 0.8fr);
  gap: 0 4mm;
  align-items: baseline;
  font-size: calc(var(--line) * 0.62);
  min-height: calc(var(--line) * 0.95);
  border-bottom: 1px solid var(--pb-line);
}
/* The drawings are as tall as a line and no taller: the card stays one page. */
li :deep(.feet) {
  width: calc(var(--line) * 0.95);
  height: calc(var(--line) * 0.88);
}
li :deep(.breath) {
  width: calc(var(--line) * 1.1);
  height: calc(var(--line) * 0.5);
}
.health {
  font-size: calc(var(--line) * 0.4);
  line-height: 1.3;
}
.stance {
  font-size: 0.75em;
  color: var(--pb-soft);
}
@media screen and (max-width: 700px) {
  li {
    grid-template-columns: auto minmax(0, 1.3fr) minmax(0, 1fr);
    align-items: start;
    padding: 0.3rem 0;
  }
  li :deep(.form-picture) {
    grid-row: span 2;
    flex-direction: column;
    gap: 0.1rem;
  }
  .stance {
    grid-column: 2 / -1;
  }
}
@media print {
  .no-print {
    display: none;
  }
  .card {
    max-width: none;
    color: #000;
  }
}
</style>
