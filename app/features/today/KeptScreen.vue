<script setup lang="ts">
import { max } from 'd3-array'
import { scaleLinear } from 'd3-scale'
import { daysBetween, NOT_SAID } from '#core/journal'
import { bodyOf, type Keeping, type KeptForm, type TodayOffer } from '#core/plan'
import BrookDrawing from '~/shared/drawing/BrookDrawing.vue'
import { useCompiled } from '~/shared/store/compiled'
import { useFollowStore } from '~/shared/session/follow'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { plainCopy } from '~/shared/store/plainCopy'
import { plural } from '~/shared/words/numbers'
import { durationPhrase } from '~/shared/words/time'
import { HAND_MINUTES } from './atHand'
import { KEEPING_WORDS, keptPhrase } from './keptWords'
import AdjustmentList from './AdjustmentList.vue'
import { useAdjustments } from './useAdjustments'
import { askPlanner } from '~/shared/plan/planWorker'
import { useKept } from '~/shared/plan/useKept'
import { useTodayRequest } from './useTodayRequest'

/** What is being learned and kept: what is to come back, and a session of it for the minutes there are. */
const library = useLibraryStore()
const journal = useJournalStore()
const { saveSettings } = useSettingsStore()
const follow = useFollowStore()
const compiled = useCompiled()
useHead({ title: 'Due for review · Pebblebrook' })

const { kept, resting } = useKept()
const { setting, about } = useTodayRequest()
const { adjustments, phrase, take, taken, takeBack } = useAdjustments(setting, ref(true))
const KEEPINGS = ['due', 'fading', 'fresh'] as const satisfies readonly Keeping[]
const groups = computed(() =>
  KEEPINGS.map((keeping) => ({ keeping, forms: kept.value.filter((form) => form.keeping === keeping) })).filter(
    ({ forms }) => forms.length > 0,
  ),
)
const nameOf = (formId: string) => library.formsById.get(formId)?.name ?? ''
/** Days from today, before it below 0. */
const daysOf = ({ lastDay, dueDay }: KeptForm) => ({
  last: daysBetween(journal.today, lastDay),
  due: daysBetween(journal.today, dueDay),
})

/** Today lies in the middle of the water; what is long past or far off lies at its ends. */
const STRIP = { width: 300, height: 26 }
const MOST_SHOWN_DAYS = 45
const reach = computed(() =>
  Math.min(MOST_SHOWN_DAYS, Math.max(7, max(kept.value.map(daysOf).flatMap(({ last, due }) => [-last, due])) ?? 0)),
)
const x = computed(() => scaleLinear([-reach.value, reach.value], [8, STRIP.width - 8]).clamp(true))

/** What a session of it would be made of: what is due, or what is fading where nothing is. */
const comesBack = computed(() => {
  const [first] = groups.value
  return first && first.keeping !== 'fresh' ? first.forms.map(({ formId }) => formId) : []
})
const minutes = ref<number | null>(null)
const offer = shallowRef<TodayOffer | null>(null)
const said = ref('')
let asked = 0
async function make(next: number) {
  minutes.value = next
  offer.value = null
  said.value = 'Choosing…'
  const mine = (asked += 1)
  const ask = {
    ...about.value,
    minutes: next,
    comesBack: comesBack.value,
    body: bodyOf(NOT_SAID, []),
    effects: [],
  }
  try {
    const made = await askPlanner(setting.value, (remote) => remote.make(plainCopy(ask)))
    if (mine !== asked) return
    offer.value = made
    said.value = made ? '' : `${plural(next, 'minute')} cannot be made of this with a closing. Try other minutes.`
  } catch {
    if (mine === asked) said.value = 'It could not be worked out just now. Press the minutes again.'
  }
}
// A session of what comes back is one of what does so now: what else comes back, or no more, is made into it anew.
watch(
  () => comesBack.value.join(),
  async () => {
    if (minutes.value !== null && comesBack.value.length > 0) return make(minutes.value)
    asked += 1
    offer.value = null
    minutes.value = null
    said.value = ''
  },
)
const drawn = computed(() => {
  const result = offer.value && compiled(offer.value.routine)
  return result?.ok ? result : null
})
const brought = computed(() => {
  const inIt = new Set(drawn.value?.timeline.occurrences.map(({ formId }) => formId))
  return comesBack.value.filter((formId) => inIt.has(formId))
})
async function begin() {
  if (!offer.value) return
  follow.prepare(offer.value.routine)
  follow.command('start')
  await navigateTo('/follow')
}

const restNames = computed(() => [...resting.value].filter((formId) => library.formsById.has(formId)))
/** What was pressed goes with its row: the focus goes on to what takes it back. */
async function focusOn(name: string) {
  await nextTick()
  document.querySelector<HTMLElement>(`main button[aria-label="${CSS.escape(name)}"]`)?.focus()
}
const restName = (formId: string) => `Let ${nameOf(formId)} rest`
const againName = (formId: string) => `Keep ${nameOf(formId)} again`
async function letRest(formId: string) {
  await saveSettings({ resting: [...resting.value, formId] })
  await focusOn(againName(formId))
}
async function keepAgain(formId: string) {
  await saveSettings({ resting: [...resting.value].filter((other) => other !== formId) })
  await focusOn(restName(formId))
}
</script>

<template>
  <div class="stack">
    <NuxtLink to="/forms">Forms</NuxtLink>
    <h1>Due for review</h1>
    <p>
      What you are learning wants to come back soon and often; what you know, now and then. When, is worked out from
      what was done, what was looked up and what was left early.
      <NuxtLink to="/journal/method#keeping">How it is worked out</NuxtLink>
    </p>

    <section v-if="comesBack.length > 0" class="stack" aria-labelledby="practise">
      <h2 id="practise">
        {{ plural(comesBack.length, 'form') }} {{ groups[0]!.keeping === 'due' ? 'due' : 'to refresh' }}
      </h2>
      <div class="row" role="group" aria-label="Minutes at hand">
        <Button
          v-for="each in HAND_MINUTES"
          :key="each"
          :label="`${each} min`"
          :severity="minutes === each ? undefined : 'secondary'"
          :aria-pressed="minutes === each"
          @click="make(each)"
        />
      </div>
      <p role="status">{{ said }}</p>
      <template v-if="offer && drawn">
        <div class="spread">
          <p>
            <strong>{{ durationPhrase(offer.seconds) }}</strong> at my pace · {{ brought.length }} of
            {{ plural(comesBack.length, 'form') }}: {{ brought.map(nameOf).join(', ') }}
          </p>
          <Button size="large" label="Start" icon="pi pi-play" @click="begin" />
        </div>
        <BrookDrawing :timeline="drawn.timeline" size="small" />
      </template>
    </section>

    <section v-if="adjustments.length > 0 || taken" class="stack" aria-labelledby="adjustments">
      <h2 id="adjustments">A little more, or a little less</h2>
      <AdjustmentList
        named
        :adjustments="adjustments"
        :phrase="phrase"
        :taken="taken?.words ?? ''"
        @take="take"
        @take-back="takeBack"
      />
    </section>

    <p v-if="kept.length === 0">
      Nothing yet. Forms come here once they were done on four days, or once you say how far you are with them on their
      page.
    </p>
    <section v-for="{ keeping, forms } in groups" :key="keeping" class="stack" :aria-labelledby="`kept-${keeping}`">
      <h2 :id="`kept-${keeping}`">{{ KEEPING_WORDS[keeping] }}</h2>
      <ul class="forms">
        <li v-for="form in forms" :key="form.formId">
          <div>
            <NuxtLink :to="`/forms/${form.formId}`"
              ><strong>{{ nameOf(form.formId) }}</strong></NuxtLink
            >
            <p class="small soft">{{ keptPhrase(form, journal.today) }}</p>
          </div>
          <svg :viewBox="`0 0 ${STRIP.width} ${STRIP.height}`" aria-hidden="true">
            <line class="today" :x1="x(0)" :x2="x(0)" y1="0" :y2="STRIP.height" />
            <line class="water" :x1="x(daysOf(form).last)" :x2="x(daysOf(form).due)" y1="13" y2="13" />
            <ellipse class="stone" :cx="x(daysOf(form).last)" cy="13" rx="7" ry="5.5" />
            <ellipse class="ring" :class="keeping" :cx="x(daysOf(form).due)" cy="13" rx="7" ry="5.5" />
          </svg>
          <Button
            size="small"
            severity="secondary"
            text
            label="Stop reminding me"
            :aria-label="restName(form.formId)"
            @click="letRest(form.formId)"
          />
        </li>
      </ul>
    </section>
    <p v-if="groups.length > 0" class="small soft">
      The filled stone is the day it was last done, the ring the day it is due, the upright line today.
    </p>

    <section v-if="restNames.length > 0" class="stack" aria-labelledby="resting">
      <h2 id="resting">Resting</h2>
      <ul class="row resting">
        <li v-for="formId in restNames" :key="formId">
          {{ nameOf(formId) }}
          <Button
            size="small"
            severity="secondary"
            text
            label="Remind me again"
            :aria-label="againName(formId)"
            @click="keepAgain(formId)"
          />
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.forms {
  display: grid;
  gap: 0.3rem;
}
.forms li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 18.75rem auto;
  gap: 0.2rem 1.2rem;
  align-items: center;
}
svg {
  width: 100%;
}
.today {
  stroke: var(--pb-soft);
  stroke-width: 1.5;
}
.water {
  stroke: var(--pb-water);
  stroke-width: 8;
  stroke-linecap: round;
}
.stone {
  fill: var(--pb-stone);
}
.ring {
  fill: var(--pb-paper);
  stroke: var(--pb-water-deep);
  stroke-width: 2.5;
}
.ring.due {
  stroke: var(--pb-clay);
}
.resting {
  gap: 0.2rem 1.5rem;
}
@media (max-width: 700px) {
  .forms li {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .forms svg {
    grid-column: 1 / -1;
    grid-row: 2;
  }
}
@media (forced-colors: active) {
  .stone {
    fill: CanvasText;
  }
  .water,
  .ring,
  .today {
    stroke: CanvasText;
  }
  .ring {
    fill: Canvas;
  }
}
</style>
