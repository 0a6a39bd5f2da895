<script setup lang="ts">
import { useSeasons } from '~/shared/plan/useSeasons'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { plural } from '~/shared/words/numbers'
import SeasonReach from './SeasonReach.vue'
import { standPhrase } from './seasonWords'

/** The seasons that run, below the week that they lie in. */
const workspace = useWorkspaceStore()
const library = useLibraryStore()
const journal = useJournalStore()
const { seasons, planOf } = useSeasons()
const formOf = (id: string) => library.formsById.get(id)
const running = computed(() =>
  workspace.isFullyLoaded
    ? seasons.value.map((season) => ({ season, plan: planOf(season) })).filter(({ plan }) => plan.when !== 'over')
    : [],
)
const weekNow = ({ weeks }: { weeks: { at: number; when: string }[] }) =>
  (weeks.find(({ when }) => when === 'now')?.at ?? -1) + 1
</script>

<template>
  <section class="stack" aria-labelledby="seasons">
    <div class="spread">
      <h2 id="seasons">Seasons</h2>
      <div class="row">
        <NuxtLink to="/seasons">All seasons</NuxtLink>
        <Button
          label="New season"
          icon="pi pi-plus"
          size="small"
          severity="secondary"
          @click="navigateTo('/seasons/new')"
        />
      </div>
    </div>
    <p v-if="running.length === 0" class="soft">
      A course of weeks towards one thing: a set that is learned, a hold that grows, calm evenings.
    </p>
    <div v-for="{ season, plan } in running" :key="season.id" class="stack season">
      <p>
        <NuxtLink :to="`/seasons/${season.id}`"
          ><strong>{{ season.name }}</strong></NuxtLink
        >
        ·
        {{
          plan.when === 'now'
            ? `week ${weekNow(plan)} of ${plan.weeks.length}`
            : `${plural(plan.weeks.length, 'week')}, soon`
        }}
        · {{ standPhrase(season, plan, formOf) }}
      </p>
      <SeasonReach :season="season" :plan="plan" :today="journal.today" :form-of="formOf" />
    </div>
  </section>
</template>

<style scoped>
.season {
  gap: 0.4rem;
}
</style>
