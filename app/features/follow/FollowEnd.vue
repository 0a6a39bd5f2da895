<script setup lang="ts">
import { reduce, undoSecondsLeft } from '#core/runner'
import { NOT_SAID, SENSATIONS, type Felt, type Sensation } from '#core/journal'
import { nowMs } from '~/shared/sound/clock'
import { useFollowStore } from '~/shared/store/follow'
import { DEVIATION_WORDS } from '~/shared/words/commands'
import { SENSATION_WORDS } from '~/shared/words/practice'
import { durationPhrase } from '~/shared/words/time'
import FeltScales from '~/shared/ui/FeltScales.vue'

/** After the last breath. The session is already kept; words wait until they are wanted. */
const emit = defineEmits<{ leave: []; undo: [] }>()
/** Silence first: nothing is asked until it is touched. */
const asked = ref(false)
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
const after = ref<Felt>({ ...NOT_SAID })
const sensations = ref<Sensation[]>([])
const words = ref('')

function toggle(sensation: Sensation) {
  sensations.value = sensations.value.includes(sensation)
    ? sensations.value.filter((other) => other !== sensation)
    : [...sensations.value, sensation]
}
async function keep() {
  const saidSomething = words.value.trim() || sensations.value.length > 0 || Object.values(after.value).some(Boolean)
  if (saidSomething) await follow.note({ after: after.value, sensations: sensations.value, words: words.value.trim() })
  emit('leave')
}
</script>

<template>
  <div v-if="follow.record" class="end stack">
    <p class="title">{{ durationPhrase(follow.record.practisedSeconds) }}</p>
    <p role="status">
      <template v-if="follow.kept === 'kept'">{{ follow.record.title }} is in the journal.</template>
      <template v-else-if="follow.kept === 'being written'">{{ follow.record.title }} is being written down.</template>
      <template v-else>{{ follow.record.title }} is not in the journal yet: see above what keeps it out.</template>
    </p>
    <template v-if="asked">
      <FeltScales v-model="after" legend="How it is now, if you care to say" />
      <div class="sensations" role="group" aria-label="What was felt">
        <label v-for="sensation in SENSATIONS" :key="sensation">
          <input type="checkbox" :checked="sensations.includes(sensation)" @change="toggle(sensation)" />
          {{ SENSATION_WORDS[sensation] }}
        </label>
      </div>
      <div class="field">
        <label for="words">A line of words</label>
        <InputText id="words" v-model="words" maxlength="4000" />
      </div>
    </template>
    <div class="row">
      <Button size="large" label="Done" autofocus @click="keep" />
      <Button v-if="!asked" size="large" label="Say how it was" severity="secondary" @click="asked = true" />
      <Button
        v-if="takesBack && inTime"
        size="large"
        :label="`Undo: ${takesBack}`"
        severity="secondary"
        text
        @click="emit('undo')"
      />
    </div>
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
.sensations {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1.2rem;
}
.sensations label {
  display: inline-flex;
  align-items: center;
  gap: 0.4rem;
  min-height: 2.4rem;
}
.sensations input {
  width: 1.2rem;
  height: 1.2rem;
  accent-color: var(--pb-water-deep);
}
</style>
