<script setup lang="ts">
import { v4 as newUuid } from 'uuid'
import { toTypedSchema } from '@vee-validate/yup'
import { useForm } from 'vee-validate'
import {
  ARC_PARTS,
  blankForm,
  COUNT_SCOPES,
  COUNTING_KINDS,
  formSchema,
  GAZE_WORDS,
  GAZES,
  isPacedCounting,
  MEETING_MOVES,
  plainMove,
  SIDE_ORDERS,
  SIDE_LEGS,
  STANCES,
  type CountingKind,
  type Form,
  type MeetingMove,
  USUAL_BEATS_PER_MINUTE,
  wayFor,
} from '#core/forms'
import { usePersonStore } from '~/shared/store/person'
import {
  COUNTING_WORDS,
  diagonalPhrase,
  MEETING_WORDS,
  PART_WORDS,
  SIDE_ORDER_WORDS,
  STANCE_WORDS,
} from '~/shared/words/practice'
import ChoiceField from '~/shared/ui/ChoiceField.vue'
import FormExtras from './FormExtras.vue'
import FormMoves from './FormMoves.vue'
import FormPreview from './FormPreview.vue'
import FormVersions from './FormVersions.vue'
import { learnWordsOf } from '~/shared/sound/ownWords'
import { plainCopy } from '~/shared/store/plainCopy'

/** Writing down a form of one's own, or changing one. Faults are said beside their field; nothing is half-kept. */
const props = defineProps<{ form?: Form; start?: Partial<Form> }>()
const emit = defineEmits<{ kept: [formId: string] }>()
const person = usePersonStore()

const BLANK: Omit<Form, 'id'> = {
  ...blankForm('', ''),
  moves: [
    plainMove('Move', [
      { breath: 'in', length: 1, cue: 'Rise' },
      { breath: 'out', length: 1, cue: 'Sink' },
    ]),
  ],
  effort: { legs: 1, shoulders: 1, spine: 1, balance: 0 },
}

const initial: Form = plainCopy(props.form ?? { ...BLANK, ...props.start, id: `mine-${newUuid()}` })

const { values, errors, setFieldValue, setValues, handleSubmit, submitCount } = useForm<Form>({
  validationSchema: toTypedSchema(formSchema as never) as never,
  initialValues: initial as never,
  validateOnMount: false,
})
/** Faults are shown once saving was tried: nobody is corrected while still writing. */
const faultAt = (path: string) => (submitCount.value > 0 ? ((errors.value as Record<string, string>)[path] ?? '') : '')
const allFaults = computed(() => (submitCount.value > 0 ? Object.entries(errors.value as Record<string, string>) : []))

/** Set one field of the form. */
function set<K extends keyof Form>(name: K, value: Form[K]) {
  setFieldValue(name as never, value as never)
}
function field<K extends keyof Form>(name: K) {
  return computed<Form[K]>({
    get: () => values[name] as Form[K],
    set: (value) => set(name, value),
  })
}
const name = field('name')
const pinyin = field('pinyin')
const school = field('school')
const about = field('about')
const part = field('part')
const stance = field('stance')
const sides = field('sides')
const countScope = field('countScope')
const diagonalDegrees = field('diagonalDegrees')
/** Steps to both sides in words, and one that has none where that is what stands there. */
const DIAGONALS = [30, 45, 60, 90, 120, 135, 150]
const diagonals = computed(() => {
  const now = diagonalDegrees.value ?? 60
  const all = DIAGONALS.includes(now) ? DIAGONALS : [...DIAGONALS, now]
  return all.map((value) => ({ value: value as number | null, name: diagonalPhrase(value) }))
})
const gazes = [{ value: null, name: 'not said' }, ...GAZES.map((value) => ({ value, name: GAZE_WORDS[value] }))]

/** All that is written can be taken back, step by step; letters and pulls that follow quickly on each other are one step. */
const SETTLE_MS = 250
const written = ref(JSON.stringify(initial))
const history = useManualRefHistory(written, { capacity: 200 })
let seen = written.value
function keepStep(now: string) {
  if (now === written.value) return
  written.value = now
  history.commit()
}
const keepSettled = useDebounceFn(() => keepStep(JSON.stringify(values)), SETTLE_MS)
/** What is left of a form without its words and figures: it changes when something is added or taken out. */
const shapeOf = (json: string) => json.replace(/"(?:[^"\\]|\\.)*"|[\d.]+/g, '')
watch(
  values,
  () => {
    const now = JSON.stringify(values)
    if (shapeOf(now) !== shapeOf(seen)) {
      keepStep(seen)
      keepStep(now)
    }
    seen = now
    void keepSettled()
  },
  { deep: true },
)
function goBack(direction: 'undo' | 'redo') {
  if (direction === 'undo') keepStep(JSON.stringify(values))
  history[direction]()
  seen = written.value
  setValues(JSON.parse(written.value) as never, false)
}

const phases = computed(() => values.moves?.[0]?.phases ?? [])
const paced = computed(() => !!values.counting && isPacedCounting(values.counting.by))

const USUAL_COUNTS: Record<CountingKind, Form['counts']> = {
  breathRepetitions: { least: 2, usual: 6, most: 9, step: 1 },
  breathHold: { least: 3, usual: 8, most: 24, step: 1 },
  time: { least: 30, usual: 60, most: 600, step: 30 },
  beats: { least: 8, usual: 16, most: 100, step: 4 },
  open: { least: 30, usual: 60, most: 600, step: 30 },
}
function setCounting(by: CountingKind) {
  setFieldValue(
    'counting' as never,
    (by === 'beats' ? { by, beatsPerMinute: USUAL_BEATS_PER_MINUTE } : { by }) as never,
  )
  setFieldValue('counts' as never, plainCopy(USUAL_COUNTS[by]) as never)
  const nowPaced = isPacedCounting(by)
  const move = values.moves?.[0] ?? plainMove('Move', [])
  if (!nowPaced) {
    set('moves', [{ ...move, phases: [{ breath: 'free', length: 1, cue: phases.value[0]?.cue || 'Move' }] }])
  } else if (phases.value.every(({ breath }) => breath === 'free')) {
    set('moves', [{ ...move, phases: plainCopy(BLANK.moves[0]!.phases) }])
  }
  if (values.sides === 'alternate' && by !== 'breathRepetitions' && by !== 'beats') sides.value = 'oneThenOther'
}

const named = <T extends string>(values: readonly T[], words: Record<T, string>) =>
  values.map((value) => ({ value, name: words[value] }))
const meetsChoices = [
  { value: null, name: 'nothing: schools agree' },
  ...MEETING_MOVES.map((value) => ({ value, name: MEETING_WORDS[value] })),
]
const setMeets = (what: MeetingMove | null) =>
  set('meets', what === null ? null : { what, on: values.meets?.on ?? 'in' })
const setEven = (even: boolean) => setFieldValue('evenBreath' as never, (even || undefined) as never)
const ON_BREATHS = [
  { value: 'in', name: 'on the in-breath' },
  { value: 'out', name: 'on the out-breath' },
] as const
const SIDE_LEG_WORDS = { movingLeg: 'the leg that moves', standingLeg: 'the leg that stands' }
const SCOPES = { perSide: 'for each side', inAll: 'for both together' }
/** The words of the form are asked for once, so that they can be said when it is followed. */
function learnWords(form: Form) {
  const { sound, voice, rules, pace } = person.settings
  const way = wayFor({ formId: form.id }, person.person.ways)
  void learnWordsOf(form, { way, rules }, pace, { sound, voice, recordings: person.person.recordings })
}
const save = handleSubmit(async (given) => {
  const form = plainCopy(given) as Form
  form.moves = form.moves.map((move, index) =>
    index === 0 && form.moves.length === 1 ? { ...move, name: form.name } : move,
  )
  await person.putForm(form, props.form && initial)
  learnWords(form)
  emit('kept', form.id)
})
</script>

<template>
  <form class="editor" novalidate @submit.prevent="save">
    <section class="stack">
      <div class="field">
        <label for="form-name">Name</label>
        <InputText
          id="form-name"
          v-model="name"
          :invalid="!!faultAt('name')"
          aria-describedby="form-name-fault"
          maxlength="120"
        />
        <span id="form-name-fault" class="fault">{{ faultAt('name') }}</span>
      </div>
      <div class="field">
        <label for="form-pinyin">Name in pinyin, if it has one</label>
        <InputText id="form-pinyin" v-model="pinyin" maxlength="120" />
      </div>
      <div class="field">
        <label for="form-school">Whose way of it this is, where schools differ</label>
        <InputText id="form-school" v-model="school" maxlength="80" placeholder="northern" />
      </div>
      <div class="field">
        <label for="form-about">How it is done</label>
        <Textarea id="form-about" v-model="about" rows="3" maxlength="4000" />
      </div>
      <div class="pair">
        <ChoiceField v-model="part" label="Part of the arc" :options="named(ARC_PARTS, PART_WORDS)" />
        <ChoiceField v-model="stance" label="Stance" :options="named(STANCES, STANCE_WORDS)" />
      </div>
      <div class="pair">
        <ChoiceField
          v-if="stance === 'diagonalStep'"
          v-model="diagonalDegrees"
          label="Where its step goes"
          :options="diagonals"
        />
        <ChoiceField
          label="Where the eyes go"
          :model-value="values.gaze ?? null"
          :options="gazes"
          @update:model-value="set('gaze', $event ?? undefined)"
        />
      </div>
      <FormVersions :versions="values.versions ?? []" @change="set('versions', $event)" />
    </section>

    <section class="stack">
      <ChoiceField
        label="Counted by"
        :model-value="values.counting?.by"
        :options="named(COUNTING_KINDS, COUNTING_WORDS)"
        @update:model-value="$event && setCounting($event)"
      />
      <div v-if="values.counting?.by === 'beats'" class="field">
        <label for="form-tempo">Beats a minute</label>
        <InputNumber
          :model-value="values.counting.beatsPerMinute"
          input-id="form-tempo"
          :min="20"
          :max="240"
          @update:model-value="setFieldValue('counting' as never, { by: 'beats', beatsPerMinute: $event } as never)"
        />
      </div>
      <div class="pair">
        <ChoiceField v-model="sides" label="Sides" :options="named(SIDE_ORDERS, SIDE_ORDER_WORDS)">
          <span class="fault">{{ faultAt('sides') }}</span>
        </ChoiceField>
        <ChoiceField
          v-if="sides !== 'none'"
          v-model="countScope"
          label="The count is meant"
          :options="named(COUNT_SCOPES, SCOPES)"
        />
      </div>
      <ChoiceField
        v-if="stance === 'oneLeg' && (sides === 'alternate' || sides === 'oneThenOther')"
        label="A side is that of"
        :model-value="values.sideNames ?? 'movingLeg'"
        :options="named(SIDE_LEGS, SIDE_LEG_WORDS)"
        @update:model-value="$event && set('sideNames', $event)"
      />
      <fieldset class="counts">
        <legend class="label">Count</legend>
        <div v-for="each in ['least', 'usual', 'most', 'step'] as const" :key="each" class="field">
          <label :for="`form-${each}`">{{ each === 'step' ? 'in steps of' : each }}</label>
          <InputNumber
            :model-value="values.counts?.[each]"
            :input-id="`form-${each}`"
            :min="1"
            :max="3600"
            :invalid="!!faultAt(`counts.${each}`)"
            @update:model-value="setFieldValue('counts' as never, { ...values.counts, [each]: $event } as never)"
          />
        </div>
        <span class="fault wide">{{ faultAt('counts') }}</span>
      </fieldset>
      <fieldset class="phases">
        <legend class="label">One repetition, phase by phase</legend>
        <p class="small soft">A length of 1 is one of my own in- or out-breaths. Pull an end, or use the arrow keys.</p>
        <label v-if="paced" class="row">
          <Checkbox :model-value="values.evenBreath ?? false" binary @update:model-value="setEven" />
          in and out equally long, whatever my breath
        </label>
        <FormMoves :moves="values.moves ?? []" :paced="paced" @change="set('moves', $event)" />
        <span class="fault">{{ faultAt('moves') }}</span>
        <div v-if="paced" class="pair">
          <ChoiceField
            label="What schools do on another breath"
            :model-value="values.meets?.what ?? null"
            :options="meetsChoices"
            placeholder="nothing: schools agree"
            @update:model-value="setMeets($event ?? null)"
          />
          <ChoiceField
            v-if="values.meets"
            label="Here it is"
            :model-value="values.meets.on"
            :options="ON_BREATHS"
            @update:model-value="$event && set('meets', { what: values.meets!.what, on: $event })"
          />
        </div>
        <FormPreview :form="values as Form" />
      </fieldset>
    </section>

    <FormExtras class="wide" :form="values as Form" :fault-at="faultAt" @change="set" />

    <div v-if="allFaults.length > 0" class="wide fault" role="alert">
      Not kept yet: {{ allFaults.map(([, message]) => message).join('; ') }}.
    </div>
    <div class="row wide keep">
      <Button type="submit" label="Keep this form" />
      <Button
        label="Undo"
        severity="secondary"
        icon="pi pi-undo"
        :disabled="!history.canUndo.value && JSON.stringify(values) === written"
        @click="goBack('undo')"
      />
      <Button
        label="Redo"
        severity="secondary"
        icon="pi pi-refresh"
        :disabled="!history.canRedo.value"
        @click="goBack('redo')"
      />
      <NuxtLink to="/forms">Leave without keeping</NuxtLink>
    </div>
  </form>
</template>

<style scoped>
.editor {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 1.8rem 3rem;
  align-items: start;
}
.wide {
  grid-column: 1 / -1;
}
.pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(12rem, 1fr));
  gap: 1rem;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  min-width: 0;
}
.counts {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 0.6rem;
}
.counts legend,
.counts .wide {
  grid-column: 1 / -1;
}
.counts :deep(input) {
  width: 100%;
}
.phases {
  display: grid;
  gap: 0.5rem;
}
.keep {
  position: sticky;
  bottom: 0;
  padding: 0.6rem 0;
  background: var(--pb-paper);
}
@media (max-width: 820px) {
  .editor {
    grid-template-columns: minmax(0, 1fr);
  }
  .counts {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
