<script setup lang="ts">
import type { NuxtError } from '#app'
import { exportAll } from '~/features/exchange/download'
import { usePersonStore } from '~/shared/store/person'

/** Where a screen could not be shown: what is kept is safe, and the ways out of here. */
const props = defineProps<{ error: NuxtError }>()
const person = usePersonStore()
const isMissing = computed(() => props.error.statusCode === 404)
const leave = (to: string) => clearError({ redirect: to })
</script>

<template>
  <main class="stack lost">
    <h1>{{ isMissing ? 'There is no such page' : 'This screen could not be shown' }}</h1>
    <p v-if="!isMissing">{{ error.message }}</p>
    <p>Nothing that is kept was changed by this.</p>
    <div class="row">
      <Button label="To Today" @click="leave('/')" />
      <Button label="To Settings" severity="secondary" @click="leave('/settings')" />
      <Button label="Export everything" severity="secondary" @click="exportAll(person)" />
    </div>
  </main>
</template>

<style scoped>
.lost {
  max-width: 40rem;
  margin: 4rem auto;
  padding: 0 1rem;
  overflow-wrap: anywhere;
}
</style>
