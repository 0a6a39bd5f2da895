<script setup lang="ts">
import type { DayStone } from '#core/journal'
import { pebblePath, stoneShare } from './pebble'
import { plural } from '~/shared/words/numbers'
import { WEEKDAY_WORDS, minutesPhrase, shortDayPhrase, weekdayPhrase } from '~/shared/words/time'

/** The days as stones in level rows of water, a row a week, oldest above. The more minutes, the larger the stone. */
const props = defineProps<{ weeks: DayStone[][]; today: string }>()

const CELL = { width: 64, height: 44 }

function meaning(stone: DayStone): string {
  const what =
    stone.sessions > 0
      ? `${plural(stone.sessions, 'session')}, ${minutesPhrase(stone.seconds)}`
      : stone.rest
        ? 'planned rest'
        : stone.future
          ? 'still to come'
          : stone.day === props.today
            ? 'open'
            : 'no practice noted'
  return `${weekdayPhrase(stone.day)}: ${what}`
}

function stonePath(stone: DayStone): string {
  const share = stone.sessions > 0 ? stoneShare(stone.seconds) : 0.5
  const width = 18 + 32 * share
  const height = 12 + 17 * share
  return pebblePath(stone.day, (CELL.width - width) / 2, (CELL.height - height) / 2, width, height)
}

const weekName = (week: DayStone[]) => shortDayPhrase(week[0]!.day)
</script>

<template>
  <table class="stones">
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
      <tr v-for="week in weeks" :key="week[0]!.day">
        <th scope="row" class="soft">{{ weekName(week) }}</th>
        <td v-for="stone in week" :key="stone.day" :class="{ today: stone.day === today }">
          <span class="visually-hidden">{{ meaning(stone) }}</span>
          <svg :viewBox="`0 0 ${CELL.width} ${CELL.height}`" aria-hidden="true">
            <title>{{ meaning(stone) }}</title>
            <path v-if="stone.sessions > 0" :d="stonePath(stone)" class="laid" />
            <path v-else-if="stone.rest" :d="stonePath(stone)" class="rest" :class="{ future: stone.future }" />
            <path v-if="stone.day === today" class="mark" :d="`M${CELL.width / 2 - 12} ${CELL.height - 2}h24`" />
          </svg>
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
svg {
  width: 100%;
  height: 2.6rem;
}
.laid {
  fill: var(--pb-moss);
}
.rest {
  fill: none;
  stroke: var(--pb-soft);
  stroke-width: 2.5;
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
