<script setup lang="ts">
import { routineOfOne, formIdsOf } from '#core/routine'
import { formMyWay, stationsOf, writeFormWords, type Move } from '#core/forms'
import { begunForm, draftOf } from './formDraft'
import { useMyWay } from './myWay'
import { useFollowStore } from '~/shared/session/follow'
import BodyDrawing from '~/shared/drawing/BodyDrawing.vue'
import FormPicture from '~/shared/drawing/FormPicture.vue'
import { layDraft } from '~/shared/store/drafts'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { deletionOf } from '~/shared/store/saving'
import { AREA_WORDS } from '~/shared/words/body'
import {
  phaseLengthPhrase,
  COUNTING_WORDS,
  PART_WORDS,
  SIDE_ORDER_WORDS,
  STANCE_WORDS,
  TRADITION_WORDS,
  countPhrase,
  diagonalPhrase,
  directionPhrase,
  facingPhrase,
} from '~/shared/words/practice'
import FormCare from './FormCare.vue'
import FormEditor from './FormEditor.vue'
import FormLearning from './FormLearning.vue'
import FormPreview from './FormPreview.vue'
import FormVoice from './FormVoice.vue'
import FormWay from './FormWay.vue'

const workspace = useWorkspaceStore()
const library = useLibraryStore()
const { settings } = useSettingsStore()
const follow = useFollowStore()
const route = useRoute()
const editing = ref(false)

const form = computed(() => library.formsById.get(String(route.params.id)) ?? null)
useHead({ title: computed(() => `${form.value?.name ?? 'No such form'} · Pebblebrook`) })
const isMine = computed(() => library.ownForms.some(({ id }) => id === form.value?.id))
const usedIn = computed(() => library.ownRoutines.filter((routine) => formIdsOf(routine).has(form.value?.id ?? '')))

const { way } = useMyWay(() => form.value)
const isChain = computed(() => (form.value?.moves.length ?? 0) > 1)
const asIDoIt = computed(() => form.value && formMyWay(form.value, way.value, settings.rules))

/** Where it works, to be drawn. */
const worked = computed(() => Object.fromEntries((form.value?.areas ?? []).map((area) => [area, 1])))
/** Changes of it were begun and not kept. */
const isBegun = computed(
  () => !editing.value && !!form.value && begunForm(workspace.workspace, draftOf(form.value)) !== null,
)

async function remove() {
  if (!form.value) return
  const { id } = form.value
  // What was begun of it and not kept goes with it.
  layDraft(workspace.workspace, draftOf(form.value), null)
  await workspace.change([...(way.value ? [deletionOf('ways', way.value.id)] : []), deletionOf('forms', id)])
  await navigateTo('/forms')
}

/** Practise this form alone, as a routine of one step. */
async function tryAlone() {
  if (!form.value) return
  follow.prepare(routineOfOne(form.value))
  await navigateTo('/follow')
}

/** What of a move differs from the form: its stance, its direction, its phase of the five. */
const moveWords = ({ stance, directionDegrees, facingDegrees, phaseOfFive, times }: Move) =>
  [
    stance && STANCE_WORDS[stance],
    directionDegrees === null ? '' : directionPhrase(directionDegrees),
    facingDegrees === undefined ? '' : facingPhrase(facingDegrees),
    times && times > 1 ? `${times} times` : '',
    phaseOfFive && `phase of ${phaseOfFive}`,
  ]
    .filter(Boolean)
    .join(', ')

const BREATH_NAMES = { in: 'in', out: 'out', hold: 'hold', free: 'free' }
</script>

<template>
  <div v-if="!form" class="stack">
    <h1>No such form</h1>
    <p>It may have been removed. <NuxtLink to="/forms">All forms</NuxtLink></p>
  </div>
  <div v-else-if="editing" class="stack">
    <h1>Change {{ form.name }}</h1>
    <FormEditor :form="form" @kept="editing = false" @left="editing = false" />
  </div>
  <div v-else class="stack">
    <NuxtLink to="/forms">Forms</NuxtLink>
    <div class="spread">
      <div>
        <h1>{{ form.name }}</h1>
        <p v-if="form.pinyin" class="soft">
          <span lang="zh-Latn">{{ form.pinyin }}</span>
          <span v-if="form.characters" lang="zh"> {{ form.characters }}</span>
        </p>
        <p v-if="form.set || form.school" class="soft">
          {{
            [form.set && `${form.set.name}, number ${form.set.place}`, form.school && `${form.school} way`]
              .filter(Boolean)
              .join(' · ')
          }}
        </p>
      </div>
      <div class="row">
        <Button label="Start this form" icon="pi pi-play" @click="tryAlone" />
        <Button
          label="Make audio"
          icon="pi pi-headphones"
          severity="secondary"
          @click="navigateTo(`/carry?form=${form.id}`)"
        />
        <Button label="Duplicate" severity="secondary" @click="navigateTo(`/forms/new?from=${form.id}`)" />
        <template v-if="isMine">
          <Button :label="isBegun ? 'Continue editing' : 'Edit'" severity="secondary" @click="editing = true" />
          <Button v-if="usedIn.length === 0" label="Delete" severity="secondary" text @click="remove" />
        </template>
      </div>
    </div>
    <p v-if="isMine && usedIn.length > 0" class="small soft">
      It is used in {{ usedIn.map(({ name }) => name).join(', ') }}, so it cannot be removed.
    </p>
    <div class="shown">
      <p>{{ asIDoIt?.form.about ?? form.about }}</p>
      <FormPicture :form="form" size="large" />
      <BodyDrawing v-if="form.areas.length > 0" class="body" :shares="worked" />
    </div>

    <div class="columns">
      <dl class="facts">
        <dt>Part of session</dt>
        <dd>{{ PART_WORDS[form.part] }}</dd>
        <dt>Stance</dt>
        <dd>{{ STANCE_WORDS[asIDoIt?.form.stance ?? form.stance] }}</dd>
        <dt>Counted by</dt>
        <dd>
          {{ COUNTING_WORDS[form.counting.by] }}
          <template v-if="form.counting.by === 'beats'">, {{ form.counting.beatsPerMinute }} a minute</template>
        </dd>
        <dt>Sides</dt>
        <dd>{{ SIDE_ORDER_WORDS[form.sides] }}</dd>
        <dt>Usual count</dt>
        <dd>{{ countPhrase(form, form.counts.usual) }} (from {{ form.counts.least }} to {{ form.counts.most }})</dd>
        <template v-if="form.levels.length > 0">
          <dt>Levels</dt>
          <dd>{{ stationsOf(form).join(', ') }}</dd>
        </template>
        <template v-if="form.diagonalDegrees !== null">
          <dt>Step</dt>
          <dd>{{ diagonalPhrase(form.diagonalDegrees) }}</dd>
        </template>
        <template v-if="form.equipment.length > 0">
          <dt>Needs</dt>
          <dd>{{ form.equipment.join(', ') }}</dd>
        </template>
        <template v-if="asIDoIt?.form.reminders.length">
          <dt>Reminders</dt>
          <dd>{{ asIDoIt.form.reminders.join(', ') }}</dd>
        </template>
        <template v-if="form.tradition.length > 0">
          <dt>The tradition’s words</dt>
          <dd>
            {{ form.tradition.map(({ kind, words }) => `${TRADITION_WORDS[kind]}: ${words}`).join('; ') }}
            <span class="small soft">(not medical claims)</span>
          </dd>
        </template>
        <dt>Works on</dt>
        <dd>{{ form.areas.map((area) => AREA_WORDS[area]).join(', ') || 'not set' }}</dd>
      </dl>
      <section v-if="asIDoIt" class="stack" :class="{ wide: isChain }" aria-labelledby="phases">
        <h2 id="phases">One repetition, as I do it</h2>
        <ol class="moves" :class="{ chain: isChain }">
          <li v-for="(move, at) in asIDoIt.form.moves" :key="at">
            <div v-if="isChain" class="move-name">
              {{ move.name }}
              <span class="small soft">{{ moveWords(move) }}</span>
            </div>
            <ol class="phases">
              <li
                v-for="(phase, index) in move.phases"
                :key="index"
                :style="{ flexGrow: isChain ? 0 : phase.length }"
                :class="phase.breath"
              >
                <strong>{{ phase.cue }}</strong>
                <span class="small"
                  >{{ BREATH_NAMES[phase.breath]
                  }}{{ phase.length === 1 && !phase.unit ? '' : ` ${phaseLengthPhrase(phase)}` }}</span
                >
              </li>
            </ol>
          </li>
        </ol>
      </section>
      <details>
        <summary>As text</summary>
        <pre>{{ writeFormWords(form) }}</pre>
      </details>
      <section class="stack" aria-labelledby="rehearse">
        <h2 id="rehearse">Rehearse it</h2>
        <FormPreview :form="form" :ways="way ? [way] : []" />
        <p class="small soft">Start this form above to do it counted; here nothing is counted or saved.</p>
      </section>
      <FormVoice :form="asIDoIt?.form ?? form" />
      <FormWay :form="form" />
      <FormLearning :form="form" />
      <FormCare :form="form" />
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 26rem), 1fr));
  gap: 1.8rem 3rem;
  align-items: start;
}
.shown {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 2rem;
}
.shown p {
  flex: 1 1 22rem;
}
.body {
  --body-width: 6.5rem;
}
.phases {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.phases li {
  display: grid;
  padding: 0.6rem 0.8rem;
  background: var(--pb-water);
  border-radius: 8px;
  min-width: 5.5rem;
}
.wide {
  grid-column: 1 / -1;
}
.chain {
  display: grid;
  gap: 0.5rem;
}
.chain > li {
  display: grid;
  grid-template-columns: minmax(0, 19rem) minmax(0, 1fr);
  gap: 0.2rem 1.2rem;
  align-items: center;
}
.chain .move-name {
  display: grid;
}
.chain .phases li {
  grid-auto-flow: column;
  gap: 0.5rem;
  align-items: baseline;
  padding: 0.2rem 0.6rem;
  min-width: 0;
}
summary {
  cursor: pointer;
  padding: 0.4rem 0;
}
.phases .in {
  border-top: 4px solid var(--pb-water-deep);
}
.phases .out {
  border-bottom: 4px solid var(--pb-water-deep);
}
.phases .hold,
.phases .free {
  border-block: 4px solid transparent;
}
pre {
  margin: 0;
  font: inherit;
  font-size: 0.92rem;
  white-space: pre-wrap;
  color: var(--pb-soft);
}
@media (max-width: 700px) {
  .chain > li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
