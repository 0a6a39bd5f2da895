<script setup lang="ts">
import { reduce, undoSecondsLeft } from '#core/runner'
import {
  FEELING_SCALES,
  isPractised,
  NOT_SAID,
  RECALLS,
  type FeelingScale,
  type Felt,
  type Recall,
} from '#core/journal'
import { nowMs } from '~/shared/clock/sessionClock'
import { useFollowStore } from '~/shared/session/follow'
import { DEVIATION_WORDS } from '~/shared/words/commands'
import { EXERTION_LEGEND } from '~/shared/words/body'
import { durationPhrase } from '~/shared/words/time'
import { pebblePath, stoneShare } from '~/shared/drawing/pebble'
import { plural } from '~/shared/words/numbers'
import FeltScales from '~/shared/ui/FeltScales.vue'
import RecallChoice from '~/shared/ui/RecallChoice.vue'
import SensationChoices from '~/shared/ui/SensationChoices.vue'
import ZeroToTen from '~/shared/ui/ZeroToTen.vue'

/** After the last breath. The session is already kept: whatever is said of it here is extra, and one key is enough. */
const emit = defineEmits<{ leave: []; undo: [] }>()
const follow = useFollowStore()
/** What can still be taken back, so that the session goes on; what would change what was done cannot. */
const takesBack = computed(() => {
  const { state } = follow
  return state?.undo && reduce(state, 'undo', state.clockMs).status !== 'ended' ? DEVIATION_WORDS[state.undo.what] : ''
})
const inTime = ref(false)
useIntervalFn(() => (inTime.value = !!follow.state && undoSecondsLeft(follow.state, nowMs()) > 0), 250, {
  immediateCallback: true,
})
const doneButton = ref<{ $el: HTMLElement } | null>(null)
// Focus comes with a page on its first load only: here it would fall to nothing, as what had it is gone.
onMounted(() => doneButton.value?.$el.focus({ preventScroll: true }))
const after = ref<Felt>({ ...NOT_SAID })
const exertion = ref<number | null>(null)
const recall = ref<Recall | null>(null)
const RECALL_KEYS: Record<Recall, string> = { fromMemory: 'M', lookedUp: 'L' }
const sensations = ref<string[]>([])
const words = ref('')

/** A digit answers the first scale of which nothing is said yet; backspace takes the last answer back. */
const answered: FeelingScale[] = []
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  const target = event.target instanceof Element ? event.target : null
  if (event.ctrlKey || event.metaKey || event.altKey || target?.closest('input:not([type="checkbox"]), textarea'))
    return
  const digit = /^[1-5]$/.test(event.key) ? Number(event.key) : null
  const next = FEELING_SCALES.find((scale) => after.value[scale] === null)
  const said = RECALLS.find((each) => RECALL_KEYS[each] === event.key.toUpperCase())
  if (digit !== null && next) {
    after.value = { ...after.value, [next]: digit }
    answered.push(next)
  } else if (said) recall.value = recall.value === said ? null : said
  else if (event.key === 'Backspace' && answered.length > 0) {
    after.value = { ...after.value, [answered.pop()!]: null }
  } else return
  event.preventDefault()
})

const done = computed(() => follow.record?.done.filter(({ outcome }) => outcome !== 'skipped') ?? [])
const STONE = { width: 220, height: 84 }
/** The stone that this session lays: the longer it was, the larger. */
const stone = computed(() => {
  const share = stoneShare(follow.record?.practisedSeconds ?? 0)
  const wide = 70 + 140 * share
  const high = 36 + 40 * share
  return pebblePath(follow.record?.id ?? '', (STONE.width - wide) / 2, STONE.height - high - 4, wide, high)
})
const discarding = ref(false)
async function discard() {
  discarding.value = false
  await follow.discard()
  emit('leave')
}
async function keep() {
  const line = words.value.trim()
  const hard = exertion.value === null ? {} : { exertion: exertion.value }
  const saidSomething =
    line ||
    recall.value ||
    exertion.value !== null ||
    sensations.value.length > 0 ||
    Object.values(after.value).some(Boolean)
  const byHeart = recall.value ? { recall: recall.value } : {}
  if (saidSomething)
    await follow.note({ after: after.value, ...hard, ...byHeart, sensations: sensations.value, words: line })
  emit('leave')
}
</script>

<template>
  <div v-if="follow.record" class="end stack">
    <div class="laid">
      <p class="title">{{ durationPhrase(follow.record.practisedSeconds) }}</p>
      <svg :viewBox="`0 0 ${STONE.width} ${STONE.height}`" aria-hidden="true"><path :d="stone" /></svg>
    </div>
    <p role="status">
      <template v-if="follow.kept === 'kept'">{{ follow.record.title }} is in the journal.</template>
      <template v-else-if="follow.kept === 'nothing'">Nothing was practised: nothing is in the journal.</template>
      <template v-else-if="follow.kept === 'being written'">{{ follow.record.title }} is being written down.</template>
      <template v-else>{{ follow.record.title }} is not in the journal yet: see above what keeps it out.</template>
    </p>
    <p v-if="follow.kept === 'kept' && !isPractised(follow.record)" class="soft">
      It was under a minute and counts for no day.
    </p>
    <p v-if="done.length > 0" class="soft">
      {{ plural(done.length, 'form') }}: {{ done.map(({ formName }) => formName).join(', ') }}.
    </p>
    <FeltScales v-model="after" legend="How do you feel? (optional)" />
    <p class="small soft by-keys">Keys 1 to 5 answer scale by scale, backspace takes one back.</p>
    <RecallChoice v-model="recall" :keys="RECALL_KEYS" />
    <details class="more">
      <summary>Say more</summary>
      <ZeroToTen v-model="exertion" :legend="EXERTION_LEGEND" />
      <SensationChoices v-model="sensations" />
      <div class="field">
        <label for="words">A line of words</label>
        <InputText id="words" v-model="words" maxlength="4000" />
      </div>
    </details>
    <div class="row">
      <Button ref="doneButton" size="large" label="Done" autofocus @click="keep" />
      <Button
        v-if="follow.kept === 'kept'"
        size="large"
        label="Discard"
        severity="secondary"
        text
        @click="discarding = true"
      />
      <Button
        v-if="takesBack && inTime"
        size="large"
        :label="`Undo: ${takesBack}`"
        severity="secondary"
        text
        @click="emit('undo')"
      />
    </div>
    <Dialog v-model:visible="discarding" modal header="Discard this session?" :draggable="false">
      <p>It is deleted from the journal, and learning stages that it changed go back.</p>
      <template #footer>
        <Button label="Cancel" severity="secondary" autofocus @click="discarding = false" />
        <Button label="Discard it" @click="discard" />
      </template>
    </Dialog>
  </div>
</template>

<style scoped>
.end {
  max-width: 48rem;
  width: 100%;
  margin: auto;
  padding: 1.5rem;
  line-height: 1.45;
}
.title {
  font-size: clamp(2.2rem, 7vw, 4.5rem);
  font-weight: 700;
  line-height: 1.1;
}
.laid {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  justify-content: space-between;
  gap: 0.5rem 2rem;
  border-bottom: 5px solid var(--pb-water);
}
.laid svg {
  width: min(13.75rem, 60vw);
}
.laid path {
  fill: var(--pb-moss);
  animation: lay 1.2s ease-out;
}
@keyframes lay {
  from {
    translate: 0 -70px;
  }
}
@media (prefers-reduced-motion: reduce) {
  .laid path {
    animation: none;
  }
}
.more > * + * {
  margin-top: 0.8rem;
}
summary {
  cursor: pointer;
  padding: 0.5rem 0;
  width: fit-content;
}
</style>
