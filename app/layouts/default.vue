<script setup lang="ts">
import { goingTo } from '~/shared/ui/going'
import { isAmongKeys, isForPage } from '~/shared/ui/keys'
import { useSettingsStore } from '~/shared/store/settings'
import { useWorkspaceStore } from '~/shared/store/workspace'
import { plural } from '~/shared/words/numbers'

const workspace = useWorkspaceStore()
const { settings } = useSettingsStore()
const route = useRoute()

const SCREENS = [
  { to: '/', name: 'Today' },
  { to: '/week', name: 'Week' },
  { to: '/forms', name: 'Forms' },
  { to: '/routines', name: 'Routines' },
  { to: '/journal', name: 'Journal' },
  { to: '/settings', name: 'Settings' },
]
/** A mouse points before it presses: what it points at is fetched meanwhile. */
function fetchAhead({ pointerType }: PointerEvent, to: string) {
  if (pointerType === 'mouse') void preloadRouteComponents(to)
}
const isIn = (place: string, path: string) =>
  place === '/' ? path === '/' : path.startsWith(place) || (place === '/week' && path.startsWith('/seasons'))

/** Sessions under way in another tab, or interrupted: what tells of them is fetched when there are any. */
const SessionsUnderWay = defineAsyncComponent(() => import('~/features/follow/SessionsUnderWay.vue'))
const isUnderWay = ref(false)
async function lookForSessions() {
  isUnderWay.value = (await workspace.kept.all()).running.length > 0
}
watch(
  () => workspace.opened,
  (isOpen) => void (isOpen && lookForSessions()),
  { immediate: true },
)
onScopeDispose(
  workspace.tabs.listen((message) => {
    if (message.kind === 'changed' && (message.what === 'running' || message.what === 'all')) void lookForSessions()
  }),
)

/** Fetched by those who want to be reminded. */
const ReminderNote = defineAsyncComponent(() => import('~/shared/plan/ReminderNote.vue'))
/** What the keys are is fetched when it is asked for. */
const KeyMap = defineAsyncComponent(() => import('~/shared/ui/KeyMap.vue'))
const showsKeys = ref(false)
const asksForKeys = ref(false)
function showKeys() {
  asksForKeys.value = true
  showsKeys.value = true
}

async function leaveDemo() {
  await workspace.leaveDemo()
  await lookForSessions()
  await navigateTo('/')
}

// One key out of the demo, unless it is meant for a field.
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  // The remote page tries keys, so they must not do anything else there.
  if (route.path === '/remote') return
  if (event.key === '?' && isForPage(event) && !asksForKeys.value) showKeys()
  if (event.key === 'b' && isForPage(event) && !isAmongKeys(event) && workspace.workspace === 'demo') void leaveDemo()
})
</script>

<template>
  <div class="page">
    <a class="skip" href="#content">Skip to the content</a>
    <aside v-if="workspace.workspace === 'demo'" class="demo" aria-label="Demo">
      <span>Demo data: a bookbinder’s year</span>
      <Button size="small" text severity="secondary" aria-keyshortcuts="B" @click="leaveDemo"
        >Start with my own<kbd aria-hidden="true">B</kbd></Button
      >
    </aside>
    <header>
      <NuxtLink to="/" class="mark">Pebblebrook</NuxtLink>
      <nav aria-label="Places">
        <NuxtLink
          v-for="screen in SCREENS"
          :key="screen.to"
          :to="screen.to"
          :class="{ marked: isIn(screen.to, goingTo ?? route.path) }"
          :aria-current="isIn(screen.to, route.path) ? 'page' : undefined"
          @pointerenter="fetchAhead($event, screen.to)"
        >
          {{ screen.name }}
        </NuxtLink>
      </nav>
    </header>
    <ReminderNote v-if="workspace.opened && typeof settings.week?.reminds === 'number'" />
    <SessionsUnderWay v-if="isUnderWay" :key="workspace.workspace" />
    <LazyMessage v-if="workspace.unreadable.length > 0" severity="warn" class="unreadable">
      {{ plural(workspace.unreadable.length, 'stored thing') }} could not be read, and
      {{ workspace.unreadable.length === 1 ? 'stays' : 'stay' }} in this browser untouched.
      <NuxtLink to="/settings#data">Look at {{ workspace.unreadable.length === 1 ? 'it' : 'them' }}</NuxtLink>
    </LazyMessage>
    <main id="content" tabindex="-1">
      <slot />
    </main>
    <button type="button" class="keys by-keys" aria-keyshortcuts="?" @click="showKeys">Keys (?)</button>
    <KeyMap v-if="asksForKeys" v-model:open="showsKeys" />
  </div>
</template>

<style scoped>
.page {
  max-width: 76rem;
  margin: 0 auto;
  padding: 0 clamp(1rem, 3vw, 2.5rem) 5rem;
}
.skip {
  position: absolute;
  left: -999px;
}
.skip:focus {
  left: 1rem;
  top: 0.5rem;
  background: var(--pb-raised);
  padding: 0.5rem 1rem;
  z-index: 10;
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  justify-content: space-between;
  gap: 0.5rem 2rem;
  padding: 1.1rem 0 1.4rem;
}
.mark {
  font-weight: 700;
  font-size: 1.15rem;
  color: var(--pb-ink);
  text-decoration: none;
}
nav {
  display: flex;
  gap: 0.4rem;
}
nav a {
  color: var(--pb-ink);
  text-decoration: none;
  padding: 0.55rem 0.8rem;
  border-radius: 8px;
}
nav a:hover {
  background: var(--pb-water);
}
nav a.marked {
  font-weight: 700;
  box-shadow: inset 0 -4px 0 var(--pb-water-deep);
  border-radius: 8px 8px 0 0;
}
.demo {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1rem;
  align-items: center;
  font-size: 0.95rem;
  margin: 0 calc(-1 * clamp(1rem, 3vw, 2.5rem));
  padding: 0 clamp(1rem, 3vw, 2.5rem);
}
@media (max-width: 30rem) {
  .demo {
    column-gap: 0.4rem;
  }
  .demo :deep(.p-button) {
    padding-inline: 0.2rem;
  }
  .demo kbd {
    display: none;
  }
}
.unreadable {
  margin-bottom: 1rem;
}
.keys {
  display: block;
  margin: 3rem 0 0 auto;
  padding: 0.6rem 0.2rem;
  min-height: 2.75rem;
  font: inherit;
  font-size: 0.9rem;
  color: var(--pb-soft);
  background: none;
  border: 0;
  text-decoration: underline;
  text-decoration-color: var(--pb-line);
  text-underline-offset: 0.25em;
  cursor: pointer;
}
main:focus {
  outline: none;
}
@media (max-width: 640px) {
  header {
    padding-bottom: 0.8rem;
  }
  nav {
    position: fixed;
    inset: auto 0 0 0;
    z-index: 5;
    justify-content: space-between;
    gap: 0;
    background: var(--pb-raised);
    border-top: 1px solid var(--pb-line);
    padding: 0.2rem 0.3rem calc(0.2rem + env(safe-area-inset-bottom));
  }
  nav a {
    padding: 0.7rem 0.3rem;
    font-size: 0.9rem;
  }
}
@media (max-width: 350px) {
  nav a {
    padding-inline: 0.1rem;
    font-size: 0.78rem;
  }
}
</style>
