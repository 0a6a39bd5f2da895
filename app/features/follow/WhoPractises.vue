<script setup lang="ts">
import { COMPANION_LIMITS, COMPANION_VERSIONS, type Companion } from '#core/timeline'
import { useJournalStore } from '~/shared/store/journal'
import { COMPANION_WORDS } from '~/shared/words/practice'

/** Who else is in the room, and how each of them does it. Names that were in the journal before are offered. */
const companions = defineModel<Companion[]>({ required: true })
const journal = useJournalStore()
const known = computed(() => [
  ...new Set(journal.sessions.flatMap(({ companions: with_ = [] }) => with_.map(({ name }) => name))),
])
const id = useId()
const HOW = COMPANION_VERSIONS.map((value) => ({ value, name: COMPANION_WORDS[value] }))
/** As they are typed; only those with a name practise with me. */
const typed = ref<Companion[]>([])
watch(
  typed,
  (all) => {
    companions.value = all
      .map(({ name, version }) => ({ name: name.trim(), version }))
      .filter(({ name }) => name !== '')
  },
  { deep: true },
)
const fields = ref<HTMLElement | null>(null)
async function add() {
  typed.value.push({ name: '', version: 'seated' })
  await nextTick()
  fields.value?.querySelector<HTMLInputElement>('li:last-child input')?.focus()
}
</script>

<template>
  <div class="who" role="group" aria-label="Who practises with me">
    <ul v-if="typed.length > 0" ref="fields">
      <li v-for="(companion, index) in typed" :key="index" class="row">
        <InputText
          v-model="companion.name"
          :list="`${id}-names`"
          :maxlength="COMPANION_LIMITS.nameLength"
          :aria-label="`Name of companion ${index + 1}`"
          placeholder="Name"
          class="name"
        />
        <Select
          v-model="companion.version"
          :options="HOW"
          option-label="name"
          option-value="value"
          :aria-label="`How ${companion.name || `companion ${index + 1}`} does it`"
        />
        <Button
          icon="pi pi-times"
          severity="secondary"
          text
          :aria-label="`Without ${companion.name || `companion ${index + 1}`}`"
          @click="typed.splice(index, 1)"
        />
      </li>
    </ul>
    <Button
      v-if="typed.length < COMPANION_LIMITS.companions"
      size="small"
      severity="secondary"
      text
      icon="pi pi-user-plus"
      :label="typed.length === 0 ? 'Somebody practises with me' : 'And somebody else'"
      @click="add"
    />
    <datalist :id="`${id}-names`">
      <option v-for="name in known" :key="name" :value="name" />
    </datalist>
    <p v-if="companions.length > 0" class="small soft">
      What their versions change is said and shown with each form. The journal notes that they were there; their
      practice is not counted as mine.
    </p>
  </div>
</template>

<style scoped>
.who ul {
  display: grid;
  gap: 0.4rem;
}
.name {
  flex: 1 1 9rem;
  min-width: 0;
}
</style>
