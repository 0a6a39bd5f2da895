import { useIntervalFn } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'
import {
  estimateFromTaps,
  estimateFromTurns,
  findTurns,
  type BeltSample,
  type BreathEstimate,
  type BreathMeasure,
  type Refusal,
} from '#core/breath'
import { simulatedSensor, type BreathSensor } from '~/shared/devices/breathSensor'
import { nowMs, setSessionClock } from '~/shared/clock/sessionClock'

/** How far a measuring has come: before it, under way, with a figure, without one, or given up because I felt light-headed. */
export type MeasuringStage = 'ready' | 'measuring' | 'result' | 'refused' | 'lightHeaded'

/** Another simulated wearer each time, somewhere between quick and slow. */
function someWearer(): BreathSensor {
  const seed = Math.floor(Math.random() * 1e6)
  return simulatedSensor(seed, 5 + (seed % 100) / 10)
}

/** What a measuring takes from outside: a clock in milliseconds, and something that tells how the breath moves. */
interface Outside {
  now: () => number
  sensor: () => BreathSensor
}

/** Measures my breath by taps at its turns, or by a belt. */
export function useMeasuring({ now, sensor }: Outside = { now: nowMs, sensor: someWearer }) {
  const how = ref<BreathMeasure['how']>('taps')
  const stage = ref<MeasuringStage>('ready')
  /** Seconds since it began, of each tap and by now. */
  const taps = ref<number[]>([])
  const seconds = ref(0)
  const samples = shallowRef<BeltSample[]>([])
  const turns = computed(() => findTurns(samples.value))
  const estimate = ref<BreathEstimate | null>(null)
  const refusal = ref<Refusal | null>(null)
  let beganMs = 0
  let endSensor: (() => void) | null = null
  const passed = () => (now() - beganMs) / 1000
  const { pause: stopCounting, resume: startCounting } = useIntervalFn(() => (seconds.value = passed()), 200, {
    immediate: false,
  })

  function begin() {
    setSessionClock()
    taps.value = []
    samples.value = []
    seconds.value = 0
    estimate.value = null
    beganMs = now()
    stage.value = 'measuring'
    startCounting()
    if (how.value === 'belt') {
      endSensor = sensor().start((lot) => {
        samples.value = [...samples.value, ...lot]
      })
    }
  }
  function stop() {
    stopCounting()
    endSensor?.()
    endSensor = null
  }
  /** The breath turns now; the first tap begins the measuring. */
  function tap() {
    if (stage.value !== 'measuring') begin()
    taps.value = [...taps.value, passed()]
  }
  function finish() {
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
  return { how, stage, taps, seconds, samples, turns, estimate, refusal, begin, stop, tap, finish, lightHeaded }
}
