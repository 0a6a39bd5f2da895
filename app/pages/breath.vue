<script setup lang="ts">
import {
  breathByMonth,
  breathsPerMinute,
  estimateFromTaps,
  estimateFromTurns,
  findTurns,
  keptMeasure,
  settlingPace,
  type BeltSample,
  type BreathEstimate,
  type BreathMeasure,
  type Refusal,
} from '#core/breath'

const person = usePersonStore()
useHead({ title: 'My breath · Pebblebrook' })

const WANTED_SECONDS = 60
const how = ref<BreathMeasure['how']>('taps')
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

type Stage = 'ready' | 'measuring' | 'result' | 'refused' | 'lightHeaded'
const stage = ref<Stage>('ready')
const taps = ref<number[]>([])
const samples = shallowRef<BeltSample[]>([])
const turns = computed(() => findTurns(samples.value))
const seconds = ref(0)
const estimate = ref<BreathEstimate | null>(null)
const refusal = ref<Refusal | null>(null)
const keptNow = ref<BreathMeasure | null>(null)
let beganMs = 0
let endSensor: (() => void) | null = null

const { pause: stopCounting, resume: startCounting } = useIntervalFn(
  () => (seconds.value = (nowMs() - beganMs) / 1000),
  200,
  { immediate: false },
)

function begin() {
  setSessionClock()
  taps.value = []
  samples.value = []
  seconds.value = 0
  estimate.value = null
  keptNow.value = null
  beganMs = nowMs()
  stage.value = 'measuring'
  startCounting()
  if (how.value === 'belt') {
    // Another wearer each time, somewhere between quick and slow.
    const wearer = Math.floor(Math.random() * 1e6)
    endSensor = simulatedSensor(wearer, 5 + (wearer % 100) / 10).start((lot) => {
      samples.value = [...samples.value, ...lot]
    })
  }
}
function stop() {
  stopCounting()
  endSensor?.()
  endSensor = null
}
function tap() {
  if (stage.value !== 'measuring') return (begin(), tapNow())
  tapNow()
}
function tapNow() {
  taps.value = [...taps.value, (nowMs() - beganMs) / 1000]
}
function done() {
  stop()
  const measured = how.value === 'taps' ? estimateFromTaps(taps.value) : estimateFromTurns(turns.value)
  estimate.value = measured.ok ? measured.estimate : null
  refusal.value = measured.ok ? null : measured.why
  stage.value = measured.ok ? 'result' : 'refused'
}
function lightHeaded() {
  stop()
  stage.value = 'lightHeaded'
}
onBeforeUnmount(stop)

useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (stage.value !== 'measuring' || event.ctrlKey || event.metaKey || event.altKey || event.repeat) return
  if (event.key === 'l' || event.key === 'L') lightHeaded()
  else if (event.key === 'Enter') done()
  else if (how.value === 'taps' && [' ', 'PageDown', 'PageUp', 'ArrowRight', 'ArrowLeft'].includes(event.key)) tapNow()
  else return
  event.preventDefault()
})

const REFUSALS: Record<Refusal, string> = {
  tooFew: 'There were too few breaths to say anything: at least five whole ones are needed. Go on for about a minute.',
  tooShort: 'That was too short to say anything. Go on for about a minute.',
  tooWild:
    'The turns lie too far from each other for one breath. Tap only where the breath turns, or let it calm down first.',
}
const asidePhrase = computed(() => {
  if (!estimate.value) return ''
  const { missed, doubled, sighs } = estimate.value
  const parts = [
    missed && plural(missed, 'missed turn'),
    doubled && plural(doubled, 'doubled tap'),
    sighs && plural(sighs, 'sigh'),
  ].filter(Boolean)
  return parts.length > 0 ? ` Set aside: ${parts.join(', ')}.` : ''
})

async function keep() {
  if (!estimate.value) return
  keptNow.value = keptMeasure(estimate.value, {
    id: crypto.randomUUID(),
    at: new Date(wallMs()).toISOString(),
    how: how.value,
    posture: posture.value,
  })
  await person.putMeasure(keptNow.value)
}

const measures = computed(() => [...person.person.breathMeasures].sort((one, other) => other.at.localeCompare(one.at)))
const months = computed(() => breathByMonth(person.person.breathMeasures))
const latest = computed(() => measures.value[0] ?? null)
const settling = computed(() => {
  const [after, before] = measures.value
  return after && before ? settlingPace(before, after) : null
})
const said = ref('')
async function use(when: 'start' | 'settled' | 'both', measure: BreathMeasure) {
  const { pace } = person.settings
  const breath = { inSeconds: measure.inSeconds, outSeconds: measure.outSeconds }
  const next =
    when === 'both' && settling.value
      ? settling.value
      : { ...pace, [when]: breath, settleMinutes: pace.settleMinutes || 8 }
  const faults = await person.saveSettings({ pace: next })
  said.value =
    faults.length > 0 ? faults.map(({ message }) => message).join(' ') : 'Taken. Every length follows it from now on.'
}
const whenPhrase = (at: string) =>
  new Date(at).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
const breathPhrase = (breath: { inSeconds: number; outSeconds: number }) =>
  `in ${breath.inSeconds.toFixed(1)} s, out ${breath.outSeconds.toFixed(1)} s`
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
            begins, then when it turns out, and so on. Space, a clicker or the screen will do; the eyes may be closed.
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
            <Button label="Done (Enter)" @click="done" />
            <Button label="Light-headed (L)" severity="secondary" @click="lightHeaded" />
          </div>
        </template>

        <div v-else-if="stage === 'lightHeaded'" class="sheet stack" role="alert">
          <p><strong>Stop here and breathe as it comes.</strong> Sit down if you can. Nothing is counted.</p>
          <p class="soft">Go on another time, when it has passed. If it does not pass or comes often, ask a doctor.</p>
          <div><Button label="It has passed" severity="secondary" @click="stage = 'ready'" /></div>
        </div>

        <div v-else-if="stage === 'refused'" class="stack" role="alert">
          <p>{{ refusal && REFUSALS[refusal] }}</p>
          <div><Button label="Again" @click="stage = 'ready'" /></div>
        </div>

        <div v-else-if="estimate" class="stack" role="status">
          <p class="found">{{ breathPhrase(estimate) }}</p>
          <p>
            {{ breathsPerMinute(estimate).toFixed(1) }} breaths a minute, from
            {{ plural(estimate.breaths, 'whole breath') }}; most lie within {{ estimate.inSpreadSeconds.toFixed(1) }} s
            and {{ estimate.outSpreadSeconds.toFixed(1) }} s of it.{{ asidePhrase }}
          </p>
          <div class="row">
            <Button v-if="!keptNow" label="Keep it" @click="keep" />
            <template v-else>
              <Button label="I begin like this" @click="use('start', keptNow)" />
              <Button label="I settle to this" @click="use('settled', keptNow)" />
            </template>
            <Button label="Again" severity="secondary" @click="stage = 'ready'" />
          </div>
        </div>
        <p v-if="said" role="status">{{ said }}</p>
        <p v-if="stage !== 'measuring'" class="small soft">
          Now in use: when I begin {{ breathPhrase(person.settings.pace.start) }}; once settled, after
          {{ person.settings.pace.settleMinutes }} min, {{ breathPhrase(person.settings.pace.settled) }}.
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
              <span class="soft">{{ whenPhrase(measure.at) }}</span>
              <span
                >{{ breathPhrase(measure) }}, {{ measure.posture }}{{ measure.how === 'belt' ? ', by belt' : '' }}</span
              >
              <Button
                icon="pi pi-times"
                size="small"
                text
                severity="secondary"
                :aria-label="`Remove the measure of ${whenPhrase(measure.at)}`"
                @click="person.remove('breathMeasures', measure.id)"
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
