import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { proxy } from 'comlink'
import { dequal } from 'dequal/lite'
import type { TodayState } from '#core/compose'
import { NOT_SAID, weekday, type Felt } from '#core/journal'
import { bodyOf, effectsSeen, type EffectSeen } from '#core/plan'
import { askBenefit } from '~/shared/evidence/benefitWorker'
import { usePersonStore } from '~/shared/store/person'
import { plainCopy } from '~/shared/store/plainCopy'
import type { TodayAsk, TodayFound } from '~/shared/plan/plan.worker'
import { isTold, toldWorker } from '~/shared/plan/planWorker'
import { useTodayRequest } from './useTodayRequest'

/** What to practise now: what is asked, and what was found for it; found anew whenever the minutes, the body or the journal change. */
export function useToday() {
  const person = usePersonStore()
  const { setting, about, isWaiting, lessonOf } = useTodayRequest()
  /** The minutes at hand; null for as planned. */
  const minutes = ref<number | null>(null)
  const states = ref<TodayState[]>([])
  const felt = ref<Felt>({ ...NOT_SAID })
  const found = shallowRef<TodayFound | null>(null)
  const failed = ref(false)
  /** What stands there is of something else that was asked: the first offer for what is asked now is still to come. */
  const looking = ref(false)

  /** What the journal says does good is asked once the first offers stand there: it takes longer, and changes little. */
  const effects = shallowRef<EffectSeen[]>([])
  let askedOf: unknown = null
  const isSettled = computed(() => person.isWhole && found.value?.isDone === true)
  watch(
    [isSettled, () => person.sessions],
    async () => {
      const of = person.sessions
      if (!isSettled.value || askedOf === of) return
      askedOf = of
      const seen = await askBenefit(person.world, of).then(
        ({ answers }) => effectsSeen(answers),
        () => [],
      )
      if (of === person.sessions && !dequal(seen, effects.value)) effects.value = seen
    },
    { immediate: true },
  )

  const ask = computed<TodayAsk>(() => ({
    ...about.value,
    body: bodyOf(felt.value, states.value),
    minutes: minutes.value,
    effects: effects.value,
  }))
  /** Only what was asked last is shown. */
  let asked = 0
  async function look() {
    const mine = (asked += 1)
    failed.value = false
    looking.value = true
    const tell = proxy((now: TodayFound) => {
      if (mine !== asked) return
      found.value = now
      looking.value = false
    })
    try {
      await toldWorker(setting.value, (remote) => remote.judge(plainCopy(ask.value), tell))
    } catch {
      if (mine === asked) [failed.value, looking.value] = [true, false]
    }
  }
  let before = ''
  watch(
    [setting, ask, isWaiting],
    () => {
      if (isWaiting.value) return
      // More of the journal that changes nothing of what is asked is no reason to look again.
      const now = JSON.stringify(ask.value)
      if (now === before && isTold(setting.value)) return
      before = now
      void look()
    },
    { immediate: true },
  )
  onScopeDispose(() => (asked += 1))

  return {
    minutes,
    states,
    felt,
    found,
    failed,
    looking,
    look,
    lessonOf,
    setting,
    isSettled,
    dueCount: computed(() => Object.values(about.value.kept).filter(({ keeping }) => keeping === 'due').length),
    weekday: computed(() => weekday(person.today)),
  }
}
