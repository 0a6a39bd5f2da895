<script setup lang="ts">
import { addDays, weekStart } from '#core/journal'
import { plannedRoutineId, type DayTime, type PlannedSession, type PlannedDay, type PlannedPractice } from '#core/plan'
import { useFollowStore } from '~/shared/session/follow'
import { useJournalStore } from '~/shared/store/journal'
import { isForPage } from '~/shared/ui/keys'
import { shortDayPhrase, weekdayPhrase } from '~/shared/words/time'
import WeekBrook from './WeekBrook.vue'
import WeekPlace from './WeekPlace.vue'
import WeekRulesPanel from './WeekRulesPanel.vue'
import WeekSums from './WeekSums.vue'
import { useWeek } from './useWeek'
import { placePhrase } from './weekWords'

const journal = useJournalStore()
const follow = useFollowStore()
useHead({ title: 'The week · Pebblebrook' })

const week = useWeek()
const { from, days, rules, amounts, said, before, proposed, making, failed } = week
const chosen = ref<{ day: string; time: DayTime; practice: PlannedPractice | null } | null>(null)
/** What was chosen, as it stands now. */
const place = computed(() => {
  const at = chosen.value
  if (!at?.practice) return at
  const id = at.practice.laid.id
  const now = days.value
    .flatMap(({ practice }) => practice)
    .find((each) => each.laid.id === id && each.laidOn === at.practice!.laidOn)
  return now ? { day: now.day, time: now.laid.time, practice: now } : null
})
const secondsOf = ({ laid, routineId }: Pick<PlannedPractice, 'laid' | 'routineId'>) =>
  week.planAmounts(laid, routineId).seconds
const routineName = (routineId: string) => week.routineOf(routineId)?.name ?? 'a deleted routine'
const paused = computed(() => days.value.filter(({ pause }) => pause !== null))

const brook = useTemplateRef('brook')
/** The place is closed; who was there is where it lies. */
async function leave(day: string, time: DayTime) {
  chosen.value = null
  await brook.value?.goTo(day, time)
}
function goToWeek(monday: string) {
  from.value = monday
  chosen.value = null
  proposed.value = null
  said.value = ''
  before.value = null
}
/** What was pressed is gone; who pressed it is in the water again. */
const toWater = () =>
  brook.value?.goTo(days.value.some(({ day }) => day === journal.today) ? journal.today : from.value, 'morning')
async function keep() {
  await week.keepProposed()
  await toWater()
}
async function drop() {
  await week.dropProposed()
  await toWater()
}
async function takeBack() {
  await week.takeBack()
  await toWater()
}
const isPast = computed(() => addDays(from.value, 6) < journal.today)
async function choose(day: string, time: DayTime, practice: PlannedPractice | null) {
  chosen.value = { day, time, practice }
  await nextTick()
  document.querySelector<HTMLElement>('#place')?.focus()
}
async function move(practice: PlannedPractice, to: { day: string; time: DayTime }) {
  await week.move(practice, to, `${week.nameOf(practice)}: now on ${placePhrase(to.day, to.time)}.`)
  await leave(to.day, to.time)
}
async function takeOff(practice: PlannedPractice, always = false) {
  await week.takeOff(practice, always, `${week.nameOf(practice)}: deleted.`)
  await leave(practice.day, practice.laid.time)
}
async function lay(laid: Pick<PlannedSession, 'what' | 'minutes' | 'weekly'>) {
  const { day, time } = place.value!
  await week.lay({ day, time, ...laid }, `Planned on ${placePhrase(day, time)}.`)
  await leave(day, time)
}
async function rest() {
  const { day, time } = place.value!
  await week.pauseOn(day, day, 'rest', `${weekdayPhrase(day)} is a day of rest.`)
  await leave(day, time)
}
async function endPause(paused: PlannedDay) {
  await week.endPause(paused, 'Your time off has ended.')
  await leave(paused.day, 'morning')
}
async function begin(practice: PlannedPractice) {
  const routine = await week.fitted(practice)
  if (!routine) {
    said.value = `${week.nameOf(practice)} is advised against by your health settings, in these minutes. Today has what suits.`
    return
  }
  const { lesson, laid } = practice
  follow.prepare(
    routine,
    lesson && laid.what.kind === 'series' ? { lesson: { seriesId: laid.what.seriesId, lessonId: lesson.id } } : {},
  )
  await navigateTo('/follow')
}

useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (!isForPage(event)) return
  if (event.key === 'm' && !proposed.value && !isPast.value) void week.makeMeAWeek()
  else if (event.key === 'k' && proposed.value && !making.value) void keep()
  else if (event.key === 'Escape' && proposed.value) void drop()
  else return
  event.preventDefault()
})
const canRepeat = computed(() => days.value.some(({ practice }) => practice.some(({ laid }) => !laid.weekly)))
</script>

<template>
  <div class="stack">
    <div class="spread">
      <h1>The week of {{ shortDayPhrase(from) }}</h1>
      <div class="row">
        <Button
          icon="pi pi-chevron-left"
          severity="secondary"
          text
          aria-label="The week before"
          @click="goToWeek(addDays(from, -7))"
        />
        <Button label="This week" size="small" severity="secondary" @click="goToWeek(weekStart(journal.today))" />
        <Button
          icon="pi pi-chevron-right"
          severity="secondary"
          text
          aria-label="The week after"
          @click="goToWeek(addDays(from, 7))"
        />
      </div>
    </div>

    <div class="row">
      <template v-if="proposed">
        <Button v-if="!making" aria-keyshortcuts="K" @click="keep()"
          >Plan this week<kbd aria-hidden="true">K</kbd></Button
        >
        <Button severity="secondary" aria-keyshortcuts="Escape" @click="drop()"
          >Cancel<kbd aria-hidden="true">Esc</kbd></Button
        >
      </template>
      <template v-else>
        <Button v-if="!isPast" aria-keyshortcuts="M" @click="week.makeMeAWeek()"
          >Suggest a week<kbd aria-hidden="true">M</kbd></Button
        >
        <Button v-if="canRepeat" label="Every week like this" severity="secondary" @click="week.everyWeek()" />
      </template>
    </div>
    <p role="status" class="said">
      <template v-if="making">Looking for a week…</template>
      <template v-else-if="failed">A week could not be worked out just now.</template>
      <template v-else-if="proposed">A suggestion, outlined with dashes. Nothing is planned yet.</template>
      <template v-else>
        {{ said }}
        <Button v-if="before" label="Undo" size="small" severity="secondary" text @click="takeBack()" />
      </template>
    </p>

    <WeekBrook
      ref="brook"
      :days="days"
      :amounts="amounts"
      :today="journal.today"
      :chosen="place"
      :proposed-on="week.proposedOn"
      :name-of="week.nameOf"
      :seconds-of="secondsOf"
      :routine-name="routineName"
      :is-rest="week.isRest"
      @choose="choose"
      @move="move"
      @remove="takeOff($event)"
    />
    <p class="small soft">
      Outlined stones are planned, filled ones done.
      <span class="by-keys">Drag a stone to another day, or hold Alt with an arrow key; Delete removes it.</span>
      <span class="by-touch">Touch a stone to edit or delete it.</span> Below: leg effort per day. Broken line planned,
      dark done.
    </p>

    <WeekPlace
      v-if="place"
      :key="`${place.day}/${place.time}/${place.practice?.laid.id ?? ''}`"
      :day="place.day"
      :time="place.time"
      :practice="place.practice"
      :name="place.practice ? week.nameOf(place.practice) : ''"
      :seconds="place.practice ? (place.practice.session?.practisedSeconds ?? secondsOf(place.practice)) : 0"
      :days="days.map(({ day }) => day)"
      :today="journal.today"
      @lay="lay($event)"
      @edit="week.edit(place.practice!, $event, 'Changed.')"
      @move="move(place.practice!, $event)"
      @take-off="takeOff(place.practice!, $event)"
      @rest="rest()"
      @begin="begin(place.practice!)"
      @close="leave(place.day, place.time)"
    />
    <div v-if="paused.length > 0" class="row">
      <Button
        v-for="each in paused.filter(({ pause }, at) => pause!.id !== paused[at - 1]?.pause?.id)"
        :key="each.pause!.id"
        :label="`End the pause from ${shortDayPhrase(each.pause!.day)} to ${shortDayPhrase(each.pause!.lastDay)}`"
        size="small"
        severity="secondary"
        @click="endPause(each)"
      />
    </div>
    <slot name="seasons" />
    <WeekSums :amounts="amounts" />
    <p v-if="!isPast"><NuxtLink :to="`/carry?week=${from}`">Make audio of this week</NuxtLink></p>
    <WeekRulesPanel
      :rules="rules"
      :from="from"
      :name-of="(laid) => week.nameOf({ laid, routineId: null })"
      :seconds-of="(laid) => week.planAmounts(laid, plannedRoutineId(laid.what)).seconds"
      @pause="(day, lastDay, why) => week.pauseOn(day, lastDay, why, 'Time off: your streak continues.')"
    />
  </div>
</template>

<style scoped>
.said {
  min-height: 2.2rem;
  margin: 0;
}
</style>
