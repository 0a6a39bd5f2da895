<script setup lang="ts">
import { v4 as newUuid } from 'uuid'
import { splitInTwo, type SessionRecord } from '#core/journal'
import { useJournalStore } from '~/shared/store/journal'
import ChoiceField from '~/shared/ui/ChoiceField.vue'
import { durationPhrase } from '~/shared/words/time'
import { CHANGED_ELSEWHERE } from './journalWords'

/** One entry made two: after one of its forms, or after some minutes where it names none. */
const session = defineModel<SessionRecord | null>('session', { required: true })
const emit = defineEmits<{ keep: [parts: [SessionRecord, SessionRecord]] }>()
const journal = useJournalStore()
const steps = ref(1)
const minutes = ref<number | null>(null)
const fault = ref('')
const options = computed(() =>
  (session.value?.done.slice(0, -1) ?? []).map(({ formName }, at) => ({
    name: `${at + 1}. ${formName}`,
    value: at + 1,
  })),
)
watch(session, (chosen) => {
  fault.value = ''
  steps.value = Math.max(1, Math.floor((chosen?.done.length ?? 0) / 2))
  minutes.value = Math.round((chosen?.practisedSeconds ?? 0) / 120)
})
function keep() {
  if (!session.value) return
  if (!journal.isAsSeen(session.value)) return void (fault.value = CHANGED_ELSEWHERE)
  const after = options.value.length > 0 ? { steps: steps.value } : { seconds: (minutes.value ?? 0) * 60 }
  const parts = splitInTwo(session.value, after, newUuid())
  if (!parts)
    return void (fault.value = `Both must have some of the ${durationPhrase(session.value.practisedSeconds)} in them.`)
  session.value = null
  emit('keep', parts)
}
</script>

<template>
  <Dialog :visible="session !== null" modal header="Split into two" :draggable="false" @update:visible="session = null">
    <form class="stack" novalidate @submit.prevent="keep">
      <ChoiceField v-if="options.length > 0" v-model="steps" label="The first ends after" :options="options" />
      <div v-else class="field">
        <label for="split-minutes">Minutes of the first</label>
        <InputNumber v-model="minutes" input-id="split-minutes" :min="1" :max="1440" autofocus />
      </div>
      <p class="small soft">
        How it felt before stays with the first, how it felt after and the words with the second.
      </p>
      <p v-if="fault" class="fault" role="alert">{{ fault }}</p>
      <div class="row">
        <Button type="submit" label="Split" />
        <Button label="Cancel" severity="secondary" text @click="session = null" />
      </div>
    </form>
  </Dialog>
</template>
