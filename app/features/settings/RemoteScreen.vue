<script setup lang="ts">
import { actionOf, USUAL_REMOTE, usualActionOf, withRule, type RemoteAction, type RemoteInput } from '#core/runner'
import type { Settings } from '#core/formats'
import { keyInput, useRemoteInputs } from '~/shared/devices/remoteInputs'
import { useSettingsStore } from '~/shared/store/settings'
import { plural } from '~/shared/words/numbers'
import { ACTION_WORDS, inputPhrase } from '~/shared/words/commands'
import ActionChoice from './ActionChoice.vue'
import SimulatedRemote from '~/shared/devices/SimulatedRemote.vue'

/** Try and map whatever commands a session from afar. */
const { settings, saveSettings } = useSettingsStore()
useHead({ title: 'Try your remote · Pebblebrook' })
const remote = computed(() => settings.remote)
const save = (change: Partial<Settings['remote']>) => void saveSettings({ remote: { ...remote.value, ...change } })

/** The inputs that came, newest first. */
const came = ref<{ input: RemoteInput; at: number }[]>([])
let count = 0
const last = computed(() => came.value[0]?.input ?? null)
const doneBy = (input: string) => actionOf(input, remote.value.rules)
function receive(input: RemoteInput) {
  came.value = [{ input, at: (count += 1) }, ...came.value].slice(0, 6)
}
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  const target = event.target instanceof Element ? event.target : null
  if (event.ctrlKey || event.metaKey || event.altKey || event.key === 'Tab' || event.key === 'Shift') return
  if (
    target?.closest('[role=combobox], [role=listbox], input, textarea') ||
    (target?.closest('button, a, label') && /^( |Enter)$/.test(event.key))
  )
    return
  event.preventDefault()
  receive(keyInput(event))
})
const { clapFault } = useRemoteInputs(receive, () => ({ claps: remote.value.claps, media: true }))

const inputs = computed(() => [...new Set([...remote.value.rules, ...USUAL_REMOTE].map(({ input }) => input))])
const map = (input: RemoteInput, does: RemoteAction) => save({ rules: withRule(remote.value.rules, { input, does }) })
const KINDS = [
  { kind: 'key:', name: 'Keys and clickers' },
  { kind: 'media:', name: 'Headset and media keys' },
  { kind: 'pad:', name: 'Game controller' },
  { kind: 'clap:', name: 'Claps' },
  { kind: 'half:', name: 'The two halves of the screen' },
]
</script>

<template>
  <div class="stack">
    <h1>Try your remote</h1>
    <p>
      Press a key, a clicker, a headset button or a controller, or clap two or three times: what arrives is shown here,
      and what it does while following. Nothing happens on this page.
    </p>
    <div class="columns">
      <section class="stack" aria-labelledby="came">
        <h2 id="came">What came</h2>
        <div class="last" role="status">
          <template v-if="last">
            <p class="input">{{ inputPhrase(last) }}</p>
            <p>{{ ACTION_WORDS[doneBy(last) ?? 'nothing'] }}</p>
            <span class="row">
              <span>make it</span>
              <ActionChoice :model-value="doneBy(last)" label="make it" @update:model-value="map(last, $event)" />
            </span>
          </template>
          <p v-else class="soft">Nothing yet.</p>
        </div>
        <ol class="before">
          <li v-for="{ input, at } in came.slice(1)" :key="at" class="soft">
            {{ inputPhrase(input) }}: {{ ACTION_WORDS[doneBy(input) ?? 'nothing'].toLowerCase() }}
          </li>
        </ol>
        <SimulatedRemote @input="receive" />
        <label class="row">
          <ToggleSwitch :model-value="remote.claps" @update:model-value="save({ claps: $event })" />
          listen for claps while following
        </label>
        <p v-if="clapFault" class="fault" role="alert">{{ clapFault }}</p>
        <p class="small soft">The microphone is listened to for claps alone; nothing is recorded.</p>
        <label class="row">
          <ToggleSwitch :model-value="remote.halves" @update:model-value="save({ halves: $event })" />
          the two halves of the screen are buttons
        </label>
        <div class="field inline">
          <label for="minutes">“Fit to the minutes I have” from a remote means</label>
          <InputNumber
            :model-value="remote.minutesLeft"
            input-id="minutes"
            :min="1"
            :max="60"
            suffix=" minutes"
            show-buttons
            @update:model-value="$event !== null && save({ minutesLeft: $event })"
          />
        </div>
      </section>
      <section class="stack" aria-labelledby="map">
        <h2 id="map">What each does</h2>
        <div v-for="{ kind, name } in KINDS" :key="kind">
          <h3>{{ name }}</h3>
          <ul class="map">
            <li v-for="input in inputs.filter((each) => each.startsWith(kind))" :key="input">
              <span>
                {{ inputPhrase(input) }}
                <span v-if="doneBy(input) !== usualActionOf(input)" class="changed small">
                  usually: {{ ACTION_WORDS[usualActionOf(input) ?? 'nothing'].toLowerCase() }}
                  <Button
                    label="As usual"
                    size="small"
                    severity="secondary"
                    text
                    :aria-label="`${inputPhrase(input)} as usual`"
                    @click="map(input, usualActionOf(input) ?? 'nothing')"
                  />
                </span>
              </span>
              <ActionChoice
                :model-value="doneBy(input)"
                :label="inputPhrase(input)"
                @update:model-value="map(input, $event)"
              />
            </li>
          </ul>
        </div>
        <div v-if="remote.rules.length > 0" class="row">
          <span
            >{{ plural(remote.rules.length, 'input') }} {{ remote.rules.length === 1 ? 'does' : 'do' }} other than
            usual.</span
          >
          <Button label="All as usual again" severity="secondary" text @click="save({ rules: [] })" />
        </div>
      </section>
    </div>
  </div>
</template>

<style scoped>
.changed {
  display: block;
  color: var(--pb-clay);
}
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 24rem), 1fr));
  gap: 2rem 3rem;
  align-items: start;
}
.last {
  min-height: 8.5rem;
  padding: 0.8rem 1.2rem;
  background: var(--pb-water);
  border-radius: 14px;
}
.input {
  font-size: 2.2rem;
  font-weight: 700;
}
.before {
  margin: 0;
  padding-left: 1.2rem;
}
.inline :deep(.p-inputnumber-input) {
  width: 8rem;
}
.map {
  list-style: none;
  margin: 0;
  padding: 0;
}
.map li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 18rem);
  gap: 0.8rem;
  align-items: center;
  padding: 0.15rem 0;
}
</style>
