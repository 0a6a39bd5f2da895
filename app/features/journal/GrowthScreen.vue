<script setup lang="ts">
import { growth, hasChanged, type Growth } from '#core/journal'
import { deviceTimeZone } from '~/shared/clock/wallClock'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { useGrowing } from '~/shared/ui/growing'
import GrowthChart from './GrowthChart.vue'
import JournalPlaces from './JournalPlaces.vue'
import { growthName, growthValue } from './growthWords'

/** What grows over months: holds, counts, the breath, how far forms are learned. */
const library = useLibraryStore()
const journal = useJournalStore()
const { settings } = useSettingsStore()
useHead({ title: 'Progress · Pebblebrook' })
/** The screen stands before years of it are counted. */
const stands = useTimeout(0)
const all = computed(() =>
  stands.value
    ? growth(
        journal.sessions,
        { stages: library.stages, measures: journal.breathMeasures },
        deviceTimeZone(),
        settings.dayEndsAtHour,
      )
    : [],
)
/** Chains and unnamed forms are called as their sessions called them. */
const formNames = computed(
  () =>
    new Map(journal.sessions.flatMap(({ done }) => done.map(({ formId, formName }) => [formId, formName] as const))),
)
const nameOf = ({ kind, formId }: Growth) =>
  growthName(kind, formId ? (library.formsById.get(formId)?.name ?? formNames.value.get(formId) ?? formId) : '')
const keyOf = ({ kind, formId }: Growth) => `${kind} ${formId ?? ''}`
const ORDER = ['restBreath', 'practiceBreath', 'hold', 'stage', 'weight', 'count']
const changed = computed(() =>
  all.value
    .filter(hasChanged)
    .sort(
      (one, other) => ORDER.indexOf(one.kind) - ORDER.indexOf(other.kind) || other.points.length - one.points.length,
    ),
)
const same = computed(() => all.value.filter((each) => !hasChanged(each)))
const MOST = 6
const showsAll = ref(false)
const shown = computed(() => changed.value.slice(0, showsAll.value ? undefined : MOST))
/** Each takes a moment to be drawn, where it has years of days. */
const drawn = useGrowing(shown, 1)
</script>

<template>
  <div class="stack">
    <div class="spread">
      <h1>Progress</h1>
      <JournalPlaces />
    </div>
    <p v-if="!stands" role="status">The days are being counted…</p>
    <p v-else-if="all.length === 0">
      Nothing to draw yet: from three days on with the same form, its counts and holds stand here, and the breath.
    </p>
    <p v-else class="soft small about">
      The most of each day. Growth comes by itself and in its own time; a smaller number on a tired day is good practice
      too.
    </p>
    <div class="charts">
      <section v-for="each in drawn" :key="keyOf(each)" class="stack" :aria-label="nameOf(each)">
        <h2>{{ nameOf(each) }}</h2>
        <GrowthChart :growth="each" :name="nameOf(each)" :value="(value) => growthValue(each.kind, value)" />
      </section>
    </div>
    <Button
      v-if="!showsAll && changed.length > MOST"
      class="more"
      severity="secondary"
      :label="`Show all that changed (${changed.length})`"
      @click="showsAll = true"
    />
    <details v-if="same.length > 0">
      <summary>The same all the time ({{ same.length }})</summary>
      <ul class="plain">
        <li v-for="each in same" :key="keyOf(each)">
          {{ nameOf(each) }}: {{ growthValue(each.kind, each.points[0]!.value) }} on {{ each.points.length }} days
        </li>
      </ul>
    </details>
  </div>
</template>

<style scoped>
.charts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(26rem, 100%), 1fr));
  gap: 2rem 3rem;
}
h2 {
  font-size: 1.1rem;
}
.about {
  max-width: 44rem;
}
.plain {
  display: grid;
  gap: 0.3rem;
  margin-top: 0.5rem;
}
.more {
  justify-self: start;
}
</style>
