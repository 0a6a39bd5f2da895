import { watch, onScopeDispose } from 'vue'
import { liveTurns } from '#core/breath'
import { simulatedSensor } from '~/shared/devices/breathSensor'
import { useFollowStore } from '~/shared/session/follow'
import { useSettingsStore } from '~/shared/store/settings'

/** Always the same simulated wearer. */
const SEED = 7

/** While my breath leads, the turns of the (simulated) belt are given to the session as they are noticed. */
export function useBreathLead() {
  const follow = useFollowStore()
  const { settings } = useSettingsStore()
  let end: (() => void) | null = null
  function start() {
    const { inSeconds, outSeconds } = settings.pace.settled
    const turns = liveTurns()
    end = simulatedSensor(SEED, 60 / (inSeconds + outSeconds)).start((samples) => {
      for (const { to } of turns.push(samples)) follow.command(to === 'in' ? 'breathIn' : 'breathOut')
    })
  }
  function stop() {
    end?.()
    end = null
  }
  watch(
    () => follow.state?.leader === 'breath' && follow.state.status !== 'ended' && follow.state.status !== 'ready',
    (leads) => {
      stop()
      if (leads) start()
    },
    { immediate: true },
  )
  onScopeDispose(stop)
}
