<script setup lang="ts">
import { dequal } from 'dequal/lite'
import { mend } from '#core/compose'
import { ORDER_RULES, suggestOrder, type Finding, type OrderRule, type Routine } from '#core/routine'
import { lookOver } from './lookOver'
import { findingReason, findingSentence, MEND_WORDS } from './composerWords'
import { useKnownPerson } from './knownPerson'
import { newStepId } from './routineEditing'
import { useLibraryStore } from '~/shared/store/library'
import { plural } from '~/shared/words/numbers'

/** What a good teacher would point out, each with its reason, a mend of one key, and a way to have it silent; and a better order. */
const props = defineProps<{ routine: Routine }>()
const emit = defineEmits<{ change: [change: (now: Routine) => Routine, what: string] }>()
const library = useLibraryStore()
const known = useKnownPerson()

const lookedOver = (routine: Routine) => lookOver(routine, library.setting, known.value)
const looked = computed(() => lookedOver(props.routine))
const findings = computed(() => looked.value.findings)
/** What is mended by then, as by a second press, is left. */
function mended(routine: Routine, key: string): Routine {
  const still = lookedOver(routine).findings.find((finding) => finding.key === key)
  return (still && mend({ routine, ...library.setting }, still, newStepId)) ?? routine
}
const mendIt = ({ key }: Finding) => emit('change', (now) => mended(now, key), 'Fixed.')
defineExpose({
  /** What can be mended, as it is said on its button. */
  mends: computed(() =>
    findings.value.flatMap((finding) =>
      finding.mend
        ? [{ name: MEND_WORDS[finding.mend], note: findingSentence(finding), run: () => mendIt(finding) }]
        : [],
    ),
  ),
})
const silence = (finding: Finding) =>
  emit(
    'change',
    (now) => ({ ...now, silenced: [...new Set([...now.silenced, finding.key])] }),
    'Hidden for this routine.',
  )
const unsilence = () => emit('change', (now) => ({ ...now, silenced: [] }), 'All checks are shown again.')

const ordered = (routine: Routine) => suggestOrder(routine, library.forms)
const order = computed(() => ordered(props.routine))
const better = computed(() => !dequal(order.value.routine.entries, props.routine.entries))
const ORDER_REASONS: Record<OrderRule, string> = {
  partsInOrder: 'pieces before their part of the arc',
  setInOrder: 'pieces of a set out of its order',
  comesLast: 'what comes last before something else',
  balanceInRow: 'pieces of balance in a row',
  heelsLate: 'heel drops before other work',
  wideFirst: 'feet together before wide stances',
  smallFirst: 'large joints before small ones',
  stanceChanges: 'changes of stance',
  heavyInRow: 'heavy legs or shoulders in a row',
  walkingAbout: 'turns between standing and walking',
}
const reasons = computed(() =>
  ORDER_RULES.filter((rule) => order.value.after[rule] < order.value.before[rule]).map(
    (rule) => `${ORDER_REASONS[rule]}: ${order.value.before[rule]} → ${order.value.after[rule]}`,
  ),
)
</script>

<template>
  <section class="stack" aria-labelledby="look-over">
    <h2 id="look-over">Check</h2>
    <p v-if="looked.fault" class="fault" role="alert">{{ looked.fault }}</p>
    <p v-else-if="findings.length === 0" class="soft">No problems found.</p>
    <ul class="stack">
      <li v-for="finding in findings" :key="finding.key" class="finding">
        <p>
          {{ findingSentence(finding) }} <span class="soft small">{{ findingReason(finding) }}</span>
        </p>
        <span class="row">
          <Button
            v-if="finding.mend"
            :label="MEND_WORDS[finding.mend]"
            size="small"
            severity="secondary"
            @click="mendIt(finding)"
          />
          <Button
            label="Hidden for this routine"
            size="small"
            severity="secondary"
            text
            :aria-label="`Hide for this routine: ${findingSentence(finding)}`"
            @click="silence(finding)"
          />
        </span>
      </li>
    </ul>
    <p v-if="routine.silenced.length > 0" class="small">
      {{ plural(routine.silenced.length, 'check') }} hidden.
      <Button label="Show all" size="small" severity="secondary" text @click="unsilence" />
    </p>
    <template v-if="better && reasons.length > 0">
      <h3>Suggested order</h3>
      <ul>
        <li v-for="reason in reasons" :key="reason">{{ reason }}</li>
      </ul>
      <div>
        <Button
          label="Use this order"
          size="small"
          severity="secondary"
          @click="emit('change', (now) => ordered(now).routine, 'Reordered.')"
        />
      </div>
    </template>
    <p class="small soft">
      Usual advice of the practice. A doctor or a qualified teacher decides what is right for you.
    </p>
  </section>
</template>

<style scoped>
.finding {
  border-left: 6px solid var(--pb-clay);
  padding-left: 0.8rem;
}
</style>
