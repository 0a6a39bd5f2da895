<script setup lang="ts">
import { CHOICES, formMyWay, isPacedCounting, mannerChange, type ChoiceName, type Form } from '#core/forms'
import { formDifference } from '#core/timeline'
import { type WayChange, useMyWay } from './myWay'
import { useSettingsStore } from '~/shared/store/settings'
import { CHOICE_WORDS, mannerChangePhrase, MEETING_WORDS, VERSION_WORDS } from '~/shared/words/practice'
import ChoiceField from '~/shared/ui/ChoiceField.vue'
import WayDifference from '~/shared/ui/WayDifference.vue'

/** How I do a form: what schools and persons choose differently. What a choice would change is shown before it is taken. */
const props = defineProps<{ form: Form }>()
const { settings } = useSettingsStore()
const { way, changed, change } = useMyWay(() => props.form)

/** What is chosen here but not yet taken. */
const draft = ref<WayChange>({})
const pending = computed(() => Object.keys(draft.value).length > 0)
const draftWay = computed(() => changed(draft.value))
const rules = computed(() => settings.rules)
const difference = computed(() =>
  pending.value && draftWay.value
    ? formDifference(
        props.form,
        { way: way.value, rules: rules.value },
        { way: draftWay.value, rules: rules.value },
        settings.pace,
      )
    : null,
)
function choose(name: ChoiceName, value: string | null) {
  draft.value = { ...draft.value, choices: { ...draft.value.choices, [name]: value ?? undefined } }
}
async function take() {
  await change(draft.value)
  draft.value = {}
}

const paced = computed(() => isPacedCounting(props.form.counting.by))
const words = computed(() => JSON.stringify([props.form.about, props.form.moves, props.form.reminders]))
/** Only what can make a difference in this form is asked. */
const asked = computed<ChoiceName[]>(() => {
  const { form } = props
  const sided = form.sides === 'alternate' || form.sides === 'oneThenOther'
  const says = (name: string) => words.value.includes(`{${name}`)
  const wanted: [ChoiceName, boolean][] = [
    ['firstSide', sided],
    ['cueSides', sided],
    ['airway', paced.value],
    ['belly', paced.value],
    ['topHold', paced.value],
    ['handOnTop', says('hand')],
    ['heels', says('heels')],
    ['massageUp', says('up}') || says('down}')],
    ['firstPhase', form.moves.some(({ phaseOfFive }) => phaseOfFive !== null)],
    ['eyes', true],
  ]
  return wanted.flatMap(([name, matters]) => (matters ? [name] : []))
})
const optionsOf = (name: ChoiceName) => [
  { value: null, name: `as in My style (${valueWords(name, rules.value[name])})` },
  ...CHOICES[name].map((value) => ({ value, name: valueWords(name, value) })),
]
const valueWords = (name: ChoiceName, value: string) => (CHOICE_WORDS[name].values as Record<string, string>)[value]!

const swapChoices = computed(() => [
  { value: null, name: 'as in My style' },
  { value: false, name: 'as taught' },
  { value: true, name: 'in and out swapped' },
])
const versionChoices = computed(() => [
  { value: null, name: 'standard' },
  ...props.form.versions.map(({ kind }) => ({ value: kind, name: VERSION_WORDS[kind] })),
])
const now = computed(() => formMyWay(props.form, way.value, rules.value))
/** What my way changes of stance and cautions, against the form as it is taught. */
const changePhrase = computed(() =>
  mannerChangePhrase(mannerChange(props.form, undefined, draftWay.value ?? undefined, settings.rules)),
)
const versionNow = computed(() => props.form.versions.find(({ kind }) => kind === draftWay.value?.version))
</script>

<template>
  <section class="stack" aria-labelledby="my-way">
    <h2 id="my-way">My way</h2>
    <p v-if="now.spokenNotes.length > 0" class="soft">{{ now.spokenNotes.join(' · ') }}</p>
    <div class="choices">
      <ChoiceField
        v-for="name in asked"
        :key="name"
        :label="CHOICE_WORDS[name].name"
        :model-value="draftWay?.choices[name] ?? null"
        :options="optionsOf(name)"
        @update:model-value="choose(name, $event ?? null)"
      />
      <ChoiceField
        v-if="paced"
        label="The breath"
        :model-value="draftWay?.swapBreath ?? null"
        :options="swapChoices"
        @update:model-value="draft = { ...draft, swapBreath: $event }"
      >
        <span v-if="form.meets" class="soft small"
          >{{ MEETING_WORDS[form.meets.what] }} on the {{ form.meets.on }}-breath</span
        >
      </ChoiceField>
      <ChoiceField
        v-if="form.versions.length > 0"
        label="Version"
        :model-value="draftWay?.version ?? null"
        :options="versionChoices"
        @update:model-value="draft = { ...draft, version: $event }"
      />
    </div>
    <p v-if="versionNow || changePhrase">{{ versionNow?.change }} {{ changePhrase }}</p>
    <div v-if="pending" class="pending" role="status">
      <WayDifference v-if="difference" :difference="difference" />
      <p v-else>Nothing that is seen or heard changes.</p>
      <div class="row">
        <Button label="Save" size="small" @click="take" />
        <Button label="Cancel" size="small" severity="secondary" @click="draft = {}" />
      </div>
    </div>
    <div class="field">
      <label for="learned-from">Where I learned it</label>
      <InputText
        id="learned-from"
        :model-value="way?.learnedFrom ?? ''"
        maxlength="400"
        @change="change({ learnedFrom: ($event.target as HTMLInputElement).value.trim() })"
      />
    </div>
    <div class="field">
      <label for="my-notes">My notes</label>
      <Textarea
        id="my-notes"
        :model-value="way?.notes ?? ''"
        rows="2"
        maxlength="4000"
        @change="change({ notes: ($event.target as HTMLTextAreaElement).value.trim() })"
      />
    </div>
  </section>
</template>
