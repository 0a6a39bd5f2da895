<script setup lang="ts">
import type { DayStone } from '#core/journal'
import { pebblePath, stoneShare } from './pebble'
import { stonePhrase } from '~/shared/words/steadiness'
import { WEEKDAY_WORDS, shortDayPhrase } from '~/shared/words/time'

/** The days as stones in level rows of water, a row a week, oldest above. The more minutes, the larger the stone; each opens its day. */
const props = defineProps<{ weeks: DayStone[][]; today: string; chosen?: string | null; small?: boolean }>()
const emit = defineEmits<{ open: [day: string] }>()

const CELL = { width: 64, height: 44 }

function stonePath(stone: DayStone): string {
  const share = stone.sessions > 0 ? stoneShare(stone.seconds) : 0.5
  const width = 18 + 32 * share
  const height = 12 + 17 * share
  return pebblePath(stone.day, (CELL.width - width) / 2, (CELL.height - height) / 2, width, height)
}
/** A bridge over the water: a day that travel made short. */
const BRIDGE = `M${CELL.width / 2 - 16} ${CELL.height / 2 + 7}q16 -20 32 0`

const weekName = (week: DayStone[]) => shortDayPhrase(week[0]!.day)

/** All that a week is drawn by. */
const looksOf = (week: DayStone[]) =>
  week
    .map(({ day, seconds, sessions, standing, rest }) =>
      [seconds, sessions, standing, rest, day === props.today, day === props.chosen, day === focusable.value].join(),
    )
    .join(' ')

/** One stone takes the focus; arrows lead from one to the next, up and down by weeks. */
const days = computed(() => props.weeks.flat().map(({ day }) => day))
const focusDay = ref('')
const focusable = computed(() =>
  [focusDay.value, props.chosen, props.today, days.value.at(-1)].find((day) => day && days.value.includes(day)),
)
const table = ref<HTMLElement | null>(null)
const STEPS: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7 }
async function step(event: KeyboardEvent, day: string) {
  const next = days.value[days.value.indexOf(day) + (STEPS[event.key] ?? 0)]
  if (!STEPS[event.key] || !next) return
  event.preventDefault()
  focusDay.value = next
  await nextTick()
  table.value?.querySelector<HTMLElement>(`[data-day="${next}"]`)?.focus()
}
</script>

<template>
  <table ref="table" class="stones" :class="{ many: small }">
    <caption class="visually-hidden">
      The days as stepping stones, a row a week
    </caption>
    <thead>
      <tr>
        <th scope="col"><span class="visually-hidden">Week from</span></th>
        <th v-for="name in WEEKDAY_WORDS" :key="name" scope="col" class="soft">
          <span class="visually-hidden">{{ name }}</span>
          <span aria-hidden="true">{{ name.slice(0, 2) }}</span>
        </th>
      </tr>
    </thead>
    <tbody>
      <!-- A week that is as it was is not drawn anew: the list of days is made new with every session. -->
      <tr v-for="(week, at) in weeks" :key="week[0]!.day" v-memo="[looksOf(week), small, at]">
        <th scope="row" class="soft">
          <!-- Of many weeks only each fourth is named for the eye. -->
          <span :class="{ 'visually-hidden': small && at % 4 > 0 }">{{ weekName(week) }}</span>
        </th>
        <td v-for="stone in week" :key="stone.day">
          <button
            type="button"
            :data-day="stone.day"
            :aria-label="stonePhrase(stone)"
            :aria-current="stone.day === today ? 'date' : undefined"
            :aria-pressed="chosen === stone.day"
            :tabindex="stone.day === focusable ? 0 : -1"
            :title="stonePhrase(stone)"
            @click="emit('open', stone.day)"
            @keydown="step($event, stone.day)"
          >
            <svg :viewBox="`0 0 ${CELL.width} ${CELL.height}`" aria-hidden="true">
              <path
                v-if="stone.sessions > 0"
                :d="stonePath(stone)"
                :class="stone.standing === 'practised' ? 'laid' : 'thin'"
              />
              <path v-else-if="stone.standing === 'travel'" :d="BRIDGE" class="rest" />
              <path
                v-else-if="stone.rest || stone.standing === 'freeRest'"
                :d="stonePath(stone)"
                class="rest"
                :class="{ future: stone.standing === 'future', free: !stone.rest }"
              />
              <path v-if="stone.day === today" class="mark" :d="`M${CELL.width / 2 - 12} ${CELL.height - 2}h24`" />
            </svg>
          </button>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.stones {
  width: 100%;
  max-width: 40rem;
  border-collapse: separate;
  border-spacing: 0 6px;
}
th {
  font-weight: 400;
  font-size: 0.85rem;
}
tbody th {
  width: 3.6rem;
  text-align: left;
}
td {
  background: var(--pb-water);
  padding: 0;
  line-height: 0;
}
td:first-of-type {
  border-radius: 18px 0 0 18px;
}
td:last-of-type {
  border-radius: 0 18px 18px 0;
}
button {
  all: unset;
  box-sizing: border-box;
  display: block;
  width: 100%;
  min-height: 2.75rem;
  cursor: pointer;
  border-radius: 14px;
}
button[aria-pressed='true'] {
  box-shadow: inset 0 0 0 2px var(--pb-water-deep);
}
@media (hover: hover) {
  button:hover {
    box-shadow: inset 0 0 0 2px var(--pb-water-deep);
  }
}
button:focus-visible {
  outline: 3px solid var(--pb-focus);
  outline-offset: -1px;
}
svg {
  overflow: visible;
  width: 100%;
  height: 2.6rem;
}
.many {
  border-spacing: 0 2px;
}
.many button {
  min-height: 1.5rem;
}
.many svg {
  height: 1.5rem;
}
.laid {
  fill: var(--pb-moss);
}
.thin {
  fill: none;
  stroke: var(--pb-moss);
  stroke-width: 4;
}
.rest {
  fill: none;
  stroke: var(--pb-soft);
  stroke-width: 2.5;
}
.rest.free {
  stroke-dasharray: 6 5;
}
.rest.future {
  opacity: 0.5;
}
.mark {
  stroke: var(--pb-clay);
  stroke-width: 4;
  stroke-linecap: round;
}
</style>
