<script setup lang="ts">
import { v4 as newUuid } from 'uuid'
import { toTypedSchema } from '@vee-validate/yup'
import { useForm } from 'vee-validate'
import {
  ARC_PARTS,
  blankForm,
  COUNT_SCOPES,
  formSchema,
  GAZE_WORDS,
  GAZES,
  isPacedCounting,
  MEETING_MOVES,
  plainMove,
  SIDE_ORDERS,
  SIDE_LEGS,
  STANCES,
  type Form,
  type MeetingMove,
  wayFor,
} from '#core/forms'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { AREA_WORDS, CAUTION_NAMES } from '~/shared/words/body'
import {
  diagonalPhrase,
  MEETING_WORDS,
  PART_WORDS,
  SIDE_ORDER_WORDS,
  STANCE_WORDS,
  VERSION_WORDS,
} from '~/shared/words/practice'
import ChoiceField from '~/shared/ui/ChoiceField.vue'
import StepsBack from '~/shared/ui/StepsBack.vue'
import { draftOf } from './formDraft'
import { useWritten } from './useWritten'
import FormCounting from './FormCounting.vue'
import FormExtras from './FormExtras.vue'
import FormFold from './FormFold.vue'
import FormMoves from './FormMoves.vue'
import FormPreview from './FormPreview.vue'
import FormVersions from './FormVersions.vue'
import { learnWordsOf } from '~/shared/sound/ownWords'
import { plainCopy } from '~/shared/store/plainCopy'

/**
 * Writing down a form of one's own, or changing one; `from` names what a new one starts from. Faults are said beside their field; nothing is half-kept,
 * and what is left unkept stands here again.
 */
const props = defineProps<{ form?: Form; start?: Partial<Form>; from?: string }>()
const emit = defineEmits<{ kept: [formId: string]; left: [] }>()
const library = useLibraryStore()
const { settings } = useSettingsStore()

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
const writing = useWritten(initial, draftOf(props.form, props.from))
/** What was begun before stands here again, and that is said. */
const isBegun = ref(writing.begun !== null)

const { values, errors, setFieldValue, setValues, handleSubmit, submitCount } = useForm<Form>({
  validationSchema: toTypedSchema(formSchema as never) as never,
  initialValues: (writing.begun ?? initial) as never,
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
const gazes = [{ value: null, name: 'not set' }, ...GAZES.map((value) => ({ value, name: GAZE_WORDS[value] }))]

writing.connect(values as Partial<Form>, (form) => setValues(form as never, false))
defineExpose({ take: writing.take })
function leave() {
  writing.keepNow()
  emit('left')
}
function startAfresh() {
  writing.take(initial)
  isBegun.value = false
}

const paced = computed(() => !!values.counting && isPacedCounting(values.counting.by))

function setAll(fields: Partial<Form>) {
  for (const [field, value] of Object.entries(fields)) setFieldValue(field as never, value as never)
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
  const { sound, voice, rules, pace } = settings
  const way = wayFor({ formId: form.id }, library.ways)
  void learnWordsOf(form, { way, rules }, pace, { sound, voice, recordings: library.recordings })
}
const save = handleSubmit(async (given) => {
  const form = plainCopy(given) as Form
  form.moves = form.moves.map((move, index) =>
    index === 0 && form.moves.length === 1 ? { ...move, name: form.name } : move,
  )
  // What the store refuses stays laid aside, too.
  if (await library.putForm(form, props.form && initial)) writing.end()
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
      Your unsaved entries are back.
      <Button label="Start over" size="small" severity="secondary" @click="startAfresh" />
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
      <FormCounting
        :form="values as Form"
        :paced-phases="BLANK.moves[0]!.phases"
        :fault-at="faultAt"
        @change="setAll"
      />
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
          <ChoiceField v-model="part" label="Part of session" :options="named(ARC_PARTS, PART_WORDS)" />
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
            <input type="checkbox" :checked="values.evenBreath ?? false" @change="setEven(!values.evenBreath)" />
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
      Not saved yet: {{ allFaults.map(([, message]) => message).join('; ') }}.
    </div>
    <div class="row wide keep">
      <Button type="submit" label="Save" />
      <StepsBack
        :can-undo="writing.canUndo.value"
        :can-redo="writing.canRedo.value"
        @undo="writing.goBack('undo')"
        @redo="writing.goBack('redo')"
      />
      <Button label="Cancel" severity="secondary" text @click="leave" />
      <span class="small soft stays">Your entries stay here until you save.</span>
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
  .keep :deep(.p-button) {
    padding-inline: 0.5rem;
    font-size: 0.9rem;
    white-space: nowrap;
  }
  .stays,
  .keep :deep(.step .p-button-label) {
    display: none;
  }
}
@media (max-width: 820px) {
  .editor {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
