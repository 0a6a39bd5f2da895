<script setup lang="ts">
import { cautionsForMe, milderState, milderWay, type Caution, type Form } from '#core/forms'
import { useMyWay } from './myWay'
import { usePersonStore } from '~/shared/store/person'
import { CAUTION_WORDS, CONDITION_WORDS } from '~/shared/words/practice'

/** The cautions of a form, those that concern me first to be seen, with the milder version where there is one. */
const props = defineProps<{ form: Form }>()
const person = usePersonStore()
const { way, change } = useMyWay(() => props.form)

const forMe = computed(
  () => new Map(cautionsForMe(props.form, person.settings.conditions).map((each) => [each.caution, each.because])),
)
const milder = (caution: Caution) => milderWay(props.form, caution)
const isMilder = (caution: Caution) => milderState(props.form, caution, way.value, person.settings.rules) === 'done'
</script>

<template>
  <section v-if="form.cautions.length > 0" class="stack" aria-labelledby="cautions">
    <h2 id="cautions">With care</h2>
    <ul class="stack">
      <li v-for="caution in form.cautions" :key="caution" :class="{ 'for-me': forMe.has(caution) }">
        <p v-if="forMe.has(caution)">
          <strong
            >For me, with
            {{
              forMe
                .get(caution)!
                .map((condition) => CONDITION_WORDS[condition])
                .join(' and ')
            }}:</strong
          >
        </p>
        <p>{{ CAUTION_WORDS[caution] }}</p>
        <template v-if="forMe.has(caution) && milder(caution)">
          <p v-if="isMilder(caution)" class="soft">I do the milder version.</p>
          <Button
            v-else
            size="small"
            severity="secondary"
            label="Do the milder version"
            @click="change(milder(caution)!)"
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
