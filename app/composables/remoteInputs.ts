import { writeWav } from '#core/formats'
import { MEDIA_ACTIONS, type RemoteInput } from '#core/runner'
import { listenForClaps } from './clapListener'

const tenSecondsOfSilence = () => writeWav(new Float32Array(80_000), 8000) as Uint8Array<ArrayBuffer>

/** Buttons of game controllers are looked at this often. */
const PAD_MS = 60

/** A key as an input: letters whatever their case. */
export const keyInput = (event: Pick<KeyboardEvent, 'key'>): RemoteInput =>
  `key:${event.key.length === 1 ? event.key.toLowerCase() : event.key}`

/**
 * Hear every input from afar but keys, which each screen treats with its own care: game controllers, headset and media keys, and claps
 * where they are wanted. Ends with the component.
 */
export function useRemoteInputs(
  onInput: (input: RemoteInput) => void,
  wanted: () => { claps: boolean; media: boolean },
) {
  const clapFault = ref('')
  let endClaps: (() => void) | null = null
  let listening = 0

  async function heedClaps(on: boolean) {
    const turn = ++listening
    endClaps?.()
    endClaps = null
    clapFault.value = ''
    if (!on) return
    try {
      const end = await listenForClaps((claps) => onInput(`clap:${claps}`))
      if (turn === listening) endClaps = end
      else end()
    } catch {
      clapFault.value = 'Claps are not heard: the browser did not give the microphone.'
    }
  }
  watch(() => wanted().claps, heedClaps, { immediate: true })

  const pressed = new Map<string, boolean>()
  const { pause, resume } = useIntervalFn(
    () => {
      for (const pad of navigator.getGamepads()) {
        pad?.buttons.forEach((button, number) => {
          const key = `${pad.index} ${number}`
          if (button.pressed && !pressed.get(key)) onInput(`pad:${number}`)
          pressed.set(key, button.pressed)
        })
      }
    },
    PAD_MS,
    { immediate: false },
  )
  useEventListener(window, 'gamepadconnected', () => resume())
  useEventListener(window, 'gamepaddisconnected', () => {
    if (navigator.getGamepads().every((pad) => !pad)) pause()
  })
  onMounted(() => {
    if (navigator.getGamepads().some(Boolean)) resume()
  })

  let silence: HTMLAudioElement | null = null
  function heedMedia(on: boolean) {
    const session = navigator.mediaSession
    if (!session) return
    for (const action of MEDIA_ACTIONS) {
      try {
        session.setActionHandler(action, on ? () => onInput(`media:${action}`) : null)
      } catch {
        // A browser that does not know an action does without it.
      }
    }
    silence?.pause()
    if (silence) URL.revokeObjectURL(silence.src)
    silence = null
    if (!on) return
    // The keys are only given to a page that plays something: silence, over and over.
    silence = new Audio(URL.createObjectURL(new Blob([tenSecondsOfSilence()], { type: 'audio/wav' })))
    silence.loop = true
    void silence.play().catch(() => undefined)
  }
  watch(() => wanted().media, heedMedia, { immediate: true })

  onScopeDispose(() => {
    void heedClaps(false)
    heedMedia(false)
  })
  return { clapFault }
}
