<script setup lang="ts">
import { cautionsForMe, cautionsOf, madeMilder, milderState, type Caution, type Form } from '#core/forms'
import { useMyWay } from './myWay'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { CAUTION_WORDS, CONDITION_WORDS } from '~/shared/words/body'

/** The cautions of a form, those that concern me first to be seen, with the milder version where there is one. */
const props = defineProps<{ form: Form }>()
const library = useLibraryStore()
const { settings } = useSettingsStore()
const { way } = useMyWay(() => props.form)

/** All that it asks as it is taught and as I do it; what my way takes away is shown as taken away. */
const cautions = computed<Caution[]>(() => {
  const { rules } = settings
  const own: Caution[] = [...props.form.cautions]
  const done = cautionsOf(props.form, way.value, rules)
  return [...own, ...done.filter((caution) => !own.includes(caution))].filter(
    (caution) => own.includes(caution) || forMe.value.has(caution) || caution === 'breathHold',
  )
})

const forMe = computed(
  () =>
    new Map(
      cautionsForMe(
        [...props.form.cautions, ...cautionsOf(props.form, way.value, settings.rules)],
        settings.conditions,
      ).map((each) => [each.caution, each]),
    ),
)
const stateOf = (caution: Caution) => milderState(props.form, caution, way.value, settings.rules)
async function doMilder(caution: Caution) {
  const milder = madeMilder(props.form, caution, way.value, settings.rules)
  if (milder) await library.putWay(milder)
}
</script>

<template>
  <section v-if="cautions.length > 0" class="stack" aria-labelledby="cautions">
    <h2 id="cautions">Cautions</h2>
    <ul class="stack">
      <li v-for="caution in cautions" :key="caution" :class="{ 'for-me': forMe.has(caution) }">
        <p v-if="forMe.has(caution)">
          <strong
            >For me, with
            {{
              forMe
                .get(caution)!
                .because.map((condition) => CONDITION_WORDS[condition])
                .join(' and ')
            }}:</strong
          >
        </p>
        <p>{{ CAUTION_WORDS[caution] }}</p>
        <template v-if="forMe.has(caution)">
          <p v-for="reason in forMe.get(caution)!.reasons" :key="reason" class="soft">{{ reason }}</p>
          <p v-if="stateOf(caution) === 'done'" class="soft">I do the milder version.</p>
          <Button
            v-else-if="stateOf(caution) === 'possible'"
            size="small"
            severity="secondary"
            label="Do the milder version"
            @click="doMilder(caution)"
          />
        </template>
      </li>
    </ul>
    <p class="small soft">
      Usual cautions of the practice. A doctor or a qualified teacher decides what is right for you.
    </p>
  </section>
</template>

<style scoped>
.for-me {
  border-left: 6px solid var(--pb-clay);
  padding-left: 0.9rem;
  display: grid;
  gap: 0.3rem;
  justify-items: start;
}
</style>
