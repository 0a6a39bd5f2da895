<script setup lang="ts">
import type { Archive } from '#core/formats'
import type { Merged, MergeItem } from '#core/merge'
import { incoming } from '~/shared/files/incoming'
import { mergedPersons } from '~/shared/files/reading'
import { noteSaved } from '~/shared/files/saved'
import { useLibraryStore } from '~/shared/store/library'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { plainCopy } from '~/shared/store/plainCopy'
import { listPhrase, plural } from '~/shared/words/numbers'
import { dayPhrase } from '~/shared/words/time'
import { LIST_NAMES, MERGE_KINDS, MERGE_WORDS, mergeItemWords } from './mergeWords'

/** Everything of a person, from another device or from before, looked at before it is taken: together with what is here, or in its place. */
const props = defineProps<{ archive: Archive; notes: readonly string[] }>()
const emit = defineEmits<{ left: []; taken: [words: string] }>()
const workspace = useWorkspaceStore()
const library = useLibraryStore()
const held = computed(() => {
  const { sessions, routines, forms } = props.archive.person
  return listPhrase([
    plural(sessions.length, 'session'),
    plural(routines.length, 'routine'),
    `${plural(forms.length, 'form')} of its own`,
  ])
})
const isEmptyHere = computed(() => {
  const { sessions, routines, forms, ways, stages } = workspace.data
  return [sessions, routines, forms, ways, stages].every((list) => list.length === 0)
})

/** What would become of everything, once it has been worked out. */
const merged = shallowRef<Merged | null>(null)
const fault = ref('')
const leave = shallowRef<ReadonlySet<string>>(new Set())
async function work(left: ReadonlySet<string>): Promise<Merged> {
  return mergedPersons(plainCopy(await workspace.marked()), plainCopy(props.archive), left)
}
onMounted(async () => {
  try {
    merged.value = await work(new Set())
  } catch (error) {
    fault.value = `The two could not be compared: ${error instanceof Error ? error.message : String(error)}`
  }
})
/** What changes here, kind by kind, and in each list by list. */
const groups = computed(() =>
  MERGE_KINDS.map((is) => ({
    is,
    lists: Object.entries(LIST_NAMES).flatMap(([list, [one, many]]) => {
      const items = (merged.value?.items ?? []).filter((item) => item.is === is && item.list === list)
      return items.length > 0 ? [{ list, items, name: plural(items.length, one, many) }] : []
    }),
  })).filter(({ lists }) => lists.length > 0),
)
/** So many of a list are shown one by one; more are taken or left together. */
const MOST_SHOWN = 200
const isTaken = ({ id }: MergeItem) => !leave.value.has(id)
function set(items: readonly MergeItem[], taken: boolean) {
  const next = new Set(leave.value)
  for (const { id } of items) {
    if (taken) next.delete(id)
    else next.add(id)
  }
  leave.value = next
}

const isTaking = ref(false)
async function take(together: boolean) {
  isTaking.value = true
  try {
    const all = together ? await work(leave.value) : props.archive
    const refusal = await workspace.takeArchive(all, together ? 'merge' : 'import')
    fault.value = refusal && `Not imported, and nothing was changed: ${refusal}. Make room, then import it again.`
    if (refusal) return
    // In its place, all of it lies in the file that it came from.
    if (!together) noteSaved()
    incoming.value = null
    emit('taken', together ? 'Both are together here.' : 'The archive is in.')
  } catch (error) {
    fault.value = `It could not be taken: ${error instanceof Error ? error.message : String(error)}`
  } finally {
    isTaking.value = false
  }
}
const counted = computed(() => (merged.value?.items ?? []).filter(isTaken).length)
</script>

<template>
  <section class="stack" aria-labelledby="brought">
    <h2 id="brought">Everything, from {{ dayPhrase(archive.exportedAt.slice(0, 10)) }}</h2>
    <p>It holds {{ held }}.</p>
    <p v-for="note in notes.slice(0, 3)" :key="note" class="soft">{{ note }} It stays as it is.</p>
    <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
    <template v-if="isEmptyHere">
      <p>Nothing of your own is here yet.</p>
      <div class="row">
        <Button label="Import" icon="pi pi-check" :loading="isTaking" @click="take(false)" />
        <Button label="Cancel" severity="secondary" @click="emit('left')" />
      </div>
    </template>
    <template v-else>
      <p v-if="!merged && !fault" role="status">Comparing it with your data…</p>
      <section v-if="merged" class="stack tight" aria-labelledby="together">
        <h3 id="together">Together with what is here</h3>
        <p v-if="groups.length === 0">Nothing of it is new here.</p>
        <div v-for="group in groups" :key="group.is" class="stack tight">
          <details v-for="{ list, items, name } in group.lists" :key="list" :open="items.length <= 6">
            <summary>
              {{ name }} {{ items.length === 1 ? MERGE_WORDS[group.is].one : MERGE_WORDS[group.is].many }}
            </summary>
            <ul class="items">
              <li v-if="items.length > 1">
                <label class="row">
                  <input
                    type="checkbox"
                    :checked="items.every(isTaken)"
                    :indeterminate="items.some(isTaken) && !items.every(isTaken)"
                    @change="set(items, !items.every(isTaken))"
                  />
                  all of them
                </label>
              </li>
              <li v-for="item in items.slice(0, MOST_SHOWN)" :key="item.id">
                <label class="row">
                  <input type="checkbox" :checked="isTaken(item)" @change="set([item], !isTaken(item))" />
                  {{ mergeItemWords(item, library.formsById) }}
                </label>
              </li>
              <li v-if="items.length > MOST_SHOWN" class="soft">and {{ items.length - MOST_SHOWN }} more</li>
            </ul>
          </details>
        </div>
        <p class="small soft">
          <template v-if="merged.staying > 0">
            {{ plural(merged.staying, 'thing') }} {{ merged.staying === 1 ? 'stays' : 'stay' }} as
            {{ merged.staying === 1 ? 'it is' : 'they are' }} here.
          </template>
          How far the screen is away, its look and the remote stay this device’s own.
        </p>
      </section>
      <p class="small soft">Either way, you can restore the present state in My data.</p>
      <div class="row">
        <Button
          v-if="groups.length > 0"
          :label="`Take ${plural(counted, 'change')}`"
          icon="pi pi-check"
          :loading="isTaking"
          :disabled="counted === 0"
          @click="take(true)"
        />
        <Button
          label="Put it in place of all that is here"
          severity="secondary"
          :disabled="isTaking"
          @click="take(false)"
        />
        <Button label="Cancel" severity="secondary" text @click="emit('left')" />
      </div>
    </template>
  </section>
</template>

<style scoped>
.items {
  display: grid;
  gap: 0.3rem;
  max-height: 22rem;
  margin: 0.4rem 0 0.6rem;
  padding: 0 0 0 1.2rem;
  overflow-y: auto;
}
.items .row {
  flex-wrap: nowrap;
}
.tight {
  gap: 0.5rem;
}
</style>
