<script setup lang="ts">
import type { Archive } from '#core/formats'
import { incoming } from '~/shared/files/incoming'
import { usePersonStore } from '~/shared/store/person'
import { listPhrase, plural } from '~/shared/words/numbers'
import { dayPhrase } from '~/shared/words/time'

/** Everything of a person, looked at before it is taken. */
const props = defineProps<{ archive: Archive; notes: readonly string[] }>()
const emit = defineEmits<{ left: [] }>()
const person = usePersonStore()
const held = computed(() => {
  const { sessions, routines, forms } = props.archive.person
  return listPhrase([
    plural(sessions.length, 'session'),
    plural(routines.length, 'routine'),
    `${plural(forms.length, 'form')} of its own`,
  ])
})
async function take() {
  if (!(await person.takeArchive(props.archive))) return
  incoming.value = null
  await navigateTo('/settings')
}
</script>

<template>
  <section class="stack" aria-labelledby="brought">
    <h2 id="brought">Everything, from {{ dayPhrase(archive.exportedAt.slice(0, 10)) }}</h2>
    <p>It holds {{ held }}.</p>
    <p v-for="note in notes.slice(0, 3)" :key="note" class="soft">{{ note }} It stays as it is.</p>
    <p>Taken, it takes the place of everything kept here now; what is here now can be gone back to in My data.</p>
    <div class="row">
      <Button label="Take it" icon="pi pi-check" @click="take" />
      <Button label="Leave it" severity="secondary" @click="emit('left')" />
    </div>
  </section>
</template>
