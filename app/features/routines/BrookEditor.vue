<script setup lang="ts">
import { allowedCounts, type ArcPart } from '#core/forms'
import { changeStep, moveBefore, stepsOf, type Routine } from '#core/routine'
import { measurePiece, type Occurrence, type Timeline } from '#core/timeline'
import BrookDrawing from '~/shared/drawing/BrookDrawing.vue'
import { useLibraryStore } from '~/shared/store/library'
import { PART_WORDS, countPhrase } from '~/shared/words/practice'

/**
 * The brook as the surface one works on: a pebble taken along finds another place and part, its end pulled another count, in steps that
 * the form allows. The same by keys in the list of steps.
 */
const props = defineProps<{ routine: Routine; timeline: Timeline; selected: string[] }>()
const emit = defineEmits<{
  choose: [stepId: string, event: MouseEvent]
  pull: [routine: Routine]
  settle: [what: string]
  change: [routine: Routine, what: string]
}>()
const library = useLibraryStore()
const drawing = ref<InstanceType<typeof BrookDrawing> | null>(null)

/** Where a pebble that is taken along would come to stand, as a place on the axis. */
const landing = ref<{ left: number; beforeId: string | null; part: ArcPart } | null>(null)
/** What is being pulled, and to how many. */
const pulling = ref('')
const FAR_ENOUGH = 6

/** Entries stand once on the axis, from their first doing to their last. */
const stretches = computed(() => {
  const byEntry = new Map<string, { id: string; from: number; to: number; part: ArcPart }>()
  for (const { stepId, groupId, part, startSeconds, lengthSeconds } of props.timeline.occurrences) {
    const id = groupId ?? stepId
    const known = byEntry.get(id)
    const to = startSeconds + lengthSeconds
    if (known) known.to = to
    else byEntry.set(id, { id, from: startSeconds, to, part })
  }
  return [...byEntry.values()]
})

function follow(event: PointerEvent, onMove: (moved: PointerEvent) => void, onEnd: () => void) {
  const target = event.target as Element
  target.setPointerCapture(event.pointerId)
  const move = (moved: Event) => onMove(moved as PointerEvent)
  target.addEventListener('pointermove', move)
  target.addEventListener(
    'lostpointercapture',
    () => {
      target.removeEventListener('pointermove', move)
      onEnd()
    },
    { once: true },
  )
}

function grab(occurrence: Occurrence, event: PointerEvent) {
  if (event.button !== 0) return
  const from = event.clientX
  follow(
    event,
    (moved) => {
      if (Math.abs(moved.clientX - from) < FAR_ENOUGH && !landing.value) return
      const at = drawing.value!.secondsAt(moved.clientX)
      const own = occurrence.groupId ?? occurrence.stepId
      const next = stretches.value.find(({ from: begins, to, id }) => id !== own && at < (begins + to) / 2)
      const last = stretches.value.at(-1)
      const over = stretches.value.find(({ from: begins, to }) => at >= begins && at < to) ?? next ?? last
      landing.value = {
        left: drawing.value!.leftOf(next ? next.from : props.timeline.totalSeconds),
        beforeId: next?.id ?? null,
        part: over?.id === own ? occurrence.part : (over?.part ?? occurrence.part),
      }
    },
    () => {
      const land = landing.value
      landing.value = null
      if (!land) return
      const id = occurrence.groupId ?? occurrence.stepId
      emit('change', moveBefore(props.routine, id, land.beforeId, land.part), `Moved into ${PART_WORDS[land.part]}.`)
    },
  )
}

function stretch(occurrence: Occurrence, event: PointerEvent) {
  const step = stepsOf(props.routine).find(({ id }) => id === occurrence.stepId)
  const form = step && library.formsById.get(step.formId)
  if (!step || !form) return
  const before = props.routine
  // What each allowed count would take where the step stands, asked of the Timeline once for the pull.
  const lengths = allowedCounts(form).map((allowed) => {
    const alone = { ...before, entries: [{ ...step, count: allowed, off: false }] }
    const { movingSeconds, closingSeconds } = measurePiece(
      { ...library.setting, routine: alone },
      { atSeconds: occurrence.startSeconds, stance: occurrence.stance },
    )
    return { count: allowed, seconds: movingSeconds + closingSeconds }
  })
  const perPixel = drawing.value!.secondsPerPixel()
  const fromX = event.clientX
  const fromSeconds = lengths.find(({ count }) => count === step.count)?.seconds ?? occurrence.lengthSeconds
  let count = step.count
  follow(
    event,
    (moved) => {
      const wanted = fromSeconds + (moved.clientX - fromX) * perPixel
      const nearest = lengths.reduce((best, other) =>
        Math.abs(other.seconds - wanted) < Math.abs(best.seconds - wanted) ? other : best,
      )
      if (nearest.count === count) return
      count = nearest.count
      pulling.value = `${form.name}: ${countPhrase(form, count)}`
      emit('pull', changeStep(before, step.id, { count, byHand: true }))
    },
    () => {
      emit('settle', `${form.name}: ${countPhrase(form, count)}.`)
      pulling.value = ''
    },
  )
}
</script>

<template>
  <div class="working">
    <BrookDrawing
      ref="drawing"
      :timeline="timeline"
      size="large"
      movable
      :selected="selected"
      @choose="(id, event) => emit('choose', id, event)"
      @grab="grab"
      @stretch="stretch"
    />
    <p v-if="pulling" class="pulling">{{ pulling }}</p>
    <div v-if="landing" class="landing" :style="{ left: `${landing.left}px` }">
      <span>{{ PART_WORDS[landing.part] }}</span>
    </div>
  </div>
</template>

<style scoped>
.pulling {
  position: absolute;
  top: 0;
  left: 0.4rem;
  padding: 0.1rem 0.6rem;
  background: var(--pb-ink);
  color: var(--pb-paper);
  border-radius: 6px;
  font-weight: 650;
  pointer-events: none;
}
.working {
  position: relative;
}
.working :deep(.pebble) {
  touch-action: pan-y;
  cursor: grab;
}
.landing {
  position: absolute;
  inset-block: 0.5rem 3.4rem;
  width: 0;
  border-left: 4px solid var(--pb-clay);
  pointer-events: none;
}
.landing span {
  position: absolute;
  top: 0;
  left: 0.4rem;
  padding: 0 0.4rem;
  background: var(--pb-paper);
  border-radius: 4px;
  font-weight: 650;
}
</style>
