<script setup lang="ts">
import { AREAS } from '#core/forms'
import { activityOfWeek, addDays, coverage, daysBetween } from '#core/journal'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import BodyDrawing from '~/shared/drawing/BodyDrawing.vue'
import ChoiceField from '~/shared/ui/ChoiceField.vue'
import { plural } from '~/shared/words/numbers'
import { AREA_WORDS } from '~/shared/words/body'
import { STAGE_WORDS } from '~/shared/words/practice'
import { agoPhrase, minutesPhrase } from '~/shared/words/time'
import JournalPlaces from './JournalPlaces.vue'
import { areaShares, guidelinePhrase, neglectedPhrase, sidesPhrase } from './coverageWords'

/** What the practice of some weeks covers, and what it has let go. */
const library = useLibraryStore()
const journal = useJournalStore()
const { settings } = useSettingsStore()
useHead({ title: 'Balance · Pebblebrook' })

const SPANS = [
  { name: 'the last four weeks', value: 28 },
  { name: 'the last three months', value: 91 },
  { name: 'the last year', value: 365 },
]
const days = ref(28)
const covered = computed(() =>
  coverage(
    journal.sessions,
    { forms: library.forms, stages: library.stages },
    addDays(journal.today, 1 - days.value),
    journal.today,
    settings.dayEndsAtHour,
  ),
)
const activity = computed(() => activityOfWeek(journal.sessions, library.forms, journal.today, settings.dayEndsAtHour))
const shares = computed(() => areaShares(covered.value))
const areas = computed(() =>
  AREAS.map((area) => ({ area, ...covered.value.areas[area] })).sort((one, other) => other.seconds - one.seconds),
)
const ago = (day: string | null) => agoPhrase(day === null ? null : daysBetween(day, journal.today))
const isHeld = computed(() => covered.value.sides.left.heldSeconds + covered.value.sides.right.heldSeconds > 0)
const MOST_FORMS = 12
const allForms = ref(false)
const forms = computed(() => covered.value.forms.slice(0, allForms.value ? undefined : MOST_FORMS))
/** Two amounts of which each is seen against both. */
const pairs = computed(() => {
  const { stillSeconds, movingSeconds, standingSeconds, seatedSeconds } = covered.value
  return [
    { one: 'moving', first: movingSeconds, other: 'still', second: stillSeconds },
    { one: 'on the feet', first: standingSeconds, other: 'sitting or lying', second: seatedSeconds },
  ]
})
</script>

<template>
  <div class="stack">
    <div class="spread">
      <h1>Balance</h1>
      <JournalPlaces />
    </div>
    <ChoiceField v-model="days" class="span" label="Look at" :options="SPANS" />
    <p v-if="covered.sessions === 0">No practice is noted in this time.</p>
    <p v-else>
      {{ plural(covered.sessions, 'session') }}, {{ minutesPhrase(covered.seconds) }};
      {{ minutesPhrase(covered.breathSeconds) }} of it with forms that work on the breath.
    </p>

    <div class="columns">
      <div class="stack">
        <section class="stack" aria-labelledby="neglected">
          <h2 id="neglected">Not practised lately</h2>
          <p v-if="covered.neglected.length === 0" class="soft">
            Everything that you practise regularly was done lately.
          </p>
          <ul v-else class="plain">
            <li v-for="(each, index) in covered.neglected" :key="index">
              <template v-if="'form' in each.what">
                <NuxtLink :to="`/forms/${each.what.formId}`">{{ each.what.form }}</NuxtLink>:
              </template>
              {{ neglectedPhrase(each) }}
            </li>
          </ul>
          <template v-if="covered.learning.length > 0">
            <h3>Being learned</h3>
            <ul class="plain">
              <li v-for="{ formId, name, stage, lastDay } in covered.learning" :key="formId">
                <NuxtLink :to="`/forms/${formId}`">{{ name }}</NuxtLink>: {{ STAGE_WORDS[stage] }},
                {{ lastDay === null ? 'not done yet' : `last done ${ago(lastDay)}` }}
              </li>
            </ul>
          </template>
        </section>

        <section class="stack" aria-labelledby="evenly">
          <h2 id="evenly">How evenly</h2>
          <dl class="figures">
            <dt>Left and right</dt>
            <dd>
              {{ covered.sides.left.repetitions }} left, {{ covered.sides.right.repetitions }} right:
              {{ sidesPhrase(covered.sides.left.repetitions, covered.sides.right.repetitions) }}
            </dd>
            <template v-if="isHeld">
              <dt>Held on a side</dt>
              <dd>
                {{ minutesPhrase(covered.sides.left.heldSeconds) }} left,
                {{ minutesPhrase(covered.sides.right.heldSeconds) }} right:
                {{ sidesPhrase(covered.sides.left.heldSeconds, covered.sides.right.heldSeconds) }}
              </dd>
            </template>
            <template v-for="{ one, first, other, second } in pairs" :key="one">
              <dt>{{ one }}, {{ other }}</dt>
              <dd>
                {{ minutesPhrase(first) }}, {{ minutesPhrase(second) }}
                <span class="bar" aria-hidden="true"
                  ><span :style="{ flexGrow: first }" /><span :style="{ flexGrow: second }"
                /></span>
              </dd>
            </template>
          </dl>
        </section>

        <section class="stack" aria-labelledby="guideline">
          <h2 id="guideline">The week against the guideline</h2>
          <p>{{ guidelinePhrase(activity) }}</p>
          <p class="small soft">
            World Health Organization, Guidelines on physical activity and sedentary behaviour (2020). What counts as
            moderate is an estimate: the 2011 Compendium of Physical Activities gives tai chi and qigong in general 3.0
            MET, where moderate begins, and 1.5 MET sitting. So moving on the feet is counted; stillness, sitting and
            the closing are not. Your own effort was not measured; a doctor knows what is right for you.
          </p>
        </section>

        <section class="stack" aria-labelledby="by-form">
          <h2 id="by-form">Form by form</h2>
          <table class="ledger">
            <caption class="visually-hidden">
              Forms, what was practised longest first
            </caption>
            <thead>
              <tr>
                <th scope="col">Form</th>
                <th scope="col">Time</th>
                <th scope="col">Sessions</th>
                <th scope="col">Last</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="form in forms" :key="form.formId">
                <th scope="row">
                  <NuxtLink v-if="library.formsById.has(form.formId)" :to="`/forms/${form.formId}`">{{
                    form.name
                  }}</NuxtLink>
                  <template v-else>{{ form.name }}</template>
                </th>
                <td>{{ minutesPhrase(form.seconds) }}</td>
                <td>{{ form.sessions }}</td>
                <td>{{ ago(form.lastDay) }}</td>
              </tr>
            </tbody>
          </table>
          <Button
            v-if="!allForms && covered.forms.length > MOST_FORMS"
            :label="`Show all forms (${covered.forms.length})`"
            severity="secondary"
            class="more"
            @click="allForms = true"
          />
        </section>
      </div>

      <section class="stack" aria-labelledby="areas">
        <h2 id="areas">Where in the body</h2>
        <BodyDrawing :shares="shares" />
        <table class="ledger">
          <caption class="visually-hidden">
            Areas of the body, what was practised most first
          </caption>
          <thead>
            <tr>
              <th scope="col">Area</th>
              <th scope="col">Time</th>
              <th scope="col">Sessions</th>
              <th scope="col">Last</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="{ area, seconds, sessions, lastDay } in areas" :key="area">
              <th scope="row">{{ AREA_WORDS[area] }}</th>
              <td>{{ minutesPhrase(seconds) }}</td>
              <td>{{ sessions }}</td>
              <td>{{ ago(lastDay) }}</td>
            </tr>
          </tbody>
        </table>
        <p class="small soft">A form that works on several areas counts for each.</p>
      </section>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(26rem, 100%), 1fr));
  gap: 2rem 3.5rem;
  align-items: start;
}
.columns > .stack {
  gap: 2rem;
}
.columns > section.stack {
  gap: 1rem;
}
.span {
  max-width: 18rem;
}
.plain {
  display: grid;
  gap: 0.4rem;
}
.figures {
  display: grid;
  grid-template-columns: 9rem 1fr;
  gap: 0.5rem 1rem;
  margin: 0;
}
.bar {
  display: flex;
  height: 0.6rem;
  margin-top: 0.3rem;
  border-radius: 0.3rem;
  overflow: hidden;
  background: var(--pb-water);
}
.bar span:first-child {
  background: var(--pb-moss);
}
.more {
  justify-self: start;
}
</style>
