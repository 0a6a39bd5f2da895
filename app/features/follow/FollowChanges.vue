<script setup lang="ts">
import { actionOf, USUAL_REMOTE, type RemoteAction } from '#core/runner'
import { useFollowStore } from '~/shared/session/follow'
import { useSettingsStore } from '~/shared/store/settings'
import { openSecondScreen } from '~/shared/ui/secondScreen'
import { ACTION_WORDS, inputPhrase } from '~/shared/words/commands'
import FollowLooks from './FollowLooks.vue'

/** All changes of mind, by name, each with its key. */
const visible = defineModel<boolean>({ required: true })
const emit = defineEmits<{ act: [action: RemoteAction]; simulate: [] }>()
const follow = useFollowStore()
const { settings } = useSettingsStore()

const GROUPS: { name: string; actions: RemoteAction[] }[] = [
  { name: 'This form', actions: ['again', 'linger', 'otherSide', 'watchFirst'] },
  { name: 'Pace', actions: ['slower', 'faster'] },
  { name: 'In between', actions: ['shakeOut', 'rest'] },
  { name: 'Stance', actions: ['sitDown', 'standUp', 'standHigher', 'standLower'] },
  { name: 'The rest of it', actions: ['minutesLeft', 'closeNow', 'dizzy'] },
]
const LEADERS = [
  { action: 'leadIt', leader: 'app' },
  { action: 'leadMe', leader: 'self' },
  { action: 'leadBreath', leader: 'breath' },
] as const

/** The key that does it, as I mapped it. */
function keyOf(action: RemoteAction): string {
  const { rules } = settings.remote
  const inputs = [...rules, ...USUAL_REMOTE].map(({ input }) => input).filter((input) => input.startsWith('key:'))
  const input = inputs.find((each) => actionOf(each, rules) === action)
  return input ? inputPhrase(input) : ''
}
function act(action: RemoteAction) {
  visible.value = false
  emit('act', action)
}
</script>

<template>
  <Dialog v-model:visible="visible" modal header="Change the session" :draggable="false" class="changes-dialog">
    <div class="groups">
      <section v-for="group in GROUPS" :key="group.name" :aria-label="group.name">
        <h3>{{ group.name }}</h3>
        <button v-for="action in group.actions" :key="action" type="button" class="change" @click="act(action)">
          <span>{{ action === 'linger' && follow.state?.lingering ? 'Move on' : ACTION_WORDS[action] }}</span>
          <kbd v-if="keyOf(action)">{{ keyOf(action) }}</kbd>
        </button>
      </section>
      <section aria-label="Who sets the pace">
        <h3>Who sets the pace</h3>
        <button
          v-for="{ action, leader } in LEADERS"
          :key="action"
          type="button"
          class="change"
          :aria-pressed="follow.state?.leader === leader"
          @click="act(action)"
        >
          {{ ACTION_WORDS[action] }}
        </button>
        <p class="soft">My breath is read off a simulated belt here: no real one is connected.</p>
      </section>
      <section aria-label="Display">
        <h3>Display</h3>
        <button type="button" class="change" @click="((visible = false), emit('simulate'))">Simulated remote</button>
        <button type="button" class="change" @click="((visible = false), openSecondScreen())">Second screen</button>
      </section>
      <section aria-labelledby="looks">
        <h3 id="looks">How it looks</h3>
        <FollowLooks />
      </section>
    </div>
  </Dialog>
</template>

<style scoped>
.groups {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(13rem, 1fr));
  gap: 0.6rem 1.6rem;
  width: min(46rem, 80vw);
}
h3 {
  font-size: 1rem;
  margin: 0.2rem 0;
}
.change {
  font: inherit;
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 0.6rem;
  width: 100%;
  min-height: 2.8rem;
  margin-bottom: 0.3rem;
  padding: 0.3rem 0.8rem;
  text-align: left;
  color: var(--pb-ink);
  background: var(--pb-raised);
  border: 1px solid var(--pb-line);
  border-radius: 8px;
  cursor: pointer;
}
.change:hover {
  background: var(--pb-water);
}
.change[aria-pressed='true'] {
  border: 2px solid var(--pb-water-deep);
  font-weight: 650;
}
kbd {
  font-size: 0.85rem;
  border: 1px solid var(--pb-line);
  border-radius: 4px;
  padding: 0 0.35rem;
}
</style>
