<script setup lang="ts">
import { plainSpelling } from '#core/forms'
import SearchField from '~/shared/ui/SearchField.vue'

/** The groups of the settings, one press away, and each setting by any word of its name. */
const props = defineProps<{ root: HTMLElement | null }>()

/** Whatever has a name on the page: a group, a part of it, a field, one of a few, what can be pressed. */
const NAMED = 'h2, h3, label, legend, .choice > span, .field > span, button, a'
const LONGEST_NAME = 90
const MOST = 8
/** What a setting is looked for by, beside its own words. */
const ALSO: readonly (readonly [looked: string, name: string])[] = [
  ['dark', 'night'],
  ['bright', 'day'],
  ['volume loud', 'breath tone'],
  ['mute', 'silence'],
  ['letters size large', 'metres away'],
  ['backup save', 'export'],
  ['delete clear reset', 'erase'],
  ['restore', 'import'],
  ['speech speak language', 'voice'],
  ['streak', 'rest'],
  ['goal', 'aim'],
  ['tempo speed', 'breath'],
  ['clicker headset', 'remote'],
  ['illness injury pain', 'my body'],
]

interface Place {
  name: string
  group: string
  at: HTMLElement
}
const groups = shallowRef<Place[]>([])
const groupOf = (at: Element) => at.closest('section')?.querySelector('h2')?.textContent?.trim() ?? ''
function readGroups() {
  const headings = props.root?.querySelectorAll<HTMLElement>('h2') ?? []
  groups.value = [...headings].map((at) => ({ name: at.textContent!.trim(), group: '', at }))
}
// The groups stand below this: they come in the moments after it.
watch(() => props.root, readGroups, { immediate: true, flush: 'post' })
useMutationObserver(() => props.root, readGroups, { childList: true })

const asked = ref('')
/** Read off the page when it is asked for, so that nothing is named twice; and again for each group that comes while it is asked for. */
const found = computed<Place[]>(() => {
  const words = plainSpelling(asked.value).split(' ').filter(Boolean)
  if (words.length === 0 || !props.root || groups.value.length === 0) return []
  const places = new Map<string, Place>()
  for (const at of props.root.querySelectorAll<HTMLElement>(NAMED)) {
    const name = at.textContent!.trim().replace(/\s+/g, ' ')
    const group = groupOf(at)
    if (!name || name.length > LONGEST_NAME || places.has(`${group} ${name}`)) continue
    const plain = plainSpelling(name)
    const also = ALSO.filter(([, of]) => plain.includes(of)).map(([looked]) => looked)
    const said = [plain, plainSpelling(group), ...also].join(' ')
    if (words.every((word) => said.includes(word))) places.set(`${group} ${name}`, { name, group, at })
  }
  // What has the word in its own name comes before what only stands in a group of that name.
  const isOwn = ({ name }: Place) => words.every((word) => plainSpelling(name).includes(word))
  return [...places.values()].sort((one, other) => Number(isOwn(other)) - Number(isOwn(one))).slice(0, MOST)
})

let shown: HTMLElement | null = null
/** There, with the focus on what can be set, and a mark beside it until the next. */
function go({ at }: Place) {
  asked.value = ''
  shown?.classList.remove('sought')
  shown = at.closest<HTMLElement>('.field, .choice, fieldset, label') ?? at
  shown.classList.add('sought')
  const held = at instanceof HTMLLabelElement ? at.control : at.matches('button, a') ? at : null
  const control = held ?? shown.querySelector<HTMLElement>('input, button, [role=combobox], [role=slider]')
  if (!control || at.matches('h2, h3')) at.tabIndex = -1
  const target = at.matches('h2, h3') ? at : (control ?? at)
  target.focus({ preventScroll: true })
  shown.scrollIntoView({ block: at.matches('h2') ? 'start' : 'center' })
}
function takeFirst() {
  if (found.value[0]) go(found.value[0])
}
</script>

<template>
  <div class="places">
    <nav aria-label="Groups of settings">
      <a v-for="place in groups" :key="place.name" :href="`#${place.at.id}`" @click.prevent="go(place)">{{
        place.name
      }}</a>
    </nav>
    <search>
      <form @submit.prevent="takeFirst">
        <SearchField v-model="asked" placeholder="Find a setting" aria-label="Find a setting" />
      </form>
      <div v-if="asked.trim()" class="found sheet">
        <p class="small soft" role="status">
          {{ found.length === 0 ? 'No setting has that name.' : `${found.length} found; Enter goes to the first.` }}
        </p>
        <ul>
          <li v-for="place in found" :key="`${place.group} ${place.name}`">
            <button type="button" @click="go(place)">
              {{ place.name }} <span v-if="place.group !== place.name" class="soft small">{{ place.group }}</span>
            </button>
          </li>
        </ul>
      </div>
    </search>
  </div>
</template>

<style scoped>
.places {
  position: sticky;
  top: 0;
  z-index: 3;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 0.2rem 2rem;
  padding: 0.5rem 0;
  background: var(--pb-paper);
}
nav {
  display: flex;
  flex-wrap: wrap;
  gap: 0 1.4rem;
}
nav a {
  padding: 0.6rem 0;
  color: var(--pb-ink);
}
search {
  position: relative;
  width: min(100%, 17rem);
}
search input {
  width: 100%;
}
.found {
  position: absolute;
  top: 100%;
  right: 0;
  width: min(24rem, 92vw);
  padding: 0.6rem 0.8rem;
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.16);
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
.found button {
  width: 100%;
  min-height: 2.75rem;
  padding: 0.3rem 0.4rem;
  font: inherit;
  color: inherit;
  text-align: left;
  background: none;
  border: 0;
  border-radius: 8px;
  cursor: pointer;
}
.found button:hover {
  background: var(--pb-water);
}
@media (max-width: 640px) {
  /* The groups pass under a thumb in one row. */
  nav {
    flex-wrap: nowrap;
    overflow-x: auto;
    white-space: nowrap;
  }
  search {
    width: 100%;
  }
  .found {
    right: auto;
    left: 0;
  }
}
</style>
