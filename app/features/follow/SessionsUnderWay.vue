<script setup lang="ts">
import { useFollowStore } from '~/shared/session/follow'
import { weekdayMomentPhrase } from '~/shared/words/time'

/** What was interrupted when the application was last closed, and what another tab follows. */
const follow = useFollowStore()
onMounted(() => follow.lookForInterrupted())

async function takeUp() {
  if (await follow.takeUp()) await navigateTo('/follow')
}
async function takeOver() {
  if (await follow.takeOver()) await navigateTo('/follow')
}
async function logIt() {
  await follow.logInterrupted()
  await navigateTo('/journal')
}
const interruptedAt = computed(() =>
  follow.interrupted ? weekdayMomentPhrase(follow.interrupted.running.aliveAtMs) : '',
)
</script>

<template>
  <section v-if="follow.interrupted" class="told sheet" aria-label="Interrupted session">
    <p>
      <strong>{{ follow.interrupted.running.plan.routine.name }}</strong> was interrupted on {{ interruptedAt }}.
    </p>
    <div class="row">
      <Button label="Resume it" @click="takeUp" />
      <Button label="Log what was done" severity="secondary" @click="logIt" />
      <Button label="Delete it" severity="secondary" text @click="follow.forgetInterrupted()" />
    </div>
  </section>
  <section v-if="follow.elsewhere" class="told sheet" aria-label="Session in another tab">
    <p>
      <strong>{{ follow.elsewhere.running.plan.routine.name }}</strong> is running in another tab.
    </p>
    <Button label="Take it over here" severity="secondary" @click="takeOver" />
  </section>
</template>
