<script setup lang="ts">
import { VueDraggable } from 'vue-draggable-plus'
import { addDays } from '#core/journal'
import {
  DAY_TIMES,
  dayTimeOf,
  plannedRoutineId,
  type Amounts,
  type DayTime,
  type PlannedSession,
  type PlannedDay,
  type PlannedPractice,
} from '#core/plan'
import { durationPhrase, minutesPhrase, shortDayPhrase, WEEKDAY_WORDS } from '~/shared/words/time'
import WeekBed from './WeekBed.vue'
import WeekStone from './WeekStone.vue'
import { PAUSE_WORDS, placePhrase, STATE_WORDS, turnWord } from './weekWords'

/**
 * Seven days as seven reaches of one brook, mornings above and evenings below: what is laid is an outlined stone, what was done a filled one. Below
 * them the bed, as deep as the legs are asked. One stop for the tab key; arrows lead from place to place, with Alt they take a stone along.
 */
const props = defineProps<{
  days: PlannedDay[]
  amounts: { planned: Amounts; done: Amounts }[]
  today: string
  chosen: { day: string; time: DayTime; practice: PlannedPractice | null } | null
  proposedOn: (day: string, time: DayTime) => PlannedSession[]
  nameOf: (practice: Pick<PlannedPractice, 'laid' | 'routineId'>) => string
  secondsOf: (practice: Pick<PlannedPractice, 'laid' | 'routineId'>) => number
  routineName: (routineId: string) => string
  isRest: (day: string) => boolean
}>()
const emit = defineEmits<{
  choose: [day: string, time: DayTime, practice: PlannedPractice | null]
  move: [practice: PlannedPractice, to: { day: string; time: DayTime }]
  remove: [practice: PlannedPractice]
}>()

const keyOf = ({ laid, laidOn }: PlannedPractice) => `${laid.id}/${laidOn}`
const cells = computed(() =>
  props.days.map((each) => ({
    ...each,
    times: DAY_TIMES.map((time) => ({
      time,
      practice: each.practice.filter(({ laid }) => laid.time === time),
      besides: each.besides.filter((session) => dayTimeOf(session) === time),
      proposed: props.proposedOn(each.day, time),
    })),
  })),
)
/** Only what is still to come can be taken elsewhere. */
const canMove = ({ state }: PlannedPractice) => state !== 'done'

const asProposed = (laid: PlannedSession) => ({
  laid,
  routineId: plannedRoutineId(laid.what),
})
const proposedWords = (laid: PlannedSession) =>
  [proposedSeconds(laid) > 0 && durationPhrase(proposedSeconds(laid)), laid.at && `at ${laid.at}`]
    .filter(Boolean)
    .join(', ')
const proposedSeconds = (laid: PlannedSession) =>
  laid.minutes === null ? props.secondsOf(asProposed(laid)) : laid.minutes * 60
const stoneName = (practice: PlannedPractice) =>
  [
    props.nameOf(practice),
    durationPhrase(practice.session?.practisedSeconds ?? props.secondsOf(practice)),
    STATE_WORDS[practice.state],
    practice.laid.weekly && 'every week',
    practice.day !== practice.laidOn && `planned for ${shortDayPhrase(practice.laidOn)}`,
    placePhrase(practice.day, practice.laid.time),
  ]
    .filter(Boolean)
    .join(', ')

/* Arrows. */
const frame = ref<HTMLElement | null>(null)
const focusKey = ref('')
/** One place alone is a stop of the tab key: the one last gone to; else today's, or the first that there is. */
const stop = computed(() => {
  const keys = cells.value.flatMap(({ day, times }) =>
    times.flatMap(({ time, practice }) => [
      ...practice.map((each) => `${day}/${time}/${keyOf(each)}`),
      ...(day >= props.today && practice.length === 0 ? [`${day}/${time}/add`] : []),
    ]),
  )
  const today = keys.find((key) => key.startsWith(props.today))
  return keys.includes(focusKey.value) ? focusKey.value : (today ?? keys[0])
})
const isFirst = (key: string) => stop.value === key
const places = () => [...(frame.value?.querySelectorAll<HTMLElement>('[data-place]') ?? [])]
function focusOn(place: HTMLElement | undefined) {
  if (!place) return
  focusKey.value = place.dataset.place!
  place.focus()
}
const SIDEWAYS: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1 }
const UPDOWN: Record<string, number> = { ArrowUp: -1, ArrowDown: 1 }
function onKey(event: KeyboardEvent, day: string, time: DayTime, practice: PlannedPractice | null) {
  const sideways = SIDEWAYS[event.key] ?? 0
  const updown = UPDOWN[event.key] ?? 0
  if (event.key === 'Delete' && practice) emit('remove', practice)
  else if (sideways === 0 && updown === 0) return
  else if (event.altKey && practice && canMove(practice)) moveByKey(practice, sideways, updown)
  else if (sideways !== 0)
    focusOn(places().find((place) => place.dataset.day === addDays(day, sideways) && place.dataset.time === time))
  else {
    const inDay = places().filter((place) => place.dataset.day === day)
    focusOn(inDay[inDay.indexOf(event.currentTarget as HTMLElement) + updown])
  }
  event.preventDefault()
}
async function moveByKey(practice: PlannedPractice, sideways: number, updown: number) {
  const to = {
    day: addDays(practice.day, sideways),
    time: updown === 0 ? practice.laid.time : updown < 0 ? ('morning' as const) : ('evening' as const),
  }
  if (!props.days.some(({ day }) => day === to.day)) return
  if (to.day === practice.day && to.time === practice.laid.time) return
  followTo.value = to
  emit('move', practice, to)
}
/** To a place: to the stone that lies there, or to where one can be laid. */
async function goTo(day: string, time: DayTime) {
  await nextTick()
  const there = places().filter((place) => place.dataset.day === day && place.dataset.time === time)
  focusOn(there.find((place) => !place.dataset.place!.endsWith('/add')) ?? there[0] ?? places()[0])
}
defineExpose({ goTo })
/** Where a stone was taken, the focus goes once it lies there. */
const followTo = ref<{ day: string; time: DayTime } | null>(null)
watch(cells, async () => {
  const to = followTo.value
  if (!to) return
  followTo.value = null
  await goTo(to.day, to.time)
})
function dropped(event: { item: HTMLElement; to: HTMLElement }) {
  const key = event.item.dataset.key
  const practice = props.days.flatMap((each) => each.practice).find((each) => keyOf(each) === key)
  const { day, time } = event.to.dataset as { day: string; time: DayTime }
  if (practice && (day !== practice.day || time !== practice.laid.time)) emit('move', practice, { day, time })
}
</script>

<template>
  <div ref="frame" class="week">
    <section
      v-for="(each, at) in cells"
      :key="each.day"
      class="reach"
      :class="{ now: each.day === today, past: each.day < today }"
      :aria-label="`${WEEKDAY_WORDS[at]} ${shortDayPhrase(each.day)}`"
    >
      <h2>
        <span class="name">{{ WEEKDAY_WORDS[at]!.slice(0, 3) }}</span> {{ shortDayPhrase(each.day) }}
        <span v-if="each.turn" class="turn">{{ turnWord(each.turn, routineName) }}</span>
        <span v-if="each.pause" class="turn">{{ PAUSE_WORDS[each.pause.why] }}</span>
        <span v-else-if="isRest(each.day)" class="turn">Rest</span>
      </h2>
      <div v-for="cell in each.times" :key="cell.time" class="place" :class="cell.time">
        <span :class="at === 0 ? 'time' : 'time repeated'">{{ cell.time }}</span>
        <VueDraggable
          :model-value="cell.practice"
          class="stones"
          group="week"
          :data-day="each.day"
          :data-time="cell.time"
          :animation="0"
          :delay="120"
          :delay-on-touch-only="true"
          draggable=".movable"
          :force-fallback="true"
          :fallback-tolerance="4"
          @add="dropped"
        >
          <button
            v-for="practice in cell.practice"
            :key="keyOf(practice)"
            type="button"
            class="stone"
            :class="[practice.state, { movable: canMove(practice) }]"
            :data-key="keyOf(practice)"
            :data-place="`${each.day}/${cell.time}/${keyOf(practice)}`"
            :data-day="each.day"
            :data-time="cell.time"
            :tabindex="isFirst(`${each.day}/${cell.time}/${keyOf(practice)}`) ? 0 : -1"
            :aria-label="stoneName(practice)"
            :aria-pressed="chosen?.practice ? keyOf(chosen.practice) === keyOf(practice) : false"
            @click="emit('choose', each.day, cell.time, practice)"
            @keydown="onKey($event, each.day, cell.time, practice)"
          >
            <WeekStone
              :words="practice.laid.id"
              :seconds="practice.session?.practisedSeconds ?? secondsOf(practice)"
              :state="practice.state"
              >{{ nameOf(practice) }}</WeekStone
            >
          </button>
          <div v-for="session in cell.besides" :key="session.id" class="stone done">
            <WeekStone :words="session.id" :seconds="session.practisedSeconds" state="done"
              >{{ session.title }}<span class="visually-hidden">, done</span></WeekStone
            >
          </div>
          <div v-for="laid in cell.proposed" :key="laid.id" class="stone proposed">
            <WeekStone :words="laid.id" :seconds="proposedSeconds(laid)" state="proposed">
              {{ nameOf(asProposed(laid)) }}
              <span class="soft">{{ proposedWords(laid) }}</span>
            </WeekStone>
          </div>
          <button
            v-if="each.day >= today && cell.practice.length === 0 && cell.proposed.length === 0"
            type="button"
            class="add"
            :data-place="`${each.day}/${cell.time}/add`"
            :data-day="each.day"
            :data-time="cell.time"
            :tabindex="isFirst(`${each.day}/${cell.time}/add`) ? 0 : -1"
            :aria-label="`Plan something on ${placePhrase(each.day, cell.time)}`"
            :aria-pressed="chosen !== null && !chosen.practice && chosen.day === each.day && chosen.time === cell.time"
            @click="emit('choose', each.day, cell.time, null)"
            @keydown="onKey($event, each.day, cell.time, null)"
          >
            <i class="pi pi-plus" aria-hidden="true" />
          </button>
        </VueDraggable>
      </div>
      <p class="sums small">
        <span>{{
          amounts[at]!.planned.seconds > 0 ? `${minutesPhrase(amounts[at]!.planned.seconds)} planned` : ''
        }}</span>
        <span class="soft">{{
          amounts[at]!.done.seconds > 0 ? `${minutesPhrase(amounts[at]!.done.seconds)} done` : ''
        }}</span>
      </p>
    </section>
    <WeekBed :amounts="amounts" />
  </div>
</template>

<style scoped>
.week {
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  grid-template-rows: auto minmax(6.4rem, auto) minmax(6.4rem, auto) auto auto;
}
.reach {
  display: grid;
  grid-row: 1 / span 4;
  grid-template-rows: subgrid;
  min-width: 0;
  background: var(--pb-water);
  padding: 0.6rem 0.35rem 0;
  border-left: 1px dashed color-mix(in srgb, var(--pb-water-deep) 35%, transparent);
}
.reach:first-of-type {
  border-left: none;
  border-radius: 2.2rem 0 0 0;
}
.reach:nth-of-type(7) {
  border-radius: 0 2.2rem 0 0;
}
h2 {
  font-size: 0.95rem;
  font-weight: 400;
  text-align: center;
  margin: 0 0 0.3rem;
}
.now h2 {
  border-bottom: 4px solid var(--pb-clay);
}
.name {
  font-weight: 600;
}
.turn {
  display: block;
  font-size: 0.85rem;
}
.place {
  display: grid;
  grid-template-rows: auto 1fr;
  gap: 0.2rem;
  min-height: 6.4rem;
  padding: 0.2rem 0;
}
.evening {
  border-top: 1px solid color-mix(in srgb, var(--pb-water-deep) 30%, transparent);
}
.time {
  font-size: 0.8rem;
  color: var(--pb-soft);
  text-align: center;
}
.time.repeated {
  visibility: hidden;
}
.stones {
  display: grid;
  align-content: start;
  gap: 0.2rem;
  min-height: 5rem;
}
.stone {
  all: unset;
  box-sizing: border-box;
  display: grid;
  justify-items: center;
  width: 100%;
  min-height: 2.75rem;
  padding: 0.2rem;
  border-radius: 14px;
  text-align: center;
}
button.stone {
  cursor: pointer;
}
.add {
  all: unset;
  box-sizing: border-box;
  cursor: pointer;
  display: grid;
  place-items: center;
  min-height: 2.75rem;
  border-radius: 14px;
  color: var(--pb-water-deep);
}
.stone[aria-pressed='true'],
.add[aria-pressed='true'] {
  box-shadow: inset 0 0 0 2px var(--pb-water-deep);
}
@media (hover: hover) {
  button.stone:hover,
  .add:hover {
    box-shadow: inset 0 0 0 2px var(--pb-water-deep);
  }
}
.stone:focus-visible,
.add:focus-visible {
  outline: 3px solid var(--pb-focus);
  outline-offset: -1px;
}
.sums {
  display: grid;
  text-align: center;
  min-height: 2.6rem;
  margin: 0;
  align-content: end;
}
@media (max-width: 820px) {
  .week {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: none;
    gap: 0;
  }
  .reach,
  .reach:first-of-type,
  .reach:nth-of-type(7) {
    grid-template-columns: 6.2rem minmax(0, 1fr) minmax(0, 1fr);
    grid-row: auto;
    grid-template-rows: auto;
    border-radius: 0;
    border-left: none;
    border-bottom: 1px dashed color-mix(in srgb, var(--pb-water-deep) 35%, transparent);
    align-items: start;
    padding: 0.4rem 0.6rem;
  }
  .reach:first-of-type {
    border-radius: 1.6rem 1.6rem 0 0;
  }
  h2 {
    text-align: left;
  }
  .name {
    display: block;
  }
  .place,
  .stones {
    min-height: 3rem;
  }
  .evening {
    border-top: none;
  }
  .time.repeated {
    visibility: visible;
  }
  .sums {
    grid-column: 1 / -1;
    display: flex;
    gap: 1rem;
    min-height: 0;
  }
}
</style>
