<script setup lang="ts">
import BrookDrawing from '~/shared/drawing/BrookDrawing.vue'
import { useSeasons } from '~/shared/plan/useSeasons'
import { useCompiled } from '~/shared/store/compiled'
import { useFollowStore } from '~/shared/session/follow'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { listPhrase, plural } from '~/shared/words/numbers'
import { durationPhrase, weekdayPhrase } from '~/shared/words/time'
import SeasonReach from './SeasonReach.vue'
import SeasonWeeks from './SeasonWeeks.vue'
import { goalPhrase, movedPhrases, outlookPhrases, sessionPhrase, standPhrase } from './seasonWords'
import { useSeasonKeeping } from './useSeasonKeeping'

/** One season: how far it has come, what is next in it, and its weeks. */
const seasonId = String(useRoute().params.id)
const workspace = useWorkspaceStore()
const library = useLibraryStore()
const journal = useJournalStore()
const follow = useFollowStore()
const compiled = useCompiled()
const { seasons, planOf, nextDay, nextSession, routines } = useSeasons()
const { lengthen, endHere, remove } = useSeasonKeeping()

const season = computed(() => seasons.value.find(({ id }) => id === seasonId))
useHead({ title: () => `${season.value?.name ?? 'A season'} · Pebblebrook` })
const plan = computed(() => (season.value && workspace.isFullyLoaded ? planOf(season.value) : null))
const formOf = (id: string) => library.formsById.get(id)
const outlook = computed(() => (season.value && plan.value ? outlookPhrases(season.value, plan.value, formOf) : []))
const moved = computed(() => (plan.value ? movedPhrases(plan.value, formOf) : []))
const more = computed(() => plan.value?.asLately?.weeksMore ?? plan.value?.outlook.weeksMore ?? null)
const grows = computed(() => {
  const goal = season.value?.goal
  return goal?.kind === 'grow' ? formOf(goal.formId) : undefined
})

const next = computed(() => (season.value && plan.value?.when !== 'over' ? nextSession(season.value) : null))
const nextOn = computed(() => (season.value ? nextDay(season.value) : null))
const routine = computed(() => routines.value.get(seasonId))
const drawn = computed(() => {
  const result = routine.value && compiled(routine.value)
  return result?.ok ? result : null
})
async function practise() {
  if (!routine.value) return
  follow.prepare(routine.value)
  await navigateTo('/follow')
}
const said = ref('')
async function addWeeks(weeks: number) {
  await lengthen(season.value!, weeks)
  said.value = `It has ${plural(weeks, 'week')} more.`
}
async function end() {
  await endHere(season.value!)
  said.value = 'This week is its last. What was done stays in the journal.'
}
async function removeIt() {
  await remove(season.value!)
  await navigateTo('/seasons')
}
</script>

<template>
  <div v-if="season" class="stack">
    <NuxtLink to="/seasons">Seasons</NuxtLink>
    <h1>{{ season.name }}</h1>
    <p v-if="!plan" role="status">The journal is being read…</p>
    <template v-else>
      <p>
        {{ goalPhrase(season, formOf) }}.
        <strong>{{ standPhrase(season, plan, formOf) }}</strong>
      </p>
      <p v-if="plan.forbidden.length > 0" class="small">
        Left out, for your health settings:
        {{
          listPhrase(
            plan.forbidden.map((id) => formOf(id)?.name ?? ''),
            12,
          )
        }}. A teacher may know a way.
      </p>
      <SeasonReach :season="season" :plan="plan" :today="journal.today" :form-of="formOf" />
      <div>
        <p v-for="words in outlook" :key="words">{{ words }}</p>
        <p v-if="moved.length > 0">Since last week: {{ moved.join('; ') }}.</p>
      </div>
      <div v-if="more !== null && plan.when === 'now'" class="row">
        <Button :label="`Give it ${plural(more, 'week')} more`" severity="secondary" @click="addWeeks(more)" />
      </div>
      <p role="status">{{ said }}</p>

      <section v-if="next" class="sheet stack" aria-labelledby="next">
        <div class="spread">
          <h2 id="next">
            {{
              nextOn === null
                ? 'Nothing more is planned; the session would be'
                : nextOn.day === journal.today
                  ? 'Today'
                  : `Next: ${weekdayPhrase(nextOn.day)}`
            }}
          </h2>
          <Button v-if="drawn" label="Practise it now" icon="pi pi-play" @click="practise" />
        </div>
        <p>{{ sessionPhrase(next, formOf) }}</p>
        <template v-if="drawn">
          <p class="small soft">{{ durationPhrase(drawn.timeline.totalSeconds) }} at my pace, with its closing</p>
          <BrookDrawing :timeline="drawn.timeline" size="small" />
        </template>
        <p v-else-if="routine === null">
          No session can be made of this with its closing in these minutes. Plan it with more minutes in
          <NuxtLink to="/week">the week</NuxtLink>.
        </p>
        <p v-else role="status">Its session is being made…</p>
      </section>

      <section class="stack" aria-labelledby="weeks">
        <h2 id="weeks">Its weeks</h2>
        <SeasonWeeks :plan="plan" :grows="grows" :form-of="formOf" />
      </section>
      <p class="small soft">
        Its days, hours and minutes are the stones in <NuxtLink to="/week">the week</NuxtLink>: move them there, or lay
        a pause over them.
      </p>
      <div class="row">
        <Button v-if="plan.when === 'now'" label="One week more" severity="secondary" @click="addWeeks(1)" />
        <Button v-if="plan.when === 'now'" label="End it with this week" severity="secondary" @click="end" />
        <Button label="Delete it" severity="secondary" @click="removeIt" />
      </div>
    </template>
  </div>
  <div v-else class="stack">
    <h1>No such season</h1>
    <p>It is not here. <NuxtLink to="/seasons">All seasons</NuxtLink></p>
  </div>
</template>
