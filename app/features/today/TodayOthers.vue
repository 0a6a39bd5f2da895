<script setup lang="ts">
import type { LocationQueryRaw } from 'vue-router'
import type { TodayOffer } from '#core/plan'
import { useCompiled } from '~/shared/store/compiled'
import { plural } from '~/shared/words/numbers'
import { durationPhrase } from '~/shared/words/time'
import BrookDrawing from '~/shared/drawing/BrookDrawing.vue'
import { changePhrase, reasonPhrases, type TodayNames } from './todayWords'

/** What else could be practised today, and why not the rest. */
const props = defineProps<{
  offers: readonly TodayOffer[]
  names: TodayNames
  minutes: number | null
  /** Forms that come back now. */
  dueCount: number
  /** What was asked for, for a session that is made for it. */
  purposeQuery: LocationQueryRaw
  whyNots: readonly { routineId: string; name: string; why: string }[]
}>()
const emit = defineEmits<{ begin: [offer: TodayOffer] }>()
const compiled = useCompiled()
const drawn = computed(() =>
  props.offers.map((offer) => {
    const result = compiled(offer.routine)
    return {
      offer,
      timeline: result.ok ? result.timeline : null,
      changed: changePhrase(offer, props.minutes, props.names),
    }
  }),
)
const longestSeconds = computed(() => Math.max(0, ...props.offers.map(({ seconds }) => seconds)))
/** What most days nobody asks for is fetched when it is. */
const CloseAfter = defineAsyncComponent(() => import('./CloseAfter.vue'))
const closesAfter = ref(false)
</script>

<template>
  <section class="stack" aria-labelledby="others">
    <h2 id="others">Or</h2>
    <div class="links">
      <NuxtLink :to="{ path: '/routines/propose', query: purposeQuery }">Suggest a routine</NuxtLink>
      <NuxtLink to="/kept">{{
        dueCount > 0 ? `Due for review: ${plural(dueCount, 'form')} now` : 'Due for review'
      }}</NuxtLink>
      <NuxtLink to="/seasons">Seasons: weeks towards one thing</NuxtLink>
      <NuxtLink to="/routines">All routines</NuxtLink>
    </div>
    <ul v-if="drawn.length > 0" class="others">
      <li v-for="{ offer, timeline, changed } in drawn" :key="offer.routineId">
        <div class="spread">
          <div class="offer">
            <h3>{{ offer.routine.name }}</h3>
            <p class="small soft">
              {{ durationPhrase(offer.seconds) }} · {{ reasonPhrases(offer, names).join(' · ') }}
            </p>
            <p v-if="changed" class="small">{{ changed }}</p>
          </div>
          <Button
            size="small"
            severity="secondary"
            label="Start"
            :aria-label="`Start ${offer.routine.name}`"
            @click="emit('begin', offer)"
          />
        </div>
        <BrookDrawing v-if="timeline" :timeline="timeline" :scale-seconds="longestSeconds" />
      </li>
    </ul>
    <details v-if="whyNots.length > 0">
      <summary>Why not the others?</summary>
      <dl class="why">
        <div v-for="{ routineId, name, why } in whyNots" :key="routineId">
          <dt>{{ name }}</dt>
          <dd class="small">{{ why }}</dd>
        </div>
      </dl>
    </details>
    <details @toggle="closesAfter = true">
      <summary>Only a closing (after practice elsewhere)</summary>
      <CloseAfter v-if="closesAfter" />
    </details>
  </section>
</template>

<style scoped>
.offer {
  flex: 1 1 20rem;
  min-width: 0;
}
summary {
  cursor: pointer;
  padding: 0.5rem 0;
  width: fit-content;
}
/* What is still being found comes below, so that nothing moves from under a finger. */
.links {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1.4rem;
}
.why {
  display: grid;
  gap: 0.6rem;
}
.why dt {
  color: var(--pb-ink);
  font-weight: 650;
}
.why dd {
  margin: 0;
}
.others {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 1.2rem;
}
</style>
