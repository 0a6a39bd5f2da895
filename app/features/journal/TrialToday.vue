<script setup lang="ts">
import { trialAsks, trialDays, trialRoutine } from '#core/evidence'
import { followStore } from '~/shared/session/followLater'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useSettingsStore } from '~/shared/store/settings'
import { armPhrase } from './trialWords'
import { useTrialNames } from './useTrialNames'

/** What the trials under way ask for today; one that was answered today is silent. */
const library = useLibraryStore()
const journal = useJournalStore()
const { settings } = useSettingsStore()
const names = useTrialNames()
const asked = computed(() =>
  journal.trials.flatMap((trial) => {
    const arm = trialAsks(trial, journal.today)
    const today = trialDays(trial, journal.sessions, journal.today, settings.dayEndsAtHour).find(
      ({ day }) => day === journal.today,
    )
    if (!arm || today?.kept === 'done') return []
    return [{ trial, phrase: armPhrase(trial, arm, names), routine: trialRoutine(trial, arm, library.routines) }]
  }),
)
async function begin(routine: NonNullable<ReturnType<typeof trialRoutine>>) {
  const follow = await followStore()
  follow.prepare(routine)
  await navigateTo('/follow')
}
</script>

<template>
  <section v-if="asked.length > 0" class="stack" aria-labelledby="trial-asks">
    <h2 id="trial-asks">My trial asks for</h2>
    <ul class="asked">
      <li v-for="{ trial, phrase, routine } in asked" :key="trial.id" class="spread">
        <p class="about">
          {{ phrase }} <NuxtLink class="small" to="/journal/trials">{{ trial.name }}</NuxtLink>
        </p>
        <Button
          v-if="routine"
          size="small"
          label="Practise it"
          :aria-label="`Practise ${phrase}`"
          @click="begin(routine)"
        />
        <p v-else class="small fault">Its routine was deleted.</p>
      </li>
    </ul>
    <p class="small soft">Enter how you feel before and after: that is what is compared.</p>
  </section>
</template>

<style scoped>
.asked {
  display: grid;
  gap: 0.8rem;
}
.about {
  flex: 1 1 14rem;
  min-width: 0;
  overflow-wrap: anywhere;
}
</style>
