<script setup lang="ts">
import { v4 as newUuid } from 'uuid'
import { promptsOf, spokenKey, wordsOf, type Prompt } from '#core/sound'
import { wallMs } from '~/shared/clock/wallClock'
import type { CueMade } from '~/shared/sound/cueRecorder'
import { recordedKey } from '~/shared/sound/speaker'
import { useTrySound } from '~/shared/sound/trySound'
import { useCompiled } from '~/shared/store/compiled'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { isForPage } from '~/shared/ui/keys'
import RoutineBack from '~/shared/ui/RoutineBack.vue'
import RoutineGone from '~/shared/ui/RoutineGone.vue'
import { plural } from '~/shared/words/numbers'
import { useSitting } from './useSitting'

/** All that is said in a routine, recorded in one sitting: one word after the other is shown, and the next comes by itself. */
const workspace = useWorkspaceStore()
const library = useLibraryStore()
const { settings } = useSettingsStore()
const route = useRoute()
const compiledOf = useCompiled()
const routine = computed(() => library.routines.find(({ id }) => id === route.query.routine) ?? null)
useHead({ title: computed(() => `My voice: ${routine.value?.name ?? 'nothing'} · Pebblebrook`) })

const GROUPS = [
  { group: 'names', name: 'names of the forms', one: 'the name of a form' },
  { group: 'movements', name: 'words of the movements', one: 'a word of a movement' },
  { group: 'besides', name: 'what is said besides: sides, stances, counts', one: 'said besides' },
] as const
const prompts = computed<Prompt[]>(() => {
  const compiled = routine.value && compiledOf(routine.value)
  if (!compiled?.ok) return []
  // The words of the movements are offered also to those who have not chosen to hear them.
  return promptsOf(wordsOf(compiled.timeline, { ...settings.voice, announces: true, movements: true }))
})
const recordings = computed(
  () => new Map(library.recordings.flatMap((each) => (each.bell ? [] : [[recordedKey(each), each] as const]))),
)
const isMine = (prompt: Prompt) => prompt.phrases.every((each) => recordings.value.has(spokenKey(each)))
const promptsIn = (group: Prompt['of']) => prompts.value.filter((prompt) => prompt.of === group)
const missing = (group: Prompt['of']) => promptsIn(group).filter((prompt) => !isMine(prompt))

const chosen = ref<Record<Prompt['of'], boolean>>({
  names: true,
  movements: settings.voice.movements,
  besides: settings.voice.announces,
})
const anew = ref(false)
const wanted = computed(() => prompts.value.filter((each) => chosen.value[each.of] && (anew.value || !isMine(each))))

async function keep({ phrases }: Prompt, made: CueMade) {
  for (const phrase of phrases) {
    const { formId, cue, text } = phrase
    const id = recordings.value.get(spokenKey(phrase))?.id ?? newUuid()
    await library.putRecording({ id, formId, cue: formId ? cue : text, at: new Date(wallMs()).toISOString(), ...made })
  }
}
const sitting = reactive(useSitting(keep))
const { play } = useTrySound()
const hear = ({ phrases, text }: Prompt) =>
  play([{ kind: 'voice', atSeconds: 0.1, lengthSeconds: 2, phrases: [phrases[0] ?? { text, formId: '', cue: '' }] }])
async function remove(prompt: Prompt) {
  for (const phrase of prompt.phrases) {
    const recording = recordings.value.get(spokenKey(phrase))
    if (recording) await workspace.remove('recordings', recording.id)
  }
}

/** How loud it is, from 0 to 1: a voice is mostly under a third of what a microphone can take. */
const loudness = computed(() => Math.min(1, sitting.level * 4))
const stateWords = computed(() => {
  if (sitting.isKeeping) return 'Kept.'
  if (sitting.saying === 'speaking') return 'Heard. The next one comes after a pause.'
  return 'Say it now.'
})
const KEYS: Record<string, () => unknown> = {
  ' ': () => sitting.finish(),
  ArrowRight: () => sitting.go(1),
  ArrowLeft: () => sitting.go(-1),
  Escape: () => sitting.end(),
}
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  const onControl = (event.target as HTMLElement).closest('button, a') && event.key === ' '
  const act = KEYS[event.key]
  if (!act || !sitting.isSitting || onControl || !isForPage(event)) return
  event.preventDefault()
  act()
})
const panel = ref<HTMLElement | null>(null)
const beginButton = ref<{ $el: HTMLElement } | null>(null)
watch(
  () => sitting.isSitting,
  async (sits) => {
    await nextTick()
    if (sits) panel.value?.focus()
    else beginButton.value?.$el.focus()
  },
)
</script>

<template>
  <RoutineGone v-if="!routine || prompts.length === 0" title="Nothing to say" />
  <div v-else class="stack">
    <RoutineBack :routine="routine" />
    <div>
      <h1>My voice: {{ routine.name }}</h1>
      <p class="soft">
        What is said in it, in my own voice or a friend’s. It stays on this device and in exported files, and is heard
        in every routine that says the same.
      </p>
    </div>
    <section v-if="sitting.prompt" ref="panel" class="sitting" aria-label="Say this" tabindex="-1">
      <p>
        {{ sitting.at + 1 }} of {{ sitting.queue.length }} ·
        {{ GROUPS.find(({ group }) => group === sitting.prompt!.of)!.one
        }}{{ sitting.prompt.phrases.length > 1 ? `, for ${sitting.prompt.phrases.length} forms` : '' }}
      </p>
      <p class="word">{{ sitting.prompt.text }}</p>
      <div class="level" aria-hidden="true"><span :style="{ scale: `${loudness} 1` }" /></div>
      <p role="status">{{ sitting.fault || stateWords }}</p>
      <div class="row">
        <Button label="Finish" @click="sitting.finish" />
        <Button label="Skip" severity="secondary" @click="sitting.go(1)" />
        <Button label="Back" severity="secondary" :disabled="sitting.at === 0" @click="sitting.go(-1)" />
        <Button label="Enough for now" severity="secondary" text @click="sitting.end" />
      </div>
      <p class="small soft">
        <span class="by-keys">Space: finish. Arrows: skip and back. Escape: enough.</span> Each word is kept as soon as
        it is said.
      </p>
    </section>
    <section v-else class="stack" aria-label="Before the sitting">
      <fieldset>
        <legend>To be said</legend>
        <label v-for="{ group, name } in GROUPS" v-show="promptsIn(group).length > 0" :key="group">
          <input v-model="chosen[group]" type="checkbox" />
          {{ name }} ({{ promptsIn(group).length
          }}<template v-if="missing(group).length < promptsIn(group).length"
            >, {{ missing(group).length }} missing</template
          >)
        </label>
        <label><input v-model="anew" type="checkbox" /> also what is recorded already</label>
      </fieldset>
      <p v-if="chosen.movements && !settings.voice.movements" class="small soft">
        The words of the movements are heard once that is chosen in the settings, under sound and voice.
      </p>
      <p>
        One word after the other is shown. Say it as a teacher would, and wait: the next one comes by itself. Silence
        around it is trimmed, and the loudness made even.
      </p>
      <p v-if="sitting.fault" class="fault" role="alert">{{ sitting.fault }}</p>
      <p v-if="sitting.kept > 0" role="status">{{ plural(sitting.kept, 'word') }} kept.</p>
      <div class="row">
        <Button
          ref="beginButton"
          icon="pi pi-microphone"
          :label="wanted.length > 0 ? `Start: ${plural(wanted.length, 'word')}` : 'Nothing is missing'"
          :disabled="wanted.length === 0"
          @click="sitting.begin(wanted)"
        />
      </div>
    </section>
    <section v-for="{ group, name } in GROUPS" v-show="promptsIn(group).length > 0" :key="group" :aria-label="name">
      <h2>{{ name.charAt(0).toUpperCase() + name.slice(1) }}</h2>
      <ul class="words">
        <li v-for="prompt in promptsIn(group)" :key="prompt.text" class="row">
          <span class="text">{{ prompt.text }}</span>
          <template v-if="isMine(prompt)">
            <Button
              label="Hear it"
              size="small"
              severity="secondary"
              text
              :aria-label="`Hear “${prompt.text}”`"
              @click="hear(prompt)"
            />
            <Button
              v-if="!sitting.isSitting"
              label="Again"
              size="small"
              severity="secondary"
              text
              :aria-label="`Record “${prompt.text}” again`"
              @click="sitting.begin([prompt])"
            />
            <Button
              label="Delete"
              size="small"
              severity="secondary"
              text
              :aria-label="`Delete “${prompt.text}”`"
              @click="remove(prompt)"
            />
          </template>
          <span v-else class="small soft">not mine yet</span>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 0.2rem;
}
legend {
  padding: 0;
  font-weight: 600;
}
label {
  display: flex;
  align-items: center;
  gap: 0.5rem;
  min-height: 2.6rem;
}
.sitting {
  display: grid;
  gap: 0.6rem;
  padding: 1.2rem;
  border-radius: 14px;
  background: var(--pb-raised);
}
.word {
  font-size: clamp(2.4rem, 8vw, 5rem);
  font-weight: 750;
  line-height: 1.05;
  overflow-wrap: anywhere;
}
/* The voice as water that fills its bed. */
.level {
  height: 0.9rem;
  border-radius: 999px;
  overflow: hidden;
  background: var(--pb-line);
}
.level span {
  display: block;
  height: 100%;
  transform-origin: left;
  background: var(--pb-water-deep);
}
.words {
  list-style: none;
  margin: 0;
  padding: 0;
  columns: 22rem;
  column-gap: 2rem;
}
.words li {
  break-inside: avoid;
  min-height: 2.6rem;
}
.text {
  min-width: 9rem;
}
</style>
