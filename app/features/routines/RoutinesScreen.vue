<script setup lang="ts">
import { v4 as newUuid } from 'uuid'
import { nameWith } from '#core/basics'
import { emptyRoutine, type Routine } from '#core/routine'
import { useCompiled } from '~/shared/store/compiled'
import { useFollowStore } from '~/shared/store/follow'
import { usePersonStore } from '~/shared/store/person'
import { percentPhrase, plural } from '~/shared/words/numbers'
import { durationPhrase } from '~/shared/words/time'
import BrookDrawing from '~/shared/drawing/BrookDrawing.vue'

const person = usePersonStore()
const follow = useFollowStore()
const compiled = useCompiled()
const confirm = useConfirm()
useHead({ title: 'Routines · Pebblebrook' })

const entries = computed(() => person.routines.map((routine) => ({ routine, compiled: compiled(routine) })))
const mine = computed(() => entries.value.filter(({ routine }) => !person.isShipped(routine.id)))
const shipped = computed(() => entries.value.filter(({ routine }) => person.isShipped(routine.id)))
/** All brooks of the list are drawn to one scale, so that a short one looks short. */
const longestSeconds = computed(() =>
  Math.max(0, ...entries.value.map(({ compiled: result }) => (result.ok ? result.totals.totalSeconds : 0))),
)
const groups = computed(() => [
  { name: 'Mine', entries: mine.value },
  { name: 'Ready-made', entries: shipped.value },
])

async function start(routine: Routine) {
  await person.putRoutine(routine)
  await navigateTo(`/routines/${routine.id}`)
}
const makeNew = () => start(emptyRoutine(`mine-${newUuid()}`, 'A new routine'))
const copy = (routine: Routine) =>
  start({ ...routine, id: `mine-${newUuid()}`, name: nameWith(routine.name, ', my way') })

async function followIt(routine: Routine) {
  follow.prepare(routine)
  await navigateTo('/follow')
}
function remove(routine: Routine) {
  confirm.require({
    header: `Remove “${routine.name}”?`,
    message: 'The sessions that you followed with it stay in the journal.',
    acceptProps: { label: 'Remove it' },
    rejectProps: { label: 'Keep it', severity: 'secondary' },
    accept: () => void person.remove('routines', routine.id),
  })
}
</script>

<template>
  <div class="stack">
    <div class="spread">
      <h1>Routines</h1>
      <div class="row">
        <Button label="From a purpose" icon="pi pi-compass" @click="navigateTo('/routines/propose')" />
        <Button label="Assemble a routine" icon="pi pi-plus" severity="secondary" @click="makeNew" />
        <NuxtLink to="/take">Take something in</NuxtLink>
        <NuxtLink to="#series">Series</NuxtLink>
        <Button label="Compare" severity="secondary" text @click="navigateTo('/routines/compare')" />
      </div>
    </div>
    <section v-for="group in groups" :key="group.name" class="stack" :aria-label="group.name">
      <h2>{{ group.name }}</h2>
      <p v-if="group.entries.length === 0" class="soft">
        None yet. Assemble one from forms, or copy a ready-made one and change it.
      </p>
      <ul class="routines">
        <li v-for="{ routine, compiled: result } in group.entries" :key="routine.id">
          <div class="spread">
            <div class="about">
              <h3>{{ routine.name }}</h3>
              <p v-if="result.ok" class="small">
                {{ durationPhrase(result.totals.totalSeconds) }} · {{ plural(result.totals.bySteps.length, 'step') }}
                <template v-if="result.totals.closingShare !== null">
                  · closing {{ percentPhrase(result.totals.closingShare) }} of the moving time
                </template>
              </p>
              <p v-else class="small fault">{{ result.why }}</p>
              <p v-if="routine.purpose" class="small soft">{{ routine.purpose }}</p>
            </div>
            <div class="row">
              <Button
                v-if="result.ok && routine.entries.length > 0"
                label="Follow"
                size="small"
                icon="pi pi-play"
                :aria-label="`Follow ${routine.name}`"
                @click="followIt(routine)"
              />
              <template v-if="!person.isShipped(routine.id)">
                <Button
                  label="Change"
                  size="small"
                  severity="secondary"
                  :aria-label="`Change ${routine.name}`"
                  @click="navigateTo(`/routines/${routine.id}`)"
                />
                <Button
                  icon="pi pi-trash"
                  size="small"
                  severity="secondary"
                  text
                  :aria-label="`Remove ${routine.name}`"
                  @click="remove(routine)"
                />
              </template>
              <NuxtLink :to="`/routines/card/${routine.id}`" :aria-label="`Card of ${routine.name}`">Card</NuxtLink>
              <NuxtLink
                v-if="result.ok && routine.entries.length > 0"
                :to="`/carry?routine=${routine.id}`"
                :aria-label="`Take ${routine.name} along`"
                >Take along</NuxtLink
              >
              <NuxtLink
                v-if="result.ok && routine.entries.length > 0"
                :to="`/hand?routine=${routine.id}`"
                :aria-label="`Hand ${routine.name} over`"
                >Hand over</NuxtLink
              >
              <NuxtLink
                v-if="result.ok && routine.entries.length > 0"
                :to="`/voice?routine=${routine.id}`"
                :aria-label="`Record my voice for ${routine.name}`"
                >My voice</NuxtLink
              >
              <Button
                label="Copy"
                size="small"
                severity="secondary"
                :aria-label="`Copy ${routine.name} and change it`"
                @click="copy(routine)"
              />
            </div>
          </div>
          <BrookDrawing
            v-if="result.ok && routine.entries.length > 0"
            :timeline="result.timeline"
            :scale-seconds="longestSeconds"
          />
        </li>
      </ul>
    </section>
    <slot name="series" />
    <ConfirmDialog />
  </div>
</template>

<style scoped>
.routines {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 1.6rem;
}
.about {
  flex: 1 1 18rem;
  min-width: 0;
}
</style>
