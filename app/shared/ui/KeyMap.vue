<script setup lang="ts">
import { useFocusBack } from './focusBack'
import { isForPage } from './keys'

/** The keys of every screen, on "?"; those of the screen that stands now come first. */
const open = defineModel<boolean>('open', { required: true })
const focusBack = useFocusBack(open)
const route = useRoute()

interface Place {
  name: string
  isHere: (path: string) => boolean
  keys: [key: string, what: string][]
}
const PLACES: Place[] = [
  {
    name: 'Today',
    isHere: (path) => path === '/',
    keys: [
      ['1 to 6', 'so many minutes, from the shortest'],
      ['7', 'as planned'],
      ['F S K U L', 'how the body is: fine, tired, sore back, upset, dizzy'],
      ['N', 'another routine'],
      ['G', 'take the small change that is offered'],
      ['Enter', 'start, when Start has the focus'],
    ],
  },
  {
    name: 'A routine',
    isHere: (path) => /^\/routines\/[^/]+$/.test(path),
    keys: [
      ['/', 'all that can be done: a form’s first letters add it, a number fits it to so many minutes'],
      ['Enter', 'on a step: all about it'],
      ['+ −', 'on a step: more or fewer'],
      ['Alt ↑ ↓', 'on a step: earlier or later'],
      ['Shift ↑ ↓', 'on a step: choose several'],
      ['D', 'on a step: double it'],
      ['X P O', 'on a step: leave it out, pin its count, make it optional'],
      ['Delete', 'on a step: remove it'],
      ['Ctrl Z, Ctrl Y', 'undo, redo'],
    ],
  },
  {
    name: 'Following',
    isHere: () => false,
    keys: [
      ['Space', 'start, pause, resume'],
      ['← →', 'back, next'],
      ['+ −', 'one more, one fewer'],
      ['M', 'fit the rest to the minutes I have'],
      ['D', 'dizzy: all pacing is dropped'],
      ['U', 'take the last change back'],
      ['Escape', 'end'],
    ],
  },
  {
    name: 'Everywhere',
    isHere: () => false,
    keys: [
      ['?', 'these keys'],
      ['Escape', 'close what has opened'],
    ],
  },
]
const places = computed(() =>
  [...PLACES].sort((one, other) => Number(other.isHere(route.path)) - Number(one.isHere(route.path))),
)
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (event.key !== '?' || !isForPage(event)) return
  event.preventDefault()
  open.value = true
})
</script>

<template>
  <Dialog
    v-model:visible="open"
    modal
    dismissable-mask
    header="Keys"
    :pt="{ content: { tabindex: 0 } }"
    :style="{ width: 'min(44rem, 94vw)' }"
    @after-hide="focusBack"
  >
    <div class="stack">
      <section v-for="place in places" :key="place.name" :aria-labelledby="`keys-${place.name}`">
        <h3 :id="`keys-${place.name}`">{{ place.name }}</h3>
        <dl class="facts">
          <template v-for="[key, what] in place.keys" :key="key">
            <dt>
              <kbd>{{ key }}</kbd>
            </dt>
            <dd>{{ what }}</dd>
          </template>
        </dl>
      </section>
    </div>
  </Dialog>
</template>

<style scoped>
h3 {
  margin-bottom: 0.4rem;
}
kbd {
  /* Whoever asks for the keys has some. */
  display: inline;
  font-size: inherit;
  font-weight: 650;
  color: var(--pb-ink);
}
</style>
