import { computed, effectScope, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { proxy } from 'comlink'
import { dequal } from 'dequal/lite'
import type { TodayState } from '#core/compose'
import { NOT_SAID, weekday, type Felt } from '#core/journal'
import { bodyOf, effectsSeen, type EffectSeen } from '#core/plan'
import { askBenefit } from '~/shared/evidence/benefitWorker'
import { useJournalStore } from '~/shared/store/journal'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { plainCopy } from '~/shared/store/plainCopy'
import type { AboutToday } from '~/shared/plan/facts'
import { takeOpening } from '~/shared/plan/opening'
import type { TodayAsk, TodayFound, TodaySetting } from '~/shared/plan/planRequests'
import { isTold, knowsAlready, settingNow, askPlanner } from '~/shared/plan/planWorker'
import type { useTodayRequest } from './useTodayRequest'

/** What to practise now: what is asked, and what was found for it; found anew whenever the minutes, the body or the journal change. */
export function useToday() {
  const workspace = useWorkspaceStore()
  const journal = useJournalStore()
  /** What was judged while the application was opened; what it was judged by holds until the page has reckoned it itself. */
  const opening = takeOpening(workspace)
  const aboutAtFirst = shallowRef<AboutToday | null>(null)
  const request = shallowRef<ReturnType<typeof useTodayRequest> | null>(null)
  const own = computed(settingNow)
  const setting = computed<TodaySetting>(() => request.value?.setting.value ?? own.value)
  const about = computed(() => request.value?.about.value ?? aboutAtFirst.value)
  const isWaiting = computed(() => about.value === null || request.value?.isWaiting.value === true)
  const scope = effectScope()
  let isGone = false
  onScopeDispose(() => (isGone = true))
  function giveUp() {
    failed.value = true
    looking.value = false
  }
  async function reckonHere() {
    try {
      const { useTodayRequest } = await import('./useTodayRequest')
      if (!isGone && !request.value) request.value = scope.run(useTodayRequest)!
    } catch {
      if (!about.value) giveUp()
    }
  }
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
  const isSettled = computed(() => workspace.isFullyLoaded && found.value?.isDone === true)
  watch(
    [isSettled, () => journal.sessions],
    async () => {
      const of = journal.sessions
      if (!isSettled.value || askedOf === of) return
      askedOf = of
      const seen = await askBenefit(workspace.workspace, of).then(
        ({ answers }) => effectsSeen(answers),
        () => [],
      )
      if (of === journal.sessions && !dequal(seen, effects.value)) effects.value = seen
    },
    { immediate: true },
  )

  const askedNow = computed(() => ({
    body: bodyOf(felt.value, states.value),
    minutes: minutes.value,
    effects: effects.value,
  }))
  const ask = computed<TodayAsk | null>(() => about.value && { ...about.value, ...askedNow.value })
  /** Only what was asked last is shown. */
  let asked = 0
  async function look() {
    if (!ask.value) return reckonHere()
    const mine = (asked += 1)
    failed.value = false
    looking.value = true
    const tell = proxy((now: TodayFound) => {
      if (mine !== asked) return
      found.value = now
      looking.value = false
    })
    try {
      await askPlanner(setting.value, (remote) => remote.judge(plainCopy(ask.value!), tell))
    } catch {
      if (mine === asked) giveUp()
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
  if (opening) void takeOver(opening)
  else void reckonHere()
  /** What the worker has found, and finds, is shown as long as nothing else was asked. */
  async function takeOver({ about: judgedBy, listen }: NonNullable<typeof opening>) {
    looking.value = true
    const mine = (asked += 1)
    const known = settingNow()
    const askedFirst = askedNow.value
    listen((now) => {
      // The page reckons for itself once what was found stands there.
      if (!now || now.isDone) requestIdleCallback(() => void reckonHere())
      if (mine !== asked) return
      if (now) found.value = now
      else failed.value = true
      looking.value = false
    })
    const first = await judgedBy
    if (first?.today !== journal.today) return reckonHere()
    knowsAlready(known)
    // What was asked meanwhile is asked now.
    before = JSON.stringify({ ...first, ...askedFirst })
    aboutAtFirst.value = first
  }

  return {
    minutes,
    states,
    felt,
    found,
    failed,
    looking,
    look,
    setting,
    isSettled,
    dueCount: computed(() => Object.values(about.value?.kept ?? {}).filter(({ keeping }) => keeping === 'due').length),
    weekday: computed(() => weekday(journal.today)),
  }
}
