<script setup lang="ts">
import type { RunnerState } from '#core/runner'
import { momentAt } from '#core/timeline'
import { type FollowWords, followWords } from './followWords'
import { companionLines } from '~/shared/words/practice'
import { durationPhrase } from '~/shared/words/time'
import FormPicture from '~/shared/drawing/FormPicture.vue'
import BreathWater from '~/shared/drawing/BreathWater.vue'
import BrookDrawing from '~/shared/drawing/BrookDrawing.vue'
import FollowNow from './FollowNow.vue'

/** A session as it is followed: what is done now, the breath, and where it stands in the whole. Nothing is pressed in it. */
const props = defineProps<{
  state: RunnerState
  /** Where the session stands at this very frame, between two beats of the runner. */
  position: () => number
  far: boolean
  /** Whatever else, when it changes, changes the room that is left for the words. */
  beside: string
}>()

const running = computed(() => props.state.status === 'running')
const moment = computed(() => momentAt(props.state.timeline, props.state.positionSeconds))
/** The same object while nothing is said otherwise: most beats change no word, and then nothing is drawn anew. */
const words = computed<FollowWords | null>((before) => {
  const now = moment.value ? followWords(moment.value, props.state) : null
  const isSame =
    before && now && (Object.keys(now) as (keyof FollowWords)[]).every((part) => now[part] === before[part])
  return isSame ? before : now
})
/** What comes is drawn, where one has to stand otherwise for it. */
const coming = computed(() => {
  const { segment, occurrence } = moment.value ?? {}
  if (!segment || (segment.kind !== 'announce' && segment.kind !== 'stanceChange')) return null
  const form = props.state.plan.forms.find(({ id }) => id === occurrence!.formId)
  return form ? { form, side: segment.saidSide } : null
})
/** What those who practise with me do otherwise. */
const others = computed(() => companionLines(moment.value?.occurrence.companions ?? []))
</script>

<template>
  <p class="head" :class="{ far }">
    <span>{{ state.plan.routine.name }}</span>
    <span v-if="moment && !far">{{ durationPhrase(moment.secondsLeft) }} left</span>
  </p>
  <FollowNow
    v-if="words"
    :words="words"
    :far="far"
    :paused="!running"
    :beside="`${state.status} ${beside} ${others.length}`"
  />
  <ul v-if="others.length > 0" class="others" aria-label="Those who practise with me">
    <li v-for="other in others" :key="other">{{ other }}</li>
  </ul>
  <div class="water" :class="{ far }">
    <BreathWater :timeline="state.timeline" :position="position" :beat="state.clockMs" />
    <FormPicture
      v-if="coming && others.length === 0"
      class="coming-picture"
      size="large"
      :form="coming.form"
      :side="coming.side"
    />
  </div>
  <slot />
  <div class="strip">
    <BrookDrawing :timeline="state.timeline" size="strip" :position-seconds="Math.floor(state.positionSeconds)" />
    <p v-if="far && moment" class="time-left">{{ durationPhrase(moment.secondsLeft) }} left</p>
  </div>
</template>

<style scoped>
.head {
  max-width: none;
  display: flex;
  justify-content: space-between;
  gap: 1rem;
  padding: 1.4rem clamp(1rem, 3vw, 2.5rem) 0;
  font-size: clamp(1rem, 1.9vw, 1.5rem);
}
.head.far {
  display: none;
}
.head span:last-child {
  white-space: nowrap;
}
.others {
  padding: 0.4rem clamp(1rem, 3vw, 2.5rem) 0;
  font-size: clamp(1.1rem, 2.6vw, 2.1rem);
  overflow-wrap: anywhere;
}
.water {
  container-type: size;
  position: relative;
  flex: 1 1 12rem;
  min-height: 9rem;
}
.water.far {
  flex-basis: 6rem;
  min-height: 4rem;
}
.coming-picture {
  position: absolute;
  inset: auto auto 0.6rem 50%;
  translate: -50% 0;
  flex-wrap: nowrap;
  gap: 1.5rem;
  /* Apart from the water, whose line it would cross. */
  background: var(--pb-paper);
  border-radius: 12px;
  padding: 0 1rem;
}
/* Within the water: what stands above it is words. */
.coming-picture :deep(.feet) {
  width: auto;
  aspect-ratio: 3.4 / 3.2;
  height: min(14rem, 24vh, 90cqh);
}
.coming-picture :deep(.breath) {
  width: min(15rem, 40cqw);
  height: min(6rem, 12vh, 50cqh);
}
/* On a phone beside the gauge and the time that is left, which it would cover. */
@container (max-width: 34rem) {
  .coming-picture {
    inset: auto 0.5rem 0.4rem auto;
    translate: none;
    gap: 0.6rem;
    padding: 0 0.6rem;
  }
  .coming-picture :deep(.breath) {
    width: 26cqw;
  }
}
/* How long is left stays in sight from afar too, over the sand, where it takes no room from what must be read large. */
.strip {
  position: relative;
}
.time-left {
  position: absolute;
  left: 0;
  bottom: 100%;
  margin: 0;
  padding: 0.5rem 0.6rem 0 0.8rem;
  /* The names that flow along the bed go out of sight behind it. */
  background: var(--pb-bed);
  font-size: 1.05rem;
  white-space: nowrap;
}
</style>
