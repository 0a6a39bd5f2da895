<script setup lang="ts">
import type { Routine } from '#core/routine'
import type { Compiled } from '~/shared/store/compiled'
import { plural } from '~/shared/words/numbers'
import { lengthPhrase } from '~/shared/words/time'
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
  <li class="routine">
    <div class="about">
      <NuxtLink class="name" :to="mine ? `/routines/${routine.id}` : `/routines/card/${routine.id}`">{{
        routine.name
      }}</NuxtLink>
      <p v-if="result.ok" class="small soft">
        {{ lengthPhrase(result.totals.totalSeconds) }} · {{ plural(result.totals.bySteps.length, 'form')
        }}<template v-if="routine.purpose"> · {{ routine.purpose }}</template>
      </p>
      <p v-else class="small fault">{{ result.why }}</p>
      <p v-if="healthWords" class="small health">{{ healthWords }}</p>
    </div>
    <div class="water">
      <BrookDrawing
        v-if="result.ok && routine.entries.length > 0"
        :timeline="result.timeline"
        :scale-seconds="scaleSeconds"
      />
    </div>
    <Button
      v-if="result.ok && routine.entries.length > 0"
      label="Start"
      size="small"
      severity="secondary"
      icon="pi pi-play"
      :aria-label="`Start ${routine.name}`"
      @click="emit('follow')"
    />
    <Button
      v-else-if="!result.ok && result.isMissingForm"
      label="Start without it"
      size="small"
      severity="secondary"
      :aria-label="`Start ${routine.name} without what is missing`"
      @click="emit('follow')"
    />
    <details class="more">
      <summary :aria-label="`More for ${routine.name}`">More</summary>
      <div class="row">
        <Button
          label="Duplicate"
          size="small"
          severity="secondary"
          :aria-label="`Duplicate ${routine.name} and edit it`"
          @click="emit('copy')"
        />
        <NuxtLink :to="`/routines/card/${routine.id}`" :aria-label="`Card of ${routine.name}`">Card</NuxtLink>
        <template v-if="result.ok && routine.entries.length > 0">
          <NuxtLink :to="`/carry?routine=${routine.id}`" :aria-label="`Make audio of ${routine.name}`"
            >Make audio</NuxtLink
          >
          <NuxtLink :to="`/hand?routine=${routine.id}`" :aria-label="`Share ${routine.name}`">Share</NuxtLink>
          <NuxtLink :to="`/voice?routine=${routine.id}`" :aria-label="`Record my voice for ${routine.name}`"
            >My voice</NuxtLink
          >
        </template>
        <Button
          v-if="mine"
          label="Delete"
          icon="pi pi-trash"
          size="small"
          severity="secondary"
          text
          :aria-label="`Delete ${routine.name}`"
          @click="emit('remove')"
        />
      </div>
    </details>
  </li>
</template>

<style scoped>
.routine {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 24rem) auto auto;
  gap: 0.3rem 0.8rem;
  align-items: center;
  padding-block: 0.4rem;
  border-bottom: 1px solid var(--pb-line);
}
.name {
  font-weight: 600;
}
.more summary {
  cursor: pointer;
  padding: 0.5rem 0.3rem;
}
/* Its actions have a line of their own below the routine. */
.more[open] {
  grid-column: 1 / -1;
}
/* On a narrow screen the brook has a line of its own. */
@media (max-width: 60rem) {
  .routine {
    grid-template-columns: minmax(0, 1fr) auto auto;
  }
  .water {
    grid-row: 2;
    grid-column: 1 / -1;
  }
}
@media (max-width: 30rem) {
  .about {
    grid-column: 1 / -1;
  }
  .water {
    grid-column: 1;
  }
}
</style>
