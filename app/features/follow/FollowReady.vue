<script setup lang="ts">
import { LEADERS, type Leader, type RunnerState } from '#core/runner'
import { hasUnlearned, versionsIn, type TodayVersion } from '#core/routine'
import type { Companion } from '#core/timeline'
import { useFollowStore } from '~/shared/session/follow'
import { useLibraryStore } from '~/shared/store/library'
import { lessonPhrase, STANCE_WORDS } from '~/shared/words/practice'
import { plural } from '~/shared/words/numbers'
import { durationPhrase } from '~/shared/words/time'
import BrookDrawing from '~/shared/drawing/BrookDrawing.vue'
import { openSecondScreen } from '~/shared/ui/secondScreen'
import FeltScales from '~/shared/ui/FeltScales.vue'
import FollowLooks from './FollowLooks.vue'
import HealthAsk from './HealthAsk.vue'
import WhoPractises from './WhoPractises.vue'

/** Before the first breath: what is coming, how it is now, and one key to begin. */
const props = defineProps<{ state: RunnerState; isShown: boolean }>()
defineEmits<{ begin: []; leave: [] }>()
const watchFirst = defineModel<boolean>('watchFirst', { required: true })
const follow = useFollowStore()
const LEADER_WORDS: Record<Leader, string> = {
  app: 'Automatic pace',
  self: 'I set the pace',
  breath: 'My breath sets the pace',
}
const LEADER_COMMANDS = { app: 'leadIt', self: 'leadMe', breath: 'leadBreath' } as const
/** How all of it is done today: of the versions that some form of it has. */
const PLANNED = 'planned'
const TODAY_WORDS = {
  seated: 'sitting',
  supported: 'holding a chair',
  higher: 'standing higher',
  weighted: 'with weights',
} as const
const KILOGRAMS = [0.25, 0.5, 0.75, 1, 1.5, 2].map((value) => ({ value, name: `${value} kg each` }))
const kilograms = ref(0.5)
const today = ref<string>(PLANNED)
const versions = versionsIn(props.state.plan.routine, props.state.plan.forms)
const todays = [
  { value: PLANNED, name: 'as planned' },
  ...versions.map((kind) => ({ value: kind as string, name: TODAY_WORDS[kind as keyof typeof TODAY_WORDS] })),
  ...(versions.includes('weighted') ? [{ value: 'plain', name: 'without weights' }] : []),
]
const library = useLibraryStore()
const lesson = lessonPhrase(library.series, props.state.plan.lesson)
const companions = ref<Companion[]>([])
/** Offered where a form of it is still being learned. */
const canLeadAsLearned = hasUnlearned(props.state.plan.routine, library.stageOf)
const leadsAsLearned = ref(false)
/** Ignore the health settings for this session only. */
const asWritten = ref(false)
const beginButton = ref<{ $el: HTMLElement } | null>(null)
const leaveButton = ref<{ $el: HTMLElement } | null>(null)
const cannotBegin = computed(() => Boolean(follow.led?.asksFirst))
// Focus comes with the page on its first load only; whoever comes from another screen finds it here too.
onMounted(() => (cannotBegin.value ? leaveButton : beginButton).value?.$el.focus())
watch([today, kilograms, leadsAsLearned, companions, asWritten], ([chosen, weight, learned, others, written]) => {
  follow.doToday({
    version: chosen === PLANNED ? null : (chosen as TodayVersion),
    weightKg: chosen === 'weighted' ? weight : undefined,
    leadsAsLearned: learned,
    companions: others,
    asWritten: written,
  })
})
const first = computed(() => props.state.timeline.occurrences[0])
</script>

<template>
  <div class="ready stack">
    <p class="title">{{ state.plan.routine.name }}</p>
    <p v-if="lesson">{{ lesson }}</p>
    <p v-if="!cannotBegin">
      {{ durationPhrase(state.timeline.totalSeconds) }} at my pace.
      <template v-if="first">It begins with {{ first.formName }}, {{ STANCE_WORDS[first.stance] }}.</template>
    </p>
    <BrookDrawing v-if="!cannotBegin" :timeline="state.timeline" size="small" />
    <HealthAsk v-if="follow.led" v-model="asWritten" :led="follow.led" :written="follow.written!" />
    <div class="row">
      <Button
        ref="beginButton"
        size="large"
        label="Start"
        icon="pi pi-play"
        autofocus
        :disabled="cannotBegin"
        @click="$emit('begin')"
      />
      <Button ref="leaveButton" size="large" label="Cancel" severity="secondary" text @click="$emit('leave')" />
      <Button size="large" label="Second screen" severity="secondary" text @click="openSecondScreen" />
      <p v-if="isShown">A second screen shows it too.</p>
    </div>
    <FeltScales v-model="follow.before" legend="How do you feel? (optional)" />
    <div class="how row">
      <fieldset>
        <legend>Who sets the pace</legend>
        <label v-for="leader in LEADERS" :key="leader">
          <input
            type="radio"
            name="lead"
            :value="leader"
            :checked="state.leader === leader"
            @change="follow.command(LEADER_COMMANDS[leader])"
          />
          {{ LEADER_WORDS[leader] }}
        </label>
      </fieldset>
      <div v-if="todays.length > 1" class="today">
        <label for="today">Today</label>
        <Select
          v-model="today"
          input-id="today"
          size="small"
          :options="todays"
          option-label="name"
          option-value="value"
          aria-label="How all of it is done today"
        />
        <Select
          v-if="today === 'weighted'"
          v-model="kilograms"
          size="small"
          :options="KILOGRAMS"
          option-label="name"
          option-value="value"
          aria-label="Wrist weights"
        />
      </div>
      <label><input v-model="watchFirst" type="checkbox" /> Watch a round first, then join</label>
      <label v-if="canLeadAsLearned">
        <input v-model="leadsAsLearned" type="checkbox" /> Lead each form as far as I have learned it
      </label>
    </div>
    <WhoPractises v-model="companions" />
    <p v-if="follow.unsaid.length > 0" class="soft" role="status">
      {{ plural(follow.unsaid.length, 'word or name', 'words and names') }} cannot be said now:
      {{ follow.unsaid.slice(0, 3).join(', ')
      }}{{ follow.unsaid.length > 3 ? `, and ${follow.unsaid.length - 3} more` : '' }}. Read them on the screen, or
      <NuxtLink :to="`/voice?routine=${state.plan.routine.id}`">record them in my own voice</NuxtLink>.
    </p>
    <p class="soft">
      Put the device where you can hear it: there is time to step back.
      <NuxtLink to="/remote">Try your remote</NuxtLink>
    </p>
    <FollowLooks />
    <p class="soft by-keys">
      Space starts and pauses. Arrows go on and back, plus and minus change the count, m fits the rest to the minutes I
      have, d stops the pace, u undoes the last change, escape ends.
    </p>
    <p class="soft by-touch">
      What changes a session lies at the foot of the screen: a pause, one more or one fewer, the minutes I have. The key
      of a headset pauses and goes on.
    </p>
  </div>
</template>

<style scoped>
.ready {
  max-width: 48rem;
  width: 100%;
  margin: auto;
  padding: 1.5rem;
  line-height: 1.45;
}
.title {
  font-size: clamp(1.8rem, 5vw, 3rem);
  font-weight: 700;
  line-height: 1.1;
}
.how {
  align-items: center;
  gap: 0.4rem 2rem;
}
.how fieldset {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1.2rem;
  border: 0;
  padding: 0;
  margin: 0;
}
.how legend {
  padding: 0;
  font-weight: 600;
}
.today {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem;
}
.how label {
  display: inline-flex;
  align-items: center;
  gap: 0.4rem;
  min-height: 2.6rem;
}
</style>
