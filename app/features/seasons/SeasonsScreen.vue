<script setup lang="ts">
import type { Season } from '#core/plan'
import { useSeasons } from '~/shared/plan/useSeasons'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { shortDayPhrase } from '~/shared/words/time'
import SeasonReach from './SeasonReach.vue'
import { goalPhrase, standPhrase } from './seasonWords'
import { useSeasonKeeping } from './useSeasonKeeping'

/** All seasons, each as its reach. */
const workspace = useWorkspaceStore()
const library = useLibraryStore()
const journal = useJournalStore()
useHead({ title: 'Seasons · Pebblebrook' })
const { seasons, planOf } = useSeasons()
const { removed, takeBack } = useSeasonKeeping()
const formOf = (id: string) => library.formsById.get(id)
const shown = computed(() =>
  workspace.isFullyLoaded ? seasons.value.map((season) => ({ season, plan: planOf(season) })) : [],
)
const whenPhrase = ({ startDay }: Season, when: string, lastDay: string) =>
  when === 'ahead'
    ? `begins on ${shortDayPhrase(startDay)}`
    : when === 'over'
      ? `ended on ${shortDayPhrase(lastDay)}`
      : `until ${shortDayPhrase(lastDay)}`
</script>

<template>
  <div class="stack">
    <NuxtLink to="/week">The week</NuxtLink>
    <div class="spread">
      <h1>Seasons</h1>
      <Button label="New season" icon="pi pi-plus" @click="navigateTo('/seasons/new')" />
    </div>
    <p class="soft">
      A course of weeks towards one thing: a set that is learned, a hold that grows, calm evenings. Its sessions lie in
      the week, and every week is planned anew from what was done.
    </p>
    <p v-if="removed" role="status">
      “{{ removed.season.name }}” is removed.
      <Button label="Undo" size="small" severity="secondary" text @click="takeBack()" />
    </p>
    <p v-if="!workspace.isFullyLoaded" role="status">The journal is being read…</p>
    <p v-else-if="shown.length === 0">None yet.</p>
    <ul class="seasons">
      <li v-for="{ season, plan } in shown" :key="season.id" class="stack">
        <div class="spread">
          <h2>
            <NuxtLink :to="`/seasons/${season.id}`">{{ season.name }}</NuxtLink>
          </h2>
          <span class="soft">{{ whenPhrase(season, plan.when, plan.lastDay) }}</span>
        </div>
        <p class="small">{{ goalPhrase(season, formOf) }} · {{ standPhrase(season, plan, formOf) }}</p>
        <SeasonReach :season="season" :plan="plan" :today="journal.today" :form-of="formOf" />
      </li>
    </ul>
  </div>
</template>

<style scoped>
.seasons {
  display: grid;
  gap: 1.8rem;
}
.seasons .stack {
  gap: 0.4rem;
}
</style>
