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
  AREA_WORDS,
  CAUTION_NAMES,
  COUNTING_WORDS,
  diagonalPhrase,
  MEETING_WORDS,
  PART_WORDS,
  SIDE_ORDER_WORDS,
  STANCE_WORDS,
  VERSION_WORDS,
} from '~/shared/words/practice'
import ChoiceField from '~/shared/ui/ChoiceField.vue'
import { begunForm, draftOf } from './formDraft'
import FormExtras from './FormExtras.vue'
import FormFold from './FormFold.vue'
import FormMoves from './FormMoves.vue'
import FormPreview from './FormPreview.vue'
import FormVersions from './FormVersions.vue'
import { learnWordsOf } from '~/shared/sound/ownWords'
import { layDraft } from '~/shared/store/drafts'
import { plainCopy } from '~/shared/store/plainCopy'

/**
 * Writing down a form of one's own, or changing one; `from` names what a new one starts from. Faults are said beside their field; nothing is half-kept,
 * and what is left unkept stands here again.
 */
const props = defineProps<{ form?: Form; start?: Partial<Form>; from?: string }>()
const emit = defineEmits<{ kept: [formId: string]; left: [] }>()
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
const [world, draft] = [person.world, draftOf(props.form, props.from)]
const begun = begunForm(world, draft)
/** What was begun before stands here again, and that is said. */
const isBegun = ref(begun !== null)

const { values, errors, setFieldValue, setValues, handleSubmit, submitCount } = useForm<Form>({
  validationSchema: toTypedSchema(formSchema as never) as never,
  initialValues: (begun ?? initial) as never,
  validateOnMount: false,
})
/** Faults are shown once saving was tried: nobody is corrected while still writing. */
const allFaults = computed(() => (submitCount.value > 0 ? Object.entries(errors.value as Record<string, string>) : []))
/** What is amiss at a field, or within it. */
const faultAt = (path: string) =>
  allFaults.value.find(([at]) => at === path || at.startsWith(`${path}.`) || at.startsWith(`${path}[`))?.[1] ?? ''

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
const untouched = written.value
const history = useManualRefHistory(written, { capacity: 200 })
let seen = written.value
/** It is among my forms: nothing of it is laid aside any more. */
let isKept = false
function keepStep(now: string) {
  if (isKept) return
  layDraft(world, draft, now === untouched ? null : now)
  if (now === written.value) return
  written.value = now
  history.commit()
}
if (begun) keepStep(JSON.stringify(begun))
onBeforeUnmount(() => keepStep(JSON.stringify(values)))
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
  layDraft(world, draft, written.value === untouched ? null : written.value)
}
/** Take some of a form into what is written; it can be taken back like all else. */
function take(fields: Partial<Form>) {
  keepStep(JSON.stringify(values))
  setValues({ ...plainCopy(values), ...fields } as never, false)
}
defineExpose({ take })
function leave() {
  keepStep(JSON.stringify(values))
  emit('left')
}
function startAfresh() {
  take(initial)
  isBegun.value = false
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
  isKept = true
  layDraft(world, draft, null)
  learnWords(form)
  emit('kept', form.id)
}, toFirstFault)
/** The focus goes to the first field that is amiss, in what is folded too. */
const editor = useTemplateRef<HTMLFormElement>('editor')
async function toFirstFault() {
  await nextTick()
  const fault = [...editor.value!.querySelectorAll<HTMLElement>('.fault')].find(({ textContent }) => textContent !== '')
  const around = fault?.closest('.field, fieldset')
  const field =
    around?.querySelector<HTMLElement>('[aria-invalid=true]') ??
    around?.querySelector<HTMLElement>('input, textarea, [role=combobox], [role=option]')
  field?.focus()
}
const orNothing = (parts: (string | false | null | undefined)[]) => parts.filter(Boolean).join(' · ') || 'nothing yet'
const namesNow = computed(() =>
  orNothing([
    values.pinyin,
    values.school && `${values.school} way`,
    ...(values.versions ?? []).map(({ kind }) => VERSION_WORDS[kind]),
  ]),
)
const stanceNow = computed(() =>
  orNothing([PART_WORDS[values.part!], STANCE_WORDS[values.stance!], values.gaze && `eyes ${GAZE_WORDS[values.gaze]}`]),
)
const extrasNow = computed(() =>
  orNothing([
    ...(values.areas ?? []).map((area) => AREA_WORDS[area]),
    ...(values.cautions ?? []).map((caution) => CAUTION_NAMES[caution]),
    ...(values.levels ?? []),
    ...(values.equipment ?? []),
  ]),
)
const EXTRAS = ['levels', 'equipment', 'reminders', 'tradition', 'areas', 'effort', 'cautions']
</script>

<template>
  <form ref="editor" class="editor" novalidate @submit.prevent="save">
    <p v-if="isBegun" class="wide row begun" role="status">
      What you had begun here stands here again.
      <Button label="Start afresh" size="small" severity="secondary" @click="startAfresh" />
    </p>
    <section class="stack" aria-label="What it is">
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
        <label for="form-about">How it is done</label>
        <Textarea id="form-about" v-model="about" rows="4" maxlength="4000" />
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
      <div class="pair">
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
            :invalid="!!faultAt('counting')"
            @update:model-value="setFieldValue('counting' as never, { by: 'beats', beatsPerMinute: $event } as never)"
          />
          <span class="fault">{{ faultAt('counting') }}</span>
        </div>
      </div>
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
    </section>

    <fieldset class="phases">
      <legend class="label">One repetition, phase by phase</legend>
      <p class="small soft">A length of 1 is one of my own in- or out-breaths. Pull an end, or use the arrow keys.</p>
      <FormMoves :moves="values.moves ?? []" :paced="paced" @change="set('moves', $event)" />
      <span class="fault">{{ faultAt('moves') }}</span>
      <FormPreview :form="values as Form" />
    </fieldset>

    <div class="wide">
      <FormFold
        title="Stance, and its place in a routine"
        :now="stanceNow"
        :amiss="['part', 'stance', 'diagonalDegrees', 'gaze'].some(faultAt)"
      >
        <div class="pair">
          <ChoiceField v-model="part" label="Part of the arc" :options="named(ARC_PARTS, PART_WORDS)" />
          <ChoiceField v-model="stance" label="Stance" :options="named(STANCES, STANCE_WORDS)" />
          <ChoiceField
            v-if="stance === 'diagonalStep'"
            v-model="diagonalDegrees"
            label="Where its step goes"
            :options="diagonals"
          />
          <ChoiceField
            v-if="stance === 'oneLeg' && (sides === 'alternate' || sides === 'oneThenOther')"
            label="A side is that of"
            :model-value="values.sideNames ?? 'movingLeg'"
            :options="named(SIDE_LEGS, SIDE_LEG_WORDS)"
            @update:model-value="$event && set('sideNames', $event)"
          />
          <ChoiceField
            label="Where the eyes go"
            :model-value="values.gaze ?? null"
            :options="gazes"
            @update:model-value="set('gaze', $event ?? undefined)"
          />
        </div>
      </FormFold>
      <FormFold
        title="Other names, other ways to do it"
        :now="namesNow"
        :amiss="['pinyin', 'school', 'versions', 'meets'].some(faultAt)"
      >
        <div class="pair">
          <div class="field">
            <label for="form-pinyin">Name in pinyin, if it has one</label>
            <InputText id="form-pinyin" v-model="pinyin" maxlength="120" />
          </div>
          <div class="field">
            <label for="form-school">Whose way of it this is, where schools differ</label>
            <InputText id="form-school" v-model="school" maxlength="80" placeholder="northern" />
          </div>
        </div>
        <template v-if="paced">
          <div class="pair">
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
          <label class="row">
            <Checkbox :model-value="values.evenBreath ?? false" binary @update:model-value="setEven" />
            in and out equally long, whatever my breath
          </label>
        </template>
        <FormVersions :versions="values.versions ?? []" @change="set('versions', $event)" />
      </FormFold>
      <FormFold title="Where it works, cautions, levels and more" :now="extrasNow" :amiss="EXTRAS.some(faultAt)">
        <FormExtras :form="values as Form" :fault-at="faultAt" @change="set" />
      </FormFold>
    </div>

    <div v-if="allFaults.length > 0" class="wide fault" role="alert">
      Not kept yet: {{ allFaults.map(([, message]) => message).join('; ') }}.
    </div>
    <div class="row wide keep">
      <Button type="submit" label="Keep this form" />
      <Button
        class="step"
        label="Undo"
        severity="secondary"
        icon="pi pi-undo"
        :disabled="!history.canUndo.value && JSON.stringify(values) === written"
        @click="goBack('undo')"
      />
      <Button
        class="step"
        label="Redo"
        severity="secondary"
        icon="pi pi-refresh"
        :disabled="!history.canRedo.value"
        @click="goBack('redo')"
      />
      <Button label="Leave it for now" severity="secondary" text @click="leave" />
      <span class="small soft stays">What is written here stays until it is kept.</span>
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
  align-content: start;
}
.begun {
  border-left: 6px solid var(--pb-water-deep);
  padding-left: 0.9rem;
}
/* Above the places of a phone, never under them; what has the focus is not under it. */
.keep {
  position: sticky;
  bottom: var(--pb-places);
  z-index: 2;
  padding: 0.6rem 0;
  background: var(--pb-paper);
}
.editor :deep(:is(input, textarea, button, summary, [tabindex])) {
  scroll-margin-bottom: 6rem;
}
/* On a phone all of it is one row. */
@media (max-width: 640px) {
  .keep {
    gap: 0.2rem;
    justify-content: space-between;
  }
  .stays,
  .step :deep(.p-button-label) {
    display: none;
  }
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
