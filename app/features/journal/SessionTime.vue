<script setup lang="ts">
import type { SessionRecord } from '#core/journal'
import { wallMs } from '~/shared/sound/clock'
import { usePersonStore } from '~/shared/store/person'
import { readTime, timeFields } from './elsewhereEntry'

/** When a session was, put right: a clock may have been wrong, or the hour remembered wrongly. */
const session = defineModel<SessionRecord | null>('session', { required: true })
const person = usePersonStore()
const fields = ref({ day: '', time: '' })
const fault = ref('')
watch(session, (chosen) => {
  fault.value = ''
  if (chosen) fields.value = timeFields(chosen)
})
async function keep() {
  if (!session.value) return
  const read = readTime(session.value, fields.value, wallMs())
  if (!read.ok) return void (fault.value = read.fault)
  session.value = null
  await person.putSession(read.record)
}
</script>

<template>
  <Dialog :visible="session !== null" modal header="When it was" :draggable="false" @update:visible="session = null">
    <form class="stack" novalidate @submit.prevent="keep">
      <p class="soft">
        By the clock in {{ session?.timeZone.replaceAll('_', ' ') }}. How long it lasted stays as it is.
      </p>
      <div class="row">
        <div class="field">
          <label for="session-day">Day</label>
          <InputText id="session-day" v-model="fields.day" type="date" autofocus />
        </div>
        <div class="field">
          <label for="session-time">Time</label>
          <InputText id="session-time" v-model="fields.time" type="time" />
        </div>
      </div>
      <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
      <div class="row">
        <Button type="submit" label="Keep it" />
        <Button label="Leave it" severity="secondary" text @click="session = null" />
      </div>
    </form>
  </Dialog>
</template>
