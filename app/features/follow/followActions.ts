import { ref } from 'vue'
import { closeNow, refitRemainder } from '#core/compose'
import type { PlainCommand, RemoteAction } from '#core/runner'
import { isBody } from '#core/timeline'
import { useFollowStore } from '~/shared/session/follow'
import { useSettingsStore } from '~/shared/store/settings'

/** What is asked on the screen while following. */
export type FollowAsk = 'end' | 'minutes' | 'changes' | null

/** Everything that a key, a remote or a button can do while following; the one way by which all of them do it. */
export function useFollowActions() {
  const follow = useFollowStore()
  const { settings } = useSettingsStore()
  const asking = ref<FollowAsk>(null)
  const status = () => follow.state?.status

  function pauseOrGoOn() {
    if (status() === 'ready') return follow.command('start')
    return follow.command(status() === 'running' ? 'pause' : 'resume')
  }
  /** The one button: a signal where one is waited for, else pause and go on. */
  function mySignal() {
    const state = follow.state
    const segment = follow.moment?.segment
    if (state?.status !== 'running' || !segment) return pauseOrGoOn()
    if (state.leader === 'self' || segment.openEnded || !isBody(segment)) return follow.command('signal')
    if (state.lingering) return follow.command('linger')
    return pauseOrGoOn()
  }
  function end() {
    if (status() === 'running') follow.command('pause')
    asking.value = 'end'
    return true
  }
  /** "I have so many minutes left." */
  const fitTo = (minutes: number) => follow.takeRemainder((now) => refitRemainder(now, minutes * 60))

  /** Do it; whether it made sense is answered. `fromAfar`: nobody can answer a question on the screen. */
  function act(action: RemoteAction, fromAfar = false): boolean {
    switch (action) {
      case 'nothing':
        return false
      case 'mySignal':
        return mySignal()
      case 'pauseOrGoOn':
        return pauseOrGoOn()
      case 'minutesLeft':
        if (fromAfar) return fitTo(settings.remote.minutesLeft)
        asking.value = 'minutes'
        return true
      case 'closeNow':
        return follow.takeRemainder(closeNow)
      case 'end':
        return end()
      default:
        return follow.command(action satisfies PlainCommand)
    }
  }
  return { asking, act, fitTo }
}
