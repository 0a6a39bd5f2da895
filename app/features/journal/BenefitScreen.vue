<script setup lang="ts">
import { isMain, type About, type Answer, type Outcome } from '#core/evidence'
import { useJournalStore } from '~/shared/store/journal'
import { useLibraryStore } from '~/shared/store/library'
import { useWorkspaceStore } from '~/shared/store/workspace'
import ChoiceField from '~/shared/ui/ChoiceField.vue'
import { plural } from '~/shared/words/numbers'
import AnswerPicture from './AnswerPicture.vue'
import JournalPlaces from './JournalPlaces.vue'
import { aboutPhrase, answerPhrase, outcomeName } from './benefitWords'
import { askBenefit } from '~/shared/evidence/benefitWorker'

/** Does it do me good? What the journal can answer, and what it cannot yet. */
const workspace = useWorkspaceStore()
const library = useLibraryStore()
const journal = useJournalStore()
useHead({ title: 'Does it help? · Pebblebrook' })
const answers = shallowRef<Answer[]>([])
const sessions = ref(0)
const failed = ref(false)
/** How often was asked: only the latest answer counts. */
let asks = 0
const working = ref(false)
async function look() {
  failed.value = false
  working.value = true
  const ask = (asks += 1)
  try {
    const answered = await askBenefit(workspace.workspace, journal.sessions)
    if (ask !== asks) return
    answers.value = answered.answers
    sessions.value = answered.sessions
  } catch {
    if (ask === asks) failed.value = true
  } finally {
    if (ask === asks) working.value = false
  }
}
watch(() => journal.sessions, look, { immediate: true })

const nameOf = (about: About): string => {
  if (about.kind === 'routine') {
    const named = library.routines.find(({ id }) => id === about.routineId)?.name
    return (
      named ?? journal.sessions.find(({ routineId }) => routineId === about.routineId)?.title ?? 'a deleted routine'
    )
  }
  return about.kind === 'form' ? (library.formsById.get(about.formId)?.name ?? 'a deleted form') : ''
}
const upper = (words: string) => words.charAt(0).toUpperCase() + words.slice(1)

/** What may be claimed: first of all practice, then what is most sure. */
const MOST_CLAIMS = 8
const claims = computed(() =>
  answers.value
    .filter(({ verdict, question }) => (verdict === 'better' || verdict === 'worse') && question.kind !== 'against')
    .sort(
      (one, other) =>
        Number(isMain(other.question)) - Number(isMain(one.question)) || Math.abs(other.gain) - Math.abs(one.gain),
    )
    .slice(0, MOST_CLAIMS),
)
const ripe = computed(() => answers.value.filter(({ verdict }) => verdict !== 'tooFew').length)

const keyOf = (about: About) => JSON.stringify(about)
const abouts = computed(() => {
  const seen = new Map<string, About>(answers.value.map(({ question }) => [keyOf(question.about), question.about]))
  return [...seen].map(([value, about]) => ({ value, name: upper(aboutPhrase(about, nameOf)) }))
})
const outcomes = computed(() =>
  [...new Set(answers.value.map(({ question }) => question.outcome))].map((value) => ({
    value,
    name: upper(outcomeName(value)),
  })),
)
const about = ref(keyOf({ kind: 'all' }))
const outcome = ref<Outcome>('calm')
watch(outcomes, (all) => {
  if (all.length > 0 && !all.some(({ value }) => value === outcome.value)) outcome.value = all[0]!.value
})
const asked = computed(() =>
  answers.value.filter(({ question }) => question.outcome === outcome.value && keyOf(question.about) === about.value),
)
const change = computed(() => asked.value.find(({ question }) => question.kind === 'change'))
const besides = computed(() => asked.value.filter(({ question }) => question.kind !== 'change'))
</script>

<template>
  <div class="stack">
    <div class="spread">
      <h1>Does it help?</h1>
      <JournalPlaces />
    </div>
    <p v-if="working && answers.length === 0" role="status">Reading the journal…</p>
    <p v-else-if="failed" role="alert">
      The journal could not be read just now.
      <Button label="Try again" size="small" severity="secondary" @click="look" />
    </p>
    <template v-else-if="answers.length === 0">
      <p>
        Nothing can be said yet. Say how you feel before and after some sessions: energy, calm, ease of body, or where
        it hurts. After about fifteen such sessions there are first answers.
      </p>
    </template>
    <template v-else>
      <section class="stack" aria-labelledby="said">
        <h2 id="said">What can be said</h2>
        <p v-if="claims.length === 0">
          Nothing stands out from chance so far. Of {{ plural(answers.length, 'question') }}, {{ ripe }} had sessions
          enough to be answered.
        </p>
        <ul v-else class="claims">
          <li v-for="(claim, index) in claims" :key="index">{{ answerPhrase(claim, nameOf) }}</li>
        </ul>
        <p class="small soft">
          We looked at {{ plural(answers.length, 'pattern') }} in {{ plural(sessions, 'session') }} and allowed for
          that: among journals in which nothing helps, about one in twenty would show anything here. It is about you,
          not about others, and no diagnosis; what hurts or worries you is for a doctor.
          <NuxtLink to="/journal/method">How this is worked out</NuxtLink>
        </p>
      </section>

      <section class="stack" aria-labelledby="ask">
        <h2 id="ask">Ask</h2>
        <div class="asking">
          <ChoiceField v-model="outcome" label="What changes" :options="outcomes" />
          <ChoiceField v-model="about" label="After" :options="abouts" />
        </div>
        <div class="stack" role="status">
          <template v-if="change">
            <p class="answer">{{ answerPhrase(change, nameOf) }}</p>
            <p v-for="(answer, index) in besides" :key="index">{{ answerPhrase(answer, nameOf) }}</p>
          </template>
          <p v-else>Too few to say: fewer than six sessions say it.</p>
        </div>
        <AnswerPicture v-if="change" :answer="change" :label="answerPhrase(change, nameOf)" />
        <p v-if="change && change.began.lower.sessions > 0" class="small soft">
          {{ plural(change.began.lower.sessions, 'session') }} began lower than usual: what is low mostly rises by
          itself. The mean above is taken as it would be from your usual beginning.
        </p>
        <p class="small">
          To learn whether one thing helps more than another, try both at random:
          <NuxtLink to="/journal/trials">compare two options</NuxtLink>.
        </p>
      </section>
    </template>
  </div>
</template>

<style scoped>
.claims {
  display: grid;
  gap: 0.5rem;
  padding-left: 1.2rem;
  list-style: disc;
}
.asking {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(16rem, 100%), 1fr));
  gap: 1rem;
  max-width: 40rem;
}
.answer {
  font-size: 1.15rem;
  max-width: 44rem;
}
</style>
