<script setup lang="ts">
import { workOf } from '#core/basics'
import { closeAfter, closingSecondsAfter, type ClosingKind } from '#core/compose'
import { useFollowStore } from '~/shared/session/follow'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { durationPhrase } from '~/shared/words/time'

/** A practice was done elsewhere, or without leading: here it is only closed, and goes into the journal with its closing. */
const library = useLibraryStore()
const { settings } = useSettingsStore()
const follow = useFollowStore()
const minutes = ref<number | null>(10)
const FORMS = ['three-sweeps', 'gather-to-the-belly', 'hands-on-the-belly', 'settle']
const wanted = computed(() => closingSecondsAfter((minutes.value ?? 0) * 60, settings.rules))
/** Steps of search: short enough that nobody waits for it. */
const CLOSE_WORK = 300_000

async function close(kind: ClosingKind) {
  if (!minutes.value) return
  const forms = FORMS.flatMap((id) => library.formsById.get(id) ?? [])
  const { forms: _, ...setting } = library.setting
  const routine = closeAfter(minutes.value * 60, kind, { ...setting, forms }, forms, workOf(CLOSE_WORK))
  if (!routine) return
  follow.prepare(routine, { elsewhereSeconds: minutes.value * 60 })
  await navigateTo('/follow')
}
</script>

<template>
  <section class="stack" aria-label="Only a closing">
    <div class="row">
      <label for="close-minutes">I practised</label>
      <InputNumber
        v-model="minutes"
        input-id="close-minutes"
        :min="1"
        :max="600"
        suffix=" min"
        show-buttons
        :step="5"
        class="minutes"
      />
      <Button severity="secondary" label="Close me" :disabled="!minutes" @click="close('gatherAndSettle')" />
      <Button severity="secondary" text label="Settle only" :disabled="!minutes" @click="close('settleOnly')" />
    </div>
    <p class="small soft">
      A closing of {{ durationPhrase(wanted) }} or a little more. Both go into the journal as one practice.
    </p>
  </section>
</template>

<style scoped>
.minutes {
  width: 8rem;
}
.minutes :deep(input) {
  width: 100%;
}
</style>
