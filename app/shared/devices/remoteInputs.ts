import { useGamepad } from '@vueuse/core'
import { onMounted, onScopeDispose, ref, watch } from 'vue'
import { writeWav } from '#core/formats'
import { MEDIA_ACTIONS, type RemoteInput } from '#core/runner'
import { listenForClaps } from './clapListener'
import { whyNoMicrophone } from './microphone'

const tenSecondsOfSilence = () => writeWav(new Float32Array(80_000), 8000) as Uint8Array<ArrayBuffer>

/** A key as an input: letters whatever their case. */
export const keyInput = (event: Pick<KeyboardEvent, 'key'>): RemoteInput =>
  `key:${event.key.length === 1 ? event.key.toLowerCase() : event.key}`

/** What of a game controller is looked at. */
interface Pad {
  index: number
  buttons: readonly { pressed: boolean }[]
}

/** Tells which buttons of game controllers were pressed down since it was last asked. */
export function createPadPresses() {
  let held = new Set<string>()
  return (pads: readonly Pad[]): RemoteInput[] => {
    const pressed = pads.flatMap(({ index, buttons }) =>
      buttons.flatMap((button, number) => (button.pressed ? [{ key: `${index} ${number}`, number }] : [])),
    )
    const fresh = pressed.filter(({ key }) => !held.has(key))
    held = new Set(pressed.map(({ key }) => key))
    return fresh.map(({ number }): RemoteInput => `pad:${number}`)
  }
}

function usePads(onInput: (input: RemoteInput) => void) {
  const { gamepads } = useGamepad()
  const presses = createPadPresses()
  watch(gamepads, (pads) => presses(pads).forEach(onInput), { deep: true })
  onMounted(() => {
    // A controller that was there before this screen is told of once more, as its own event is over.
    for (const gamepad of navigator.getGamepads())
      if (gamepad) window.dispatchEvent(Object.assign(new Event('gamepadconnected'), { gamepad }))
  })
}

function useClaps(onInput: (input: RemoteInput) => void, wanted: () => boolean) {
  const clapFault = ref('')
  let endClaps: (() => void) | null = null
  let listening = 0
  async function listen(on: boolean) {
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
      clapFault.value = `Claps are not heard. ${whyNoMicrophone()}`
    }
  }
  watch(wanted, listen, { immediate: true })
  onScopeDispose(() => void listen(false))
  return clapFault
}

function useMediaKeys(onInput: (input: RemoteInput) => void, wanted: () => boolean) {
  let silence: HTMLAudioElement | null = null
  function listen(on: boolean) {
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
  watch(wanted, listen, { immediate: true })
  onScopeDispose(() => listen(false))
}

/**
 * Hear every input from afar but keys, which each screen treats with its own care: game controllers, headset and media keys, and claps
 * where they are wanted. Ends with the component.
 */
export function useRemoteInputs(
  onInput: (input: RemoteInput) => void,
  wanted: () => { claps: boolean; media: boolean },
) {
  usePads(onInput)
  useMediaKeys(onInput, () => wanted().media)
  return { clapFault: useClaps(onInput, () => wanted().claps) }
}
