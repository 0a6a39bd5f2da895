<script setup lang="ts">
import type { TodayOffer } from '#core/plan'
import { followStore } from '~/shared/session/followLater'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { plural } from '~/shared/words/numbers'
import { inOrderOfNames } from '~/shared/words/order'
import { useGrowing } from '~/shared/ui/growing'
import { stands } from '~/shared/ui/firstScreen'
import { isForPage } from '~/shared/ui/keys'
import TodayAsk from './TodayAsk.vue'
import OfferWords from './OfferWords.vue'
import { offerWords, REST_WORDS, whyNotPhrase, type TodayNames } from './todayWords'
import { useToday } from './useToday'

const workspace = useWorkspaceStore()
const library = useLibraryStore()
const journal = useJournalStore()

/** Nothing was ever practised here: it is said what this is and what to do. */
const isFirst = computed(() => workspace.isFullyLoaded && journal.sessions.length === 0)

const { minutes, states, felt, found, failed, looking, look, weekday, dueCount, setting, isSettled } = useToday()
const names = computed<TodayNames>(() => ({
  nameOf: (formId) => library.formsById.get(formId)?.name ?? 'a deleted form',
  weekday: weekday.value,
}))
const offers = computed(() => found.value?.offers ?? [])
/** The one that stands in front: the best, or another that was asked for. What is found later does not take its place. */
const front = ref<string | null>(null)
watch([minutes, states, felt], () => (front.value = null))
const first = computed(() => offers.value.find(({ routineId }) => routineId === front.value) ?? offers.value[0] ?? null)
watch([first, looking], () => {
  if (!looking.value) front.value = first.value?.routineId ?? null
})
/** Whether there is another to be asked for: until all is looked at anew, as it was before. */
const hasAnother = ref(false)
watch(found, (now) => (hasAnother.value = offers.value.length > 1 || (now?.isDone !== true && hasAnother.value)), {
  immediate: true,
})
const others = computed(() => offers.value.filter((offer) => offer !== first.value))
const words = computed(
  () =>
    first.value &&
    offerWords(first.value, found.value!.stepsOf[first.value.routineId] ?? 0, minutes.value, names.value),
)
const rest = computed(() => found.value?.rest && REST_WORDS[found.value.rest.why])
const restFirst = computed(() => found.value?.rest?.first === true)
/** What was pressed on another screen is gone: whoever comes from there finds the focus on Begin, as on the first load. */
const beginButton = useTemplateRef<{ $el: HTMLElement }>('beginButton')
watch(beginButton, (button, before) => {
  if (button && !before && document.activeElement === document.body) button.$el.focus({ preventScroll: true })
})

/** One key for another than the one in front. */
function another() {
  const place = offers.value.findIndex((offer) => offer === first.value)
  if (offers.value.length > 1) front.value = offers.value[(place + 1) % offers.value.length]!.routineId
}
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (!isForPage(event)) return
  if (event.key.toLowerCase() !== 'n') return
  another()
  event.preventDefault()
})

/** Why not each of the others, in the order of their names. */
const whyNots = computed(() =>
  (found.value?.others ?? [])
    .map(({ routineId, against }) => ({
      routineId,
      name: setting.value.routines.find(({ id }) => id === routineId)?.name ?? '',
      why: whyNotPhrase(against, names.value),
    }))
    .sort(inOrderOfNames),
)
watch(
  () => found.value !== null || failed.value,
  (isThere) => (stands.value ||= isThere),
  { immediate: true },
)
/** What to practise comes first; the days, and what else there is, in the moment after it. */
const there = useGrowing(() => (found.value || failed.value ? ['now', 'days'] : ['now']), 1)
/** What was found is looked over now and then: what was taken of small changes stays there meanwhile, to be taken back. */
const wasSettled = ref(false)
watch(isSettled, (is) => (wasSettled.value ||= is), { immediate: true })
/** What is not read first is fetched when that stands. */
const OfferBrook = defineAsyncComponent(() => import('./OfferBrook.vue'))
const AdjustmentHere = defineAsyncComponent(() => import('./AdjustmentHere.vue'))
const TodayDays = defineAsyncComponent(() => import('./TodayDays.vue'))
const TodayOthers = defineAsyncComponent(() => import('./TodayOthers.vue'))
/** What most days nobody asks for is fetched when it is. */
const FeltScales = defineAsyncComponent(() => import('~/shared/ui/FeltScales.vue'))
const saysHow = ref(false)
const purposeQuery = computed(() => ({
  minutes: minutes.value ?? undefined,
  states: states.value.join(',') || undefined,
}))

/** A press that comes before a new offer is found starts that, not the one before it. */
const waits = ref(false)
function beginFirst() {
  if (looking.value) waits.value = true
  else if (first.value) void begin(first.value)
}
watch(looking, () => {
  if (!looking.value && waits.value) beginFirst()
  waits.value = false
})
/** A second press while the first is still being answered begins no second session. */
let begins = false
async function begin(offer: TodayOffer) {
  if (begins) return
  begins = true
  const follow = await prepare(offer).finally(() => (begins = false))
  follow.command('start')
  await navigateTo('/follow')
}
async function prepare({ routine, routineId }: TodayOffer) {
  const [follow, { lessonNow }] = await Promise.all([followStore(), import('./useTodayRequest')])
  const lesson = lessonNow(routineId)
  follow.prepare(routine, lesson ? { lesson } : {})
  follow.before = { ...felt.value }
  return follow
}
/**
 * Come by the shortcut of the installed application: what stands in front is made ready, and one press begins it. A browser gives no sound before a
 * press. Where rest comes first, that is to be read.
 */
const route = useRoute()
const comesToBegin = ref(route.query.begin === 'today')
watch(
  [looking, first],
  async () => {
    if (!comesToBegin.value || looking.value || !first.value) return
    comesToBegin.value = false
    if (restFirst.value) return
    await prepare(first.value)
    await navigateTo('/follow', { replace: true })
  },
  { immediate: true },
)
</script>

<template>
  <div class="stack now">
    <section class="ready" :class="{ first: isFirst }" aria-label="What to practise now">
      <div v-if="isFirst" class="welcome">
        <p>
          Pebblebrook leads your tai chi and qigong: it counts, paces the breath, keeps to your minutes and remembers.
        </p>
        <p>Try the session below: press Start, put the device where you can hear it, and follow.</p>
        <p>
          Or first <NuxtLink to="/breath">set my breath</NuxtLink>,
          <NuxtLink to="/settings#body">say what to mind</NuxtLink>, or
          <NuxtLink to="/forms">look at the forms</NuxtLink>.
        </p>
      </div>
      <TodayAsk v-else v-model:minutes="minutes" v-model:states="states" />
      <p v-if="rest" class="rest-said" :class="{ first: restFirst }" role="status">{{ rest }}</p>
      <p v-if="failed" role="alert">
        What suits today could not be worked out just now.
        <Button label="Try again" size="small" severity="secondary" @click="look" />
      </p>
      <template v-if="words">
        <div class="spread">
          <div class="offer">
            <OfferWords :words="words" />
          </div>
          <div class="row buttons">
            <Button v-if="hasAnother" severity="secondary" aria-keyshortcuts="N" @click="another">
              Another<kbd aria-hidden="true">N</kbd>
            </Button>
            <Button
              ref="beginButton"
              class="begin"
              size="large"
              label="Start"
              autofocus
              icon="pi pi-play"
              :severity="restFirst ? 'secondary' : undefined"
              @pointerenter="followStore"
              @click="beginFirst"
            />
          </div>
        </div>
        <div class="brookPlace">
          <OfferBrook v-if="first" :routine="first.routine" />
        </div>
        <div>
          <AdjustmentHere
            v-if="first && wasSettled"
            :routine-id="first.routineId"
            :setting="setting"
            :is-ready="isSettled"
          />
        </div>
      </template>
      <p v-else-if="found?.isDone" role="status">
        None of my routines
        {{ minutes === null ? 'suits today' : `can be ${plural(minutes, 'minute')} with its closing kept today` }}.
        <NuxtLink :to="{ path: '/routines/propose', query: purposeQuery }">Suggest one for this</NuxtLink>
      </p>
      <p v-else-if="!failed" class="looking" role="status">Looking at today…</p>
      <!-- Whoever comes for the first time finds Begin before anything is asked. -->
      <TodayAsk v-if="isFirst" v-model:minutes="minutes" v-model:states="states" />
      <details class="feeling" @toggle="saysHow = true">
        <summary>How do you feel? (optional)</summary>
        <FeltScales
          v-if="saysHow"
          v-model="felt"
          legend="Your answers change what is offered, and are saved with the session."
        />
      </details>
    </section>

    <div v-if="there.includes('days')" class="columns">
      <TodayDays />
      <div class="stack also">
        <slot name="series" />
        <TodayOthers
          :offers="others"
          :names="names"
          :minutes="minutes"
          :due-count="dueCount"
          :purpose-query="purposeQuery"
          :why-nots="whyNots"
          @begin="begin"
        />
      </div>
    </div>
  </div>
</template>

<style scoped>
.now {
  gap: 1.6rem;
}
.welcome {
  display: grid;
  gap: 0.3rem;
  font-size: 1.1rem;
}
.welcome p {
  max-width: 80ch;
}
.ready {
  display: grid;
  gap: 1.1rem;
}
/* There is one reason yet. */
.first :deep(.because) {
  min-height: 0;
}
.begin {
  font-size: 1.3rem;
  padding: 0.8rem 2rem;
}
/* The offer and its buttons share the line; a long name wraps before they are pushed off it. */
.offer {
  flex: 1 1 20rem;
  min-width: 0;
}
/* The water of a small brook with its parts: nothing below it moves when it comes. */
.brookPlace {
  min-height: 86px;
}
.looking {
  min-height: 17rem;
}
.feeling {
  max-width: 48rem;
}
summary {
  cursor: pointer;
  padding: 0.5rem 0;
  width: fit-content;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 2rem 3rem;
  align-items: start;
}
.also {
  gap: 1.6rem;
}
@media (max-width: 820px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
  .buttons {
    display: grid;
    width: 100%;
  }
  .begin {
    order: -1;
  }
}
</style>
