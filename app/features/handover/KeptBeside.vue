<script setup lang="ts">
import type { Unseen } from '#core/merge'
import { useLibraryStore } from '~/shared/store/library'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { momentPhrase } from '~/shared/words/time'
import { differenceWords, mergeItemWords } from './mergeWords'

/** Where two devices changed the same thing, the newer state stands; the other is kept here until it is chosen or let go. */
const workspace = useWorkspaceStore()
const library = useLibraryStore()
const states = shallowRef<Unseen[]>([])
const look = async () => void (states.value = await workspace.unseen())
onMounted(look)
watch(() => Object.values(workspace.data), look)

const wordsOf = ({ id, list, stands }: Unseen) =>
  mergeItemWords({ id, list, mine: stands, becomes: null }, library.formsById)
const whenOf = ({ at }: Unseen) => (at ? momentPhrase(Date.parse(at)) : 'some other time')

const said = ref('')
const heading = useTemplateRef<HTMLElement>('heading')
const last = shallowRef<Unseen | null>(null)
async function choose(state: Unseen, takes: boolean) {
  if (takes && !(await workspace.putState(state, state.value))) return
  await workspace.settle(state)
  last.value = takes ? state : null
  said.value = `${wordsOf(state)}: ${takes ? 'the other stands now' : 'it stays as it stands, and the other is gone'}.`
  await look()
  await nextTick()
  heading.value?.focus()
}
async function takeBack() {
  if (!last.value) return
  await workspace.putState(last.value, last.value.stands)
  said.value = `${wordsOf(last.value)}: as it stood.`
  last.value = null
  heading.value?.focus()
}
</script>

<template>
  <section v-if="states.length > 0 || said" class="stack" aria-labelledby="kept-beside">
    <h3 id="kept-beside" ref="heading" tabindex="-1">Changed on two devices</h3>
    <p v-if="states.length > 0">
      One state of each stands: the newer, where that is known. The other is kept here until you choose, and goes along
      with every export.
    </p>
    <p v-if="said" role="status">
      {{ said }}
      <Button v-if="last" label="Undo" size="small" severity="secondary" @click="takeBack" />
    </p>
    <ul v-if="states.length > 0" class="states">
      <li v-for="state in states" :key="`${state.id} ${state.stamp}`">
        <p>
          <strong>{{ wordsOf(state) }}</strong>. The other is of {{ whenOf(state) }}.
        </p>
        <ul v-if="differenceWords(state.stands, state.value).length > 0" class="small">
          <li v-for="line in differenceWords(state.stands, state.value)" :key="line">{{ line }}</li>
        </ul>
        <div class="row">
          <Button
            label="Take the other"
            size="small"
            severity="secondary"
            :aria-label="`Take the other: ${wordsOf(state)}`"
            @click="choose(state, true)"
          />
          <Button
            label="Keep what stands"
            size="small"
            severity="secondary"
            text
            :aria-label="`Keep what stands: ${wordsOf(state)}`"
            @click="choose(state, false)"
          />
        </div>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.states {
  display: grid;
  gap: 1rem;
  margin: 0;
  padding: 0;
  list-style: none;
  overflow-wrap: anywhere;
}
.states > li {
  display: grid;
  gap: 0.4rem;
}
</style>
