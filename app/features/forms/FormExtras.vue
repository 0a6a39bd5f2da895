<script setup lang="ts">
import { AREAS, FORM_CAUTIONS, TRADITION_KINDS, type Form, type TraditionWord } from '#core/forms'
import { AREA_WORDS, CAUTION_NAMES } from '~/shared/words/body'
import { TRADITION_WORDS } from '~/shared/words/practice'
import ChoiceField from '~/shared/ui/ChoiceField.vue'

/** What more is known of a form: levels, equipment, reminders, the tradition's words, areas, effort and cautions. */
const props = defineProps<{ form: Form; faultAt: (path: string) => string }>()
const emit = defineEmits<{ change: [field: keyof Form, value: never] }>()

function set<K extends keyof Form>(field: K, value: Form[K]) {
  emit('change', field, value as never)
}
/** Words between commas become a list. */
function setList(field: 'levels' | 'equipment' | 'reminders', event: Event) {
  const items = (event.target as HTMLInputElement).value.split(',').map((item) => item.trim())
  set(field, items.filter(Boolean))
}
function toggle<T extends string>(list: T[], item: T): T[] {
  return list.includes(item) ? list.filter((other) => other !== item) : [...list, item]
}

const LEVEL_ORDER_CHOICES = [
  { value: 'up', name: 'up, and again from the lowest' },
  { value: 'upAndDown', name: 'up and down' },
  { value: 'blocks', name: 'each for its share of the count' },
] as const
const traditionChoices = TRADITION_KINDS.map((value) => ({ value, name: TRADITION_WORDS[value] }))
const addTradition = () => set('tradition', [...props.form.tradition, { kind: 'phase', words: '' }])
const removeTradition = (index: number) => set('tradition', props.form.tradition.toSpliced(index, 1))
const changeTradition = (index: number, part: Partial<TraditionWord>) =>
  set(
    'tradition',
    props.form.tradition.map((word, at) => (at === index ? { ...word, ...part } : word)),
  )

const EFFORTS = ['legs', 'shoulders', 'spine', 'balance'] as const
const effortChoices = ['nothing', 'a little', 'some', 'a lot'].map((name, value) => ({ value, name }))
</script>

<template>
  <section class="stack">
    <div class="pair">
      <div class="field">
        <label for="form-levels">Levels that it climbs, lowest first</label>
        <InputText
          id="form-levels"
          :model-value="form.levels.join(', ')"
          placeholder="lower belly, heart, head"
          @change="setList('levels', $event)"
        />
        <span class="fault">{{ faultAt('levels') }}</span>
      </div>
      <ChoiceField
        v-if="form.levels.length > 0"
        label="In which order"
        :model-value="form.levelOrder"
        :options="LEVEL_ORDER_CHOICES"
        @update:model-value="$event && set('levelOrder', $event)"
      />
      <div class="field">
        <label for="form-equipment">What it needs</label>
        <InputText
          id="form-equipment"
          :model-value="form.equipment.join(', ')"
          placeholder="a chair"
          @change="setList('equipment', $event)"
        />
      </div>
      <div class="field">
        <label for="form-reminders">Reminders in a still hold</label>
        <InputText
          id="form-reminders"
          :model-value="form.reminders.join(', ')"
          placeholder="Crown lifted, Shoulders loose"
          @change="setList('reminders', $event)"
        />
      </div>
    </div>
    <fieldset class="tradition">
      <legend class="label">The tradition’s words</legend>
      <div v-for="(word, index) in form.tradition" :key="index" class="row">
        <Select
          :model-value="word.kind"
          :options="traditionChoices"
          option-label="name"
          option-value="value"
          :aria-label="`Kind of word ${index + 1}`"
          @update:model-value="changeTradition(index, { kind: $event })"
        />
        <InputText
          :model-value="word.words"
          maxlength="120"
          :invalid="!!faultAt(`tradition[${index}]`)"
          :aria-label="`Word ${index + 1}`"
          @update:model-value="changeTradition(index, { words: $event ?? '' })"
        />
        <Button
          icon="pi pi-times"
          severity="secondary"
          text
          :aria-label="`Delete word ${index + 1}`"
          @click="removeTradition(index)"
        />
      </div>
      <span class="fault">{{ faultAt('tradition') }}</span>
      <Button label="Add a word" severity="secondary" size="small" icon="pi pi-plus" @click="addTradition" />
    </fieldset>
    <fieldset class="chips">
      <legend class="label">Where it works</legend>
      <label v-for="area in AREAS" :key="area"
        ><input
          type="checkbox"
          :checked="form.areas.includes(area)"
          @change="set('areas', toggle(form.areas, area))"
        />{{ AREA_WORDS[area] }}</label
      >
    </fieldset>
    <fieldset class="chips">
      <legend class="label">What it asks, in leg, shoulder, spine and balance</legend>
      <span v-for="each in EFFORTS" :key="each" class="row">
        {{ each }}
        <Select
          size="small"
          :model-value="form.effort[each]"
          :options="effortChoices"
          option-label="name"
          option-value="value"
          :aria-label="`What it asks of ${each}`"
          @update:model-value="set('effort', { ...form.effort, [each]: $event })"
        />
      </span>
    </fieldset>
    <fieldset class="chips">
      <legend class="label">Cautions</legend>
      <label v-for="caution in FORM_CAUTIONS" :key="caution"
        ><input
          type="checkbox"
          :checked="form.cautions.includes(caution)"
          @change="set('cautions', toggle(form.cautions, caution))"
        />{{ CAUTION_NAMES[caution] }}</label
      >
    </fieldset>
  </section>
</template>

<style scoped>
.tradition {
  display: grid;
  gap: 0.4rem;
  justify-items: start;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 1.1rem;
}
.chips label {
  display: inline-flex;
  align-items: center;
  gap: 0.4rem;
  min-height: 2.6rem;
}
</style>
