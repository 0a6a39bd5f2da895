import { useIntervalFn } from '@vueuse/core'
import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { followSaying, type Prompt, type Saying } from '#core/sound'
import { MOST_MS, useCueRecorder, type CueMade } from '~/shared/sound/cueRecorder'

/** The microphone is looked at this often. */
const LOOK_MS = 50
/** Nothing said for so long, it is begun anew: a recording that is cut off would have the words cut off. */
const ANEW_MS = MOST_MS - 1500

/**
 * A sitting: one prompt after the other is recorded; the next one comes by itself when something was said and a pause follows. Whatever is recorded is
 * kept at once.
 */
export function useSitting(keep: (prompt: Prompt, made: CueMade) => Promise<unknown>) {
  const recorder = useCueRecorder({ staysOpen: true })
  const queue = shallowRef<readonly Prompt[]>([])
  const at = ref(0)
  const isSitting = ref(false)
  /** A word has been kept, and the next one is on its way. */
  const isKeeping = ref(false)
  const saying = ref<Saying>('waiting')
  const level = ref(0)
  const kept = ref(0)
  const prompt = computed(() => (isSitting.value ? (queue.value[at.value] ?? null) : null))
  let ear: { context: AudioContext; analyser: AnalyserNode; samples: Float32Array<ArrayBuffer> } | null = null
  let follow = followSaying()
  let listensSinceMs = 0
  /** Rises with everything that begins or ends a recording: what was waited for meanwhile is then no longer wanted. */
  let turn = 0

  function openEar(stream: MediaStream) {
    if (ear) return
    const context = new AudioContext()
    const analyser = new AnalyserNode(context, { fftSize: 2048 })
    context.createMediaStreamSource(stream).connect(analyser)
    ear = { context, analyser, samples: new Float32Array(analyser.fftSize) }
  }
  function loudness(): number {
    if (!ear) return 0
    ear.analyser.getFloatTimeDomainData(ear.samples)
    return Math.sqrt(ear.samples.reduce((sum, each) => sum + each ** 2, 0) / ear.samples.length)
  }

  async function listen() {
    const wanted = prompt.value
    if (!wanted) return end()
    const mine = (turn += 1)
    await recorder.start(wanted.text)
    // Called off, or gone on, while the microphone was asked for.
    if (mine !== turn) return
    if (!recorder.stream.value) return end()
    openEar(recorder.stream.value)
    follow = followSaying()
    saying.value = 'waiting'
    listensSinceMs = performance.now()
    look.resume()
  }
  const look = useIntervalFn(
    () => {
      level.value = loudness()
      saying.value = follow(level.value, LOOK_MS / 1000)
      const isLong = performance.now() - listensSinceMs > ANEW_MS
      if (saying.value === 'said' || (saying.value === 'speaking' && isLong)) void finish()
      else if (isLong) void again()
    },
    LOOK_MS,
    { immediate: false },
  )
  async function again() {
    look.pause()
    const mine = (turn += 1)
    await recorder.discard()
    if (mine === turn) await listen()
  }
  /** That is it: keep what was said, and go on. Where nothing was, the same word is asked for again. */
  async function finish() {
    const wanted = prompt.value
    if (!wanted || isKeeping.value || recorder.recordingNow.value === null) return
    look.pause()
    isKeeping.value = true
    const made = await recorder.stop()
    const why = recorder.fault.value
    if (made) {
      await keep(wanted, made)
      kept.value += 1
      at.value += 1
    }
    isKeeping.value = false
    if (!isSitting.value) return
    await listen()
    if (!made) recorder.fault.value = why
  }
  /** To another word, without keeping this one. */
  async function go(by: 1 | -1) {
    if (isKeeping.value || !isSitting.value) return
    at.value = Math.max(0, at.value + by)
    await again()
  }
  async function begin(prompts: readonly Prompt[]) {
    queue.value = prompts
    at.value = 0
    kept.value = 0
    isSitting.value = prompts.length > 0
    await listen()
  }
  function end() {
    look.pause()
    const mine = (turn += 1)
    isSitting.value = false
    level.value = 0
    void recorder.discard().then(() => mine === turn && recorder.close())
    void ear?.context.close()
    ear = null
  }
  onScopeDispose(end)
  return { prompt, queue, at, isSitting, isKeeping, saying, level, kept, fault: recorder.fault, begin, finish, go, end }
}
