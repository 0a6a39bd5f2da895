<script setup lang="ts">
import type { Routine } from '#core/routine'
import type { Compiled } from '~/shared/store/compiled'
import { percentPhrase, plural } from '~/shared/words/numbers'
import { durationPhrase } from '~/shared/words/time'
import BrookDrawing from '~/shared/drawing/BrookDrawing.vue'

/** One of the routines: what it comes to, what can be done with it, and its brook. A part of its own, so that a list that grows does not make it anew. */
defineProps<{
  routine: Routine
  result: Compiled
  mine: boolean
  /** The changes for the health settings, in words; empty without any. */
  healthWords: string
  /** The time that the whole width stands for. */
  scaleSeconds: number
}>()
const emit = defineEmits<{ follow: []; copy: []; remove: [] }>()
</script>

<template>
  <li>
    <div class="spread">
      <div class="about">
        <h3>
          <NuxtLink v-if="mine" :to="`/routines/${routine.id}`">{{ routine.name }}</NuxtLink><template v-else>{{
            routine.name
          }}</template>
        </h3>
        <p v-if="result.ok" class="small">
          {{ durationPhrase(result.totals.totalSeconds) }} · {{ plural(result.totals.bySteps.length, 'step') }}
          <template v-if="result.totals.closingShare !== null">
            · closing {{ percentPhrase(result.totals.closingShare) }} of the moving time
          </template>
        </p>
        <p v-else class="small fault">{{ result.why }}</p>
        <p v-if="healthWords" class="small health">{{ healthWords }}</p>
        <p v-if="routine.purpose" class="small soft">{{ routine.purpose }}</p>
      </div>
      <div class="row">
        <Button
          v-if="result.ok && routine.entries.length > 0"
          label="Follow"
          size="small"
          icon="pi pi-play"
          :aria-label="`Follow ${routine.name}`"
          @click="emit('follow')"
        />
        <Button
          v-if="!result.ok && result.isMissingForm"
          label="Follow without it"
          size="small"
          severity="secondary"
          :aria-label="`Follow ${routine.name} without what is missing`"
          @click="emit('follow')"
        />
        <Button
          v-if="mine"
          label="Change"
          size="small"
          severity="secondary"
          :aria-label="`Change ${routine.name}`"
          @click="navigateTo(`/routines/${routine.id}`)"
        />
        <Button
          v-else
          label="Copy"
          size="small"
          severity="secondary"
          :aria-label="`Copy ${routine.name} and change it`"
          @click="emit('copy')"
        />
        <details class="more">
          <summary :aria-label="`More for ${routine.name}`">More</summary>
          <div class="row">
            <NuxtLink :to="`/routines/card/${routine.id}`" :aria-label="`Card of ${routine.name}`">Card</NuxtLink>
            <template v-if="result.ok && routine.entries.length > 0">
              <NuxtLink :to="`/carry?routine=${routine.id}`" :aria-label="`Take ${routine.name} along`"
                >Take along</NuxtLink
              >
              <NuxtLink :to="`/hand?routine=${routine.id}`" :aria-label="`Hand ${routine.name} over`"
                >Hand over</NuxtLink
              >
              <NuxtLink :to="`/voice?routine=${routine.id}`" :aria-label="`Record my voice for ${routine.name}`"
                >My voice</NuxtLink
              >
            </template>
            <template v-if="mine">
              <Button
                label="Copy"
                size="small"
                severity="secondary"
                :aria-label="`Copy ${routine.name} and change it`"
                @click="emit('copy')"
              />
              <Button
                label="Remove"
                icon="pi pi-trash"
                size="small"
                severity="secondary"
                text
                :aria-label="`Remove ${routine.name}`"
                @click="emit('remove')"
              />
            </template>
          </div>
        </details>
      </div>
    </div>
    <BrookDrawing
      v-if="result.ok && routine.entries.length > 0"
      :timeline="result.timeline"
      :scale-seconds="scaleSeconds"
    />
  </li>
</template>

<style scoped>
.more summary {
  cursor: pointer;
  padding: 0.5rem 0.3rem;
}
/* What is unfolded has a line of its own. */
.more[open] {
  flex-basis: 100%;
}
.about {
  flex: 1 1 18rem;
  min-width: 0;
}
</style>
