<script setup lang="ts">
import { PAIN_PLACES, type Pain, type PainPlace } from '#core/journal'
import BodyDrawing from '~/shared/drawing/BodyDrawing.vue'
import { PLACE_WORDS } from '~/shared/words/body'
import ZeroToTen from './ZeroToTen.vue'

/** Where it hurts and how much: a place is chosen on the drawing or from the list. Nothing has to be said. */
const model = defineModel<Pain[]>({ required: true })
/** Places that were chosen, in the order in which they were, with how much it hurts there once that is said. */
const chosen = ref<{ place: PainPlace; level: number | null }[]>(model.value.map((pain) => ({ ...pain })))
watch(model, (now) => {
  const said = chosen.value.filter(({ level }) => level !== null)
  if (JSON.stringify(said) !== JSON.stringify(now)) chosen.value = now.map((pain) => ({ ...pain }))
})
const tell = () =>
  (model.value = chosen.value.flatMap(({ place, level }) => (level === null ? [] : [{ place, level }])))

const levels = computed(
  () =>
    Object.fromEntries(chosen.value.map(({ place, level }) => [place, level ?? 0])) as Partial<
      Record<PainPlace, number>
    >,
)
const left = computed(() =>
  PAIN_PLACES.filter((place) => !(place in levels.value)).map((place) => ({ value: place, name: PLACE_WORDS[place] })),
)
const rows = ref<HTMLElement | null>(null)
/** On to how much it hurts at the place that was named. */
async function goOnTo(place: PainPlace) {
  await nextTick()
  rows.value?.querySelector<HTMLElement>(`[data-place="${place}"] button`)?.focus()
}
function add(place: PainPlace) {
  if (!(place in levels.value)) chosen.value.push({ place, level: null })
  return goOnTo(place)
}
/** What was taken from the list since it was opened. The list takes the focus back as it closes (by keys twice), and only then it can go on. */
const taken = ref<PainPlace | null>(null)
const onClosing = () => taken.value && void goOnTo(taken.value)
function take(place: PainPlace) {
  taken.value = place
  void add(place)
}
function remove(place: PainPlace) {
  chosen.value = chosen.value.filter((each) => each.place !== place)
  tell()
}
</script>

<template>
  <div class="pain">
    <div class="where">
      <BodyDrawing :levels="levels" @press="add" />
      <Select
        :model-value="null"
        :options="left"
        option-label="name"
        option-value="value"
        placeholder="Where it hurts"
        aria-label="Where it hurts"
        @update:model-value="take"
        @before-show="taken = null"
        @before-hide="onClosing"
      />
    </div>
    <p class="small soft scale">
      The numeric rating scale: 0 is no pain, 10 the worst that can be imagined. Sharp or new pain wants a doctor before
      practice.
    </p>
    <ul v-if="chosen.length > 0" ref="rows">
      <li v-for="each in chosen" :key="each.place" :data-place="each.place">
        <ZeroToTen v-model="each.level" :legend="PLACE_WORDS[each.place]" @update:model-value="tell" />
        <Button
          size="small"
          severity="secondary"
          text
          label="Not there"
          :aria-label="`No pain to say of: ${PLACE_WORDS[each.place]}`"
          @click="remove(each.place)"
        />
      </li>
    </ul>
  </div>
</template>

<style scoped>
.pain {
  display: flex;
  flex-wrap: wrap;
  gap: 1rem 2.5rem;
  align-items: start;
}
.where {
  display: grid;
  gap: 0.8rem;
}
.scale {
  flex: 1 0 100%;
  max-width: 40rem;
}
ul {
  display: grid;
  gap: 0.8rem;
}
</style>
