<script setup lang="ts">
import { v4 as newUuid } from 'uuid'
import { breathByMonth, breathsPerMinute, measureToKeep, settlingPace, type BreathMeasure } from '#core/breath'
import { wallMs } from '~/shared/clock/wallClock'
import { useJournalStore } from '~/shared/store/journal'
import { useSettingsStore } from '~/shared/store/settings'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { plural } from '~/shared/words/numbers'
import { durationPhrase, momentPhrase } from '~/shared/words/time'
import BeltTrace from './BeltTrace.vue'
import BreathCurves from './BreathCurves.vue'
import { useMeasuring } from './measuring'
import { REFUSAL_WORDS, breathPhrase, setAsidePhrase } from './breathWords'

const workspace = useWorkspaceStore()
const journal = useJournalStore()
const { settings, saveSettings } = useSettingsStore()
useHead({ title: 'My breath · Pebblebrook' })

const WANTED_SECONDS = 60
const posture = ref<BreathMeasure['posture']>('sitting')
const HOWS = [
  { value: 'taps', name: 'I tap' },
  { value: 'belt', name: 'a simulated belt' },
]
const POSTURES = [
  { value: 'sitting', name: 'sitting' },
  { value: 'standing', name: 'standing' },
  { value: 'moving', name: 'moving' },
]

const { how, stage, taps, seconds, samples, turns, estimate, refusal, ...measuring } = useMeasuring()
const keptNow = ref<BreathMeasure | null>(null)
function begin() {
  keptNow.value = null
  measuring.begin()
}
function tap() {
  if (stage.value !== 'measuring') keptNow.value = null
  measuring.tap()
}
onBeforeUnmount(measuring.stop)

useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (stage.value !== 'measuring' || event.ctrlKey || event.metaKey || event.altKey || event.repeat) return
  if (event.key === 'l' || event.key === 'L') measuring.lightHeaded()
  else if (event.key === 'Enter') measuring.finish()
  else if (how.value === 'taps' && [' ', 'PageDown', 'PageUp', 'ArrowRight', 'ArrowLeft'].includes(event.key))
    measuring.tap()
  else return
  event.preventDefault()
})

async function keep() {
  if (!estimate.value) return
  keptNow.value = measureToKeep(estimate.value, {
    id: newUuid(),
    at: new Date(wallMs()).toISOString(),
    how: how.value,
    posture: posture.value,
  })
  await journal.putMeasure(keptNow.value)
}

const measures = computed(() => [...journal.breathMeasures].sort((one, other) => other.at.localeCompare(one.at)))
const months = computed(() => breathByMonth(journal.breathMeasures))
const latest = computed(() => measures.value[0] ?? null)
const settling = computed(() => {
  const [after, before] = measures.value
  return after && before ? settlingPace(before, after) : null
})
const said = ref('')
async function use(when: 'start' | 'settled' | 'both', measure: BreathMeasure) {
  const { pace } = settings
  const breath = { inSeconds: measure.inSeconds, outSeconds: measure.outSeconds }
  const next =
    when === 'both' && settling.value
      ? settling.value
      : { ...pace, [when]: breath, settleMinutes: pace.settleMinutes || 8 }
  const faults = await saveSettings({ pace: next })
  said.value =
    faults.length > 0 ? faults.map(({ message }) => message).join(' ') : 'Taken. Every length follows it from now on.'
}
</script>

<template>
  <div class="stack">
    <NuxtLink to="/settings">Settings</NuxtLink>
    <h1>My breath</h1>
    <div class="columns">
      <section class="stack" aria-label="Measuring">
        <template v-if="stage !== 'measuring'">
          <div class="row">
            <SelectButton
              v-model="how"
              :options="HOWS"
              option-label="name"
              option-value="value"
              :allow-empty="false"
              aria-label="How it is measured"
            />
            <SelectButton
              v-model="posture"
              :options="POSTURES"
              option-label="name"
              option-value="value"
              :allow-empty="false"
              aria-label="Posture"
            />
          </div>
        </template>

        <template v-if="stage === 'ready'">
          <p v-if="how === 'taps'">
            Breathe as you do. Tap where the breath turns, in about a minute of breathing: first when an in-breath
            begins, then when it turns out, and so on. <span class="by-keys">Space, a clicker or the screen</span
            ><span class="by-touch">The screen or a clicker</span> will do; the eyes may be closed.
          </p>
          <p v-else>
            A breath belt that is not there, to try this with: it breathes for itself, with sighs and drop-outs.
          </p>
          <div>
            <Button
              size="large"
              :label="how === 'taps' ? 'Begin with the next in-breath' : 'Put it on'"
              @click="how === 'taps' ? tap() : begin()"
            />
          </div>
        </template>

        <template v-else-if="stage === 'measuring'">
          <button v-if="how === 'taps'" type="button" class="pad" @pointerdown.prevent="tap">
            <span class="turn">{{ taps.length % 2 === 1 ? 'in' : 'out' }}</span>
            <span>tap at the turn</span>
          </button>
          <BeltTrace v-else :samples="samples" :turns="turns" />
          <p role="status">
            {{ durationPhrase(seconds) }} of about {{ WANTED_SECONDS }} s,
            {{ plural(Math.floor((how === 'taps' ? taps.length : turns.length) / 2), 'breath') }}.
            <strong v-if="seconds >= WANTED_SECONDS">That is enough.</strong>
          </p>
          <div class="row">
            <Button aria-keyshortcuts="Enter" @click="measuring.finish">Done<kbd aria-hidden="true">Enter</kbd></Button>
            <Button severity="secondary" aria-keyshortcuts="L" @click="measuring.lightHeaded"
              >Dizzy<kbd aria-hidden="true">L</kbd></Button
            >
          </div>
        </template>

        <div v-else-if="stage === 'lightHeaded'" class="sheet stack" role="alert">
          <p><strong>Stop here and breathe as it comes.</strong> Sit down if you can. Nothing is counted.</p>
          <p class="soft">Go on another time, when it has passed. If it does not pass or comes often, ask a doctor.</p>
          <div><Button label="It has passed" severity="secondary" @click="stage = 'ready'" /></div>
        </div>

        <div v-else-if="stage === 'refused'" class="stack" role="alert">
          <p>{{ refusal && REFUSAL_WORDS[refusal] }}</p>
          <div><Button label="Again" @click="stage = 'ready'" /></div>
        </div>

        <div v-else-if="estimate" class="stack" role="status">
          <p class="found">{{ breathPhrase(estimate) }}</p>
          <p>
            {{ breathsPerMinute(estimate).toFixed(1) }} breaths a minute, from
            {{ plural(estimate.breaths, 'whole breath') }}; most lie within {{ estimate.inSpreadSeconds.toFixed(1) }} s
            and {{ estimate.outSpreadSeconds.toFixed(1) }} s of it.{{ setAsidePhrase(estimate) }}
          </p>
          <div class="row">
            <Button v-if="!keptNow" label="Save" @click="keep" />
            <template v-else>
              <Button label="I begin like this" @click="use('start', keptNow)" />
              <Button label="I settle to this" @click="use('settled', keptNow)" />
            </template>
            <Button label="Again" severity="secondary" @click="stage = 'ready'" />
          </div>
        </div>
        <p v-if="said" role="status">{{ said }}</p>
        <p v-if="stage !== 'measuring'" class="small soft">
          Now in use: when I begin {{ breathPhrase(settings.pace.start) }}; once settled, after
          {{ settings.pace.settleMinutes }} min, {{ breathPhrase(settings.pace.settled) }}.
        </p>
        <div v-if="settling && latest && stage !== 'measuring'" class="sheet stack">
          <p>
            The last two measures are of one session: from {{ breathPhrase(settling.start) }} it settled to
            {{ breathPhrase(settling.settled) }} in {{ settling.settleMinutes }} min.
          </p>
          <div><Button size="small" severity="secondary" label="Use both" @click="use('both', latest)" /></div>
        </div>
      </section>

      <section class="stack" aria-labelledby="earlier">
        <h2 id="earlier">Now against earlier months</h2>
        <p v-if="measures.length === 0" class="soft">Nothing measured yet.</p>
        <template v-else>
          <BreathCurves :months="months" />
          <ul class="measures">
            <li v-for="measure in measures" :key="measure.id">
              <span class="soft">{{ momentPhrase(measure.at) }}</span>
              <span
                >{{ breathPhrase(measure) }}, {{ measure.posture }}{{ measure.how === 'belt' ? ', by belt' : '' }}</span
              >
              <Button
                icon="pi pi-times"
                size="small"
                text
                severity="secondary"
                :aria-label="`Delete the measure of ${momentPhrase(measure.at)}`"
                @click="workspace.remove('breathMeasures', measure.id)"
              />
            </li>
          </ul>
        </template>
      </section>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 28rem), 1fr));
  gap: 2rem 3.5rem;
  align-items: start;
}
.pad {
  font: inherit;
  color: var(--pb-ink);
  background: var(--pb-water);
  border: 0;
  border-radius: 28px 34px 26px 36px;
  min-height: 17rem;
  width: 100%;
  display: grid;
  place-content: center;
  text-align: center;
  cursor: pointer;
  touch-action: manipulation;
}
.turn {
  font-size: 6rem;
  font-weight: 750;
  line-height: 1;
}
.found {
  font-size: clamp(1.6rem, 4vw, 2.4rem);
  font-weight: 700;
}
.measures li {
  display: grid;
  grid-template-columns: 8.5rem 1fr auto;
  gap: 0.2rem 0.8rem;
  align-items: center;
}
</style>
