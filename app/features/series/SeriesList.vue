<script setup lang="ts">
import { v4 as newUuid } from 'uuid'
import type { Series } from '#core/routine'
import { useLibraryStore } from '~/shared/store/library'
import { plural } from '~/shared/words/numbers'
import { useSeries } from './seriesPractice'
import { seriesPhrase } from './seriesWords'

/** Series: mine with how far they have come, and ready-made ones to take up. */
const library = useLibraryStore()
const { mine, shipped } = useSeries()

async function keepNew(series: Omit<Series, 'id'>) {
  const id = `series-${newUuid()}`
  if (await library.putSeries({ ...series, id })) await navigateTo(`/series/${id}`)
}
const makeNew = () => keepNew({ name: 'A new series', purpose: '', repeats: false, lessons: [] })
</script>

<template>
  <section class="stack" aria-labelledby="series">
    <div class="spread">
      <h2 id="series">Series</h2>
      <Button label="New series" icon="pi pi-plus" severity="secondary" size="small" @click="makeNew" />
    </div>
    <p class="soft">
      Sessions that belong together, one lesson after the other. The next one is offered on Today, and moves its forms
      on in learning.
    </p>
    <ul class="list">
      <li v-for="{ series, state } in mine" :key="series.id" class="spread">
        <div class="about">
          <h3>{{ series.name }}</h3>
          <p class="small">{{ seriesPhrase(series, state) }}</p>
          <p v-if="series.purpose" class="small soft">{{ series.purpose }}</p>
        </div>
        <Button
          label="Open"
          size="small"
          severity="secondary"
          :aria-label="`Open the series ${series.name}`"
          @click="navigateTo(`/series/${series.id}`)"
        />
      </li>
      <li v-for="series in shipped" :key="series.id" class="spread">
        <div class="about">
          <h3>{{ series.name }}</h3>
          <p class="small">Ready-made, {{ plural(series.lessons.length, 'lesson') }}.</p>
          <p class="small soft">{{ series.purpose }}</p>
        </div>
        <Button
          label="Start it"
          size="small"
          severity="secondary"
          :aria-label="`Start the series ${series.name}`"
          @click="keepNew(series)"
        />
      </li>
    </ul>
  </section>
</template>

<style scoped>
.list {
  display: grid;
  gap: 1.2rem;
}
.about {
  flex: 1 1 18rem;
  min-width: 0;
  overflow-wrap: anywhere;
}
</style>
