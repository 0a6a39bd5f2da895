<script setup lang="ts">
import { addDays, review } from '#core/journal'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import ChoiceField from '~/shared/ui/ChoiceField.vue'
import { plural } from '~/shared/words/numbers'
import { dayPhrase, durationPhrase, minutesPhrase } from '~/shared/words/time'
import JournalPlaces from './JournalPlaces.vue'
import { noticedPhrase, spanOf, spanPhrase, SPANS, type SpanKind } from './reviewWords'

/** A week, a month or a year on one page: facts, what is worth noticing, and my words of that time. */
const library = useLibraryStore()
const journal = useJournalStore()
const kind = ref<SpanKind>('month')
const day = ref(journal.today)
const kinds = SPANS.map((value) => ({ value, name: `a ${value}` }))
const span = computed(() => spanOf(kind.value, day.value))
const title = computed(() => spanPhrase(kind.value, span.value))
useHead({ title: computed(() => `${title.value} · Pebblebrook`) })
const looked = computed(() =>
  review(journal.sessions, span.value, journal.today, journal.steadinessRules, {
    forms: library.forms,
    stages: library.stages,
  }),
)
const formName = (id: string) => library.formsById.get(id)?.name ?? id
const canGoOn = computed(() => span.value.to < journal.today)
const MOST_TITLES = 8
const print = () => window.print()
</script>

<template>
  <div class="stack review">
    <div class="spread">
      <h1>{{ title }}</h1>
      <JournalPlaces />
    </div>
    <div class="row tools">
      <ChoiceField v-model="kind" label="Review of" :options="kinds" />
      <Button label="Earlier" severity="secondary" @click="day = addDays(span.from, -1)" />
      <Button label="Later" severity="secondary" :disabled="!canGoOn" @click="day = addDays(span.to, 1)" />
      <Button label="Print" icon="pi pi-print" severity="secondary" text @click="print" />
    </div>
    <div role="status">
      <p v-if="looked.sessions === 0">No practice is noted in this time.</p>
      <p v-else class="sums">
        {{ plural(looked.sessions, 'session') }} on {{ plural(looked.days, 'day') }},
        {{ minutesPhrase(looked.seconds) }} in all; the longest {{ durationPhrase(looked.longestSeconds) }}.
      </p>
    </div>
    <section v-if="looked.noticed.length > 0" class="stack" aria-labelledby="noticed">
      <h2 id="noticed">Worth noticing</h2>
      <ol class="noticed">
        <li v-for="(each, index) in looked.noticed" :key="index">{{ noticedPhrase(each, kind, formName) }}</li>
      </ol>
    </section>
    <div v-if="looked.sessions > 0" class="columns">
      <section class="stack" aria-labelledby="what">
        <h2 id="what">What was practised</h2>
        <table class="ledger">
          <caption class="visually-hidden">
            What was practised, longest first
          </caption>
          <thead>
            <tr>
              <th scope="col">What</th>
              <th scope="col">Sessions</th>
              <th scope="col">Time</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="each in looked.titles.slice(0, MOST_TITLES)" :key="each.title">
              <th scope="row">{{ each.title }}</th>
              <td>{{ each.sessions }}</td>
              <td>{{ minutesPhrase(each.seconds) }}</td>
            </tr>
          </tbody>
        </table>
      </section>
      <section v-if="looked.words.length > 0" class="stack" aria-labelledby="words">
        <h2 id="words">My words</h2>
        <dl class="words">
          <template v-for="(each, index) in looked.words" :key="index">
            <dt class="small soft">{{ dayPhrase(each.day) }}, {{ each.title }}</dt>
            <dd>{{ each.words }}</dd>
          </template>
        </dl>
      </section>
    </div>
  </div>
</template>

<style scoped>
.tools {
  align-items: end;
}
.sums {
  font-size: 1.15rem;
}
.noticed {
  display: grid;
  gap: 0.5rem;
  padding-left: 1.4rem;
  list-style: decimal;
}
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(22rem, 100%), 1fr));
  gap: 2rem 3rem;
  align-items: start;
}
.words {
  margin: 0;
}
.words dd {
  margin: 0 0 0.8rem;
  overflow-wrap: anywhere;
}
@media print {
  .tools {
    display: none;
  }
}
</style>
