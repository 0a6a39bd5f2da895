<script setup lang="ts">
import { FALSE_CLAIMS, TELLING_GAIN, WANTED_POWER } from '#core/evidence'
import { WANTED_RECALL } from '#core/plan'
import { percentPhrase } from '~/shared/words/numbers'
import JournalPlaces from './JournalPlaces.vue'

/** How the journal's answers are worked out, with the sources. */
useHead({ title: 'How it is worked out · Pebblebrook' })
</script>

<template>
  <article class="stack method">
    <div class="spread">
      <h1>How it is worked out</h1>
      <JournalPlaces />
    </div>
    <p>
      The journal can only answer for one person, from what that person said. It can be wrong, and it says how sure it
      is. It knows nothing of causes: that something is better after practice does not yet say that practice made it so.
    </p>
    <h2>Before against after</h2>
    <p>
      Each session that says how it was before and after gives one change, in steps of the five words (or points from 0
      to 10 of the worst pain). Were nothing there, a change up would be as likely as the same change down. So all signs
      are turned by chance, again and again: how often the sum comes to lie as far from nothing as yours says how likely
      yours is by chance alone. It asks nothing of the scale but that up and down can be told apart. (R. A. Fisher, The
      Design of Experiments, 1935.)
    </p>
    <h2>Days are alike to their neighbours</h2>
    <p>
      A good week gives five good changes that are no five proofs. Where changes that follow each other are alike, they
      are turned in blocks, the longer the more alike they are. (Carlstein, Annals of Statistics 14, 1986; Marriott and
      Pope, Biometrika 41, 1954.)
    </p>
    <h2>What is low rises by itself</h2>
    <p>
      Whoever begins worse than usual mostly ends better, with practice or without. So each change is taken as it would
      be from your usual beginning, by how changes fall with the beginning over all your sessions. And nothing is called
      better unless the sessions that did not begin low are better too. (Bland and Altman, British Medical Journal 308,
      1994.)
    </p>
    <h2>Many questions</h2>
    <p>
      Ask forty questions and two are answered yes by chance. So all are asked at once, those about all practice and the
      rest apart, and a yes must stand among all of them. (Benjamini and Hochberg, Journal of the Royal Statistical
      Society B 57, 1995.) In simulated journals in which nothing helps, at most about {{ percentPhrase(FALSE_CLAIMS) }}
      show any claim at all.
    </p>
    <h2>How sure, and how many</h2>
    <p>
      The reach given with each mean holds the true one 95 of 100 times; it is found by drawing sessions again and again
      from your own. (Efron and Tibshirani, An Introduction to the Bootstrap, 1993.) Before there are enough sessions to
      find a change of {{ TELLING_GAIN.calm }} step ({{ TELLING_GAIN.pain }} points of pain) in
      {{ percentPhrase(WANTED_POWER) }} of such journals, nothing is said but how many there are and about how many it
      takes. (Cohen, Statistical Power Analysis, 1988. Two points of pain: Farrar and others, Pain 94, 2001.)
    </p>
    <h2>From week to week</h2>
    <p>
      The practice of the seven days before a beginning is held against that of the seven days after it. Whoever
      practises more when feeling bad does so on both sides of a bad day; what practice brings lies on one side only.
    </p>
    <h2>A trial</h2>
    <p>
      Days go in pairs, and chance chooses which of each pair is the one and which the other; that alone can tell what
      brings what. Every day counts for what was asked of it, whatever was done, and a day without practice, or of which
      nothing was said, counts as no change. So a verdict is about asking for the one rather than the other. It is given
      once, when the trial is over: who looks every day finds something in the end.
    </p>
    <h2 id="keeping">What is due, and when</h2>
    <p>
      Each form that you learn or keep is reckoned to be lost little by little from the day it was last done, the slower
      the oftener it came back in time. A session tells by itself how it went: done, left early, or, if you press a key
      at the end, from memory or looked up. A form is to come back before it falls below
      {{ percentPhrase(WANTED_RECALL) }}; what you are learning after a few days at the latest, what you know after some
      weeks. The reckoning (FSRS-6, by the open library ts-fsrs) was fitted to people who learn words; that it serves
      for movements, and all limits, are our choice, and its percentages are no measurements of you.
    </p>
    <p class="small soft">
      The sources are named from memory. The limits of time of day, of length and of what is worth telling are our
      choice.
    </p>
    <p><NuxtLink to="/journal/good">Back to the answers</NuxtLink></p>
  </article>
</template>

<style scoped>
.method p {
  max-width: 44rem;
}
h2 {
  margin-top: 0.6rem;
}
</style>
