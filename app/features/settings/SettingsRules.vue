<script setup lang="ts">
import { dequal } from 'dequal/lite'
import { CHOICE_NAMES, CHOICES, type ChoiceName, type Choices, type HouseRules, wayFor } from '#core/forms'
import { formDifference, type FormDescription } from '#core/timeline'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { plural } from '~/shared/words/numbers'
import { CHOICE_WORDS, sidePhrase } from '~/shared/words/practice'
import SettingEffect from './SettingEffect.vue'
import SettingNumber from './SettingNumber.vue'
import SettingGroup from '~/shared/ui/SettingGroup.vue'
import ChoiceField from '~/shared/ui/ChoiceField.vue'
import WayDifference from '~/shared/ui/WayDifference.vue'

/** The house rules: what is the same in all forms. What a choice changes, and in which forms, is shown before it is taken. */
const emit = defineEmits<{ save: [rules: HouseRules] }>()
const library = useLibraryStore()
const { settings } = useSettingsStore()
const rules = computed(() => settings.rules)

const draft = ref<Partial<Choices>>({})
const pending = computed(() => Object.keys(draft.value).length > 0)
const draftRules = computed<HouseRules>(() => ({ ...rules.value, ...draft.value }))
const differences = computed(() => {
  if (!pending.value) return []
  return library.forms.flatMap((form) => {
    const way = wayFor({ formId: form.id }, library.ways)
    const { pace } = settings
    return formDifference(form, { way, rules: rules.value }, { way, rules: draftRules.value }, pace) ?? []
  })
})
const SHOWN = 6
/** Where the breath or the cues change, what changes is shown; where only something more is said, how often. */
const reshaped = computed(() => differences.value.filter(({ before, after }) => !samePhases(before, after)))
const samePhases = (one: FormDescription, other: FormDescription) => dequal(one.phases, other.phases)
const said = computed(() => {
  const times = new Map<string, number>()
  for (const { before, after } of differences.value) {
    const fresh = after.spokenNotes
      .filter((saying) => !before.spokenNotes.includes(saying))
      .map((saying) => `“${saying}”`)
    const gone = before.spokenNotes
      .filter((note) => !after.spokenNotes.includes(note))
      .map((note) => `no longer “${note}”`)
    const side = before.firstSaidSide === after.firstSaidSide ? [] : [`begins on ${sidePhrase(after.firstSaidSide)}`]
    for (const one of [...fresh, ...gone, ...side]) times.set(one, (times.get(one) ?? 0) + 1)
  }
  return [...times.entries()]
})

function choose(name: ChoiceName, value: string) {
  const { [name]: _earlier, ...others } = draft.value
  draft.value = value === rules.value[name] ? others : { ...others, [name]: value }
}
function take() {
  emit('save', draftRules.value)
  draft.value = {}
}
const optionsOf = (name: ChoiceName) =>
  CHOICES[name].map((value) => ({ value, name: (CHOICE_WORDS[name].values as Record<string, string>)[value]! }))
const shownNames = computed(() => {
  const inWords = Object.keys(CHOICE_WORDS) as ChoiceName[]
  return inWords.filter((name) => CHOICE_NAMES.includes(name))
})

const TIMES = [
  { field: 'leadInSeconds' as const, name: 'Time to step back before the first form' },
  { field: 'announceSeconds' as const, name: 'Time to name the next form' },
  { field: 'stanceChangeSeconds' as const, name: 'Time to change stance' },
  { field: 'sideChangeSeconds' as const, name: 'Time to change sides' },
]
</script>

<template>
  <SettingGroup id="rules" title="My style">
    <template #about>
      <p class="small soft">How I do every form, unless I say otherwise for one.</p>
      <SettingEffect />
    </template>
    <div class="choices">
      <ChoiceField
        v-for="name in shownNames"
        :key="name"
        :label="CHOICE_WORDS[name].name"
        :model-value="draftRules[name]"
        :options="optionsOf(name)"
        @update:model-value="$event && choose(name, $event)"
      />
    </div>
    <div v-if="pending" class="pending" role="status">
      <p>
        <strong>{{
          differences.length === 0
            ? 'Nothing changes in the forms that are here.'
            : `${plural(differences.length, 'form')} would change.`
        }}</strong>
      </p>
      <ul v-if="said.length > 0">
        <li v-for="[what, times] in said" :key="what">{{ plural(times, 'form') }}: {{ what }}</li>
      </ul>
      <div v-for="difference in reshaped.slice(0, SHOWN)" :key="difference.formId">
        <h3>{{ difference.formName }}</h3>
        <WayDifference :difference="difference" />
      </div>
      <p v-if="reshaped.length > SHOWN" class="small soft">
        And
        {{
          reshaped
            .slice(SHOWN)
            .map(({ formName }) => formName)
            .join(', ')
        }}.
      </p>
      <div class="row">
        <Button label="Save" size="small" @click="take" />
        <Button label="Cancel" size="small" severity="secondary" @click="draft = {}" />
      </div>
    </div>
    <SettingNumber
      v-for="time in TIMES"
      :key="time.field"
      :label="`${time.name}, seconds`"
      :model-value="rules[time.field]"
      :min="0"
      :max="60"
      :decimals="1"
      @save="emit('save', { ...rules, [time.field]: $event })"
    />
    <SettingNumber
      label="Shortest closing, in % of the time before it"
      :model-value="Math.round(rules.closingShare * 100)"
      :min="0"
      :max="50"
      :step="5"
      @save="emit('save', { ...rules, closingShare: $event / 100 })"
    />
  </SettingGroup>
</template>
