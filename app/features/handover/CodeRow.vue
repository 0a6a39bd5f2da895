<script setup lang="ts">
import { plural } from '~/shared/words/numbers'
import { durationPhrase } from '~/shared/words/time'
import CodePicture from './CodePicture.vue'

/** One code picture, or a row of them shown one after the other, over and over, until the other device has them all. */
const props = defineProps<{ frames: readonly string[]; label: string }>()
/** So many pictures a second are shown; a slow camera wants fewer. */
const SPEEDS = [
  { perSecond: 2, name: 'slowly' },
  { perSecond: 4, name: 'as usual' },
  { perSecond: 8, name: 'fast' },
]
const perSecond = ref(4)
const at = ref(0)
const isStill = ref(false)
const { pause, resume } = useIntervalFn(
  () => (at.value = (at.value + 1) % props.frames.length),
  computed(() => 1000 / perSecond.value),
)
watch([() => props.frames, isStill], () => (isStill.value || props.frames.length < 2 ? pause() : resume()), {
  immediate: true,
})
watch(
  () => props.frames,
  () => (at.value = 0),
)
const step = (by: number) => (at.value = (at.value + by + props.frames.length) % props.frames.length)
const roundSeconds = computed(() => props.frames.length / perSecond.value)
const frame = computed(() => props.frames[at.value] ?? props.frames[0]!)
</script>

<template>
  <div class="stack">
    <CodePicture :text="frame" :label="frames.length > 1 ? `${label}, picture ${at + 1} of ${frames.length}` : label" />
    <template v-if="frames.length > 1">
      <p>
        <strong>{{ at + 1 }} of {{ frames.length }}.</strong>
        One round takes {{ durationPhrase(roundSeconds) }}; what the camera missed comes again in the next.
      </p>
      <div class="row">
        <SelectButton
          v-model="perSecond"
          :options="SPEEDS"
          option-label="name"
          option-value="perSecond"
          :allow-empty="false"
          aria-label="How fast the pictures change"
          size="small"
        />
        <Button :label="isStill ? 'Resume' : 'Pause'" size="small" severity="secondary" @click="isStill = !isStill" />
        <template v-if="isStill">
          <Button label="Before" size="small" severity="secondary" text @click="step(-1)" />
          <Button label="Next" size="small" severity="secondary" text @click="step(1)" />
        </template>
      </div>
      <p class="small soft">
        {{ plural(perSecond, 'picture') }} a second. A picture of the whole row cannot be taken at once: the other
        device films this screen.
      </p>
    </template>
  </div>
</template>
