<script setup lang="ts">
import { TODAY_STATES, type TodayState } from '#core/compose'
import { useAnswered } from '~/shared/drawing/afterPicture'
import { isForPage } from '~/shared/ui/keys'
import { TODAY_WORDS } from '~/shared/words/body'
import { HAND_MINUTES } from './atHand'

/** The minutes at hand and how the body is: one press or one key each. */
const asked = defineModel<number | null>('minutes', { required: true })
const said = defineModel<TodayState[]>('states', { required: true })
const minutes = useAnswered(
  () => asked.value,
  (next) => (asked.value = next),
)
const states = useAnswered(
  () => said.value,
  (next) => (said.value = next),
)

const MINUTES = [...HAND_MINUTES, null] as const
/** The keys of the minutes are their places: 1 for the shortest, 7 for as planned. */
const STATE_KEYS: Record<TodayState, string> = { tired: 's', stiffBack: 'k', upset: 'u', lightHeaded: 'l' }
const FINE_KEY = 'f'
const KEY_OF: Record<string, () => void> = {
  ...Object.fromEntries(MINUTES.map((each, at) => [String(at + 1), () => (minutes.value = each)])),
  ...Object.fromEntries(TODAY_STATES.map((state) => [STATE_KEYS[state], () => toggle(state)])),
  [FINE_KEY]: () => (states.value = []),
}
function toggle(state: TodayState) {
  states.value = states.value.includes(state) ? states.value.filter((each) => each !== state) : [...states.value, state]
}
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  // Among the degrees of pain a digit is a degree.
  if (!isForPage(event) || (event.target as HTMLElement).closest('fieldset')) return
  const answer = KEY_OF[event.key.toLowerCase()]
  if (!answer) return
  event.preventDefault()
  answer()
})
</script>

<template>
  <div class="asks">
    <div role="group" aria-labelledby="at-hand" class="choices">
      <span id="at-hand" class="of">I have<span class="minutes"> minutes:</span></span>
      <button
        v-for="(each, at) in MINUTES"
        :key="at"
        type="button"
        :aria-pressed="minutes === each"
        :aria-keyshortcuts="String(at + 1)"
        :class="{ wide: each === null }"
        @click="minutes = each"
      >
        <template v-if="each === null">as planned</template>
        <template v-else>{{ each }}<span class="unit"> min</span></template
        ><kbd aria-hidden="true">{{ at + 1 }}</kbd>
      </button>
    </div>
    <div role="group" aria-labelledby="am" class="choices body">
      <span id="am" class="of">I am</span>
      <button
        type="button"
        :aria-pressed="states.length === 0"
        :aria-keyshortcuts="FINE_KEY.toUpperCase()"
        @click="states = []"
      >
        fine<kbd aria-hidden="true">{{ FINE_KEY.toUpperCase() }}</kbd>
      </button>
      <button
        v-for="state in TODAY_STATES"
        :key="state"
        type="button"
        :aria-pressed="states.includes(state)"
        :aria-keyshortcuts="STATE_KEYS[state].toUpperCase()"
        @click="toggle(state)"
      >
        {{ TODAY_WORDS[state] }}<kbd aria-hidden="true">{{ STATE_KEYS[state].toUpperCase() }}</kbd>
      </button>
    </div>
  </div>
</template>

<style scoped>
.asks {
  container-type: inline-size;
  display: grid;
  gap: 0.6rem;
}
.choices {
  display: grid;
  grid-template-columns: 4.5rem repeat(7, minmax(0, 7.5rem));
  align-items: end;
}
.of {
  align-self: center;
  font-weight: 600;
}
button {
  font: inherit;
  color: var(--pb-ink);
  min-height: 2.75rem;
  padding: 0.2rem 0.3rem;
  border: 0;
  border-bottom: 2px solid var(--pb-water-deep);
  border-radius: 8px 8px 0 0;
  background: none;
  cursor: pointer;
}
button:hover {
  background: var(--pb-water);
}
button[aria-pressed='true'] {
  background: var(--pb-water-deep);
  color: var(--pb-paper);
  font-weight: 650;
}
button:focus-visible {
  outline: 3px solid var(--pb-focus);
  outline-offset: 2px;
}
.minutes {
  display: none;
}
kbd {
  margin-left: 0.5rem;
}
/* On a phone, and where letters are large, each is one line, so that the offer below stays in view. */
@container (max-width: 46rem) {
  .choices {
    grid-template-columns: repeat(8, minmax(0, 1fr));
    align-items: stretch;
  }
  .of {
    grid-column: 1 / -1;
  }
  .minutes {
    display: inline;
  }
  .wide {
    grid-column: span 2;
  }
  .body {
    grid-template-columns: repeat(5, auto);
  }
  button {
    font-size: 0.9rem;
    line-height: 1.1;
  }
  kbd {
    display: none;
  }
  .unit {
    position: absolute;
    clip-path: inset(50%);
  }
}
</style>
