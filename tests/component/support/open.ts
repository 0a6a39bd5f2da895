import { render, screen, within } from '@testing-library/vue'
import userEvent, { PointerEventsCheckLevel } from '@testing-library/user-event'
import { createPinia, setActivePinia } from 'pinia'
import Button from 'primevue/button'
import PrimeVue from 'primevue/config'
import ConfirmationService from 'primevue/confirmationservice'
import ConfirmDialog from 'primevue/confirmdialog'
import Dialog from 'primevue/dialog'
import InputNumber from 'primevue/inputnumber'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import Select from 'primevue/select'
import SelectButton from 'primevue/selectbutton'
import Slider from 'primevue/slider'
import Textarea from 'primevue/textarea'
import Toast from 'primevue/toast'
import ToastService from 'primevue/toastservice'
import ToggleSwitch from 'primevue/toggleswitch'
import { expect, vi } from 'vitest'
import type { Component } from 'vue'
import { createMemoryHistory, createRouter, RouterLink } from 'vue-router'
import { newPerson, type PersonData } from '#core/formats'
import { openWorkspace } from '~/shared/store/database'
import { replaceAll } from '~/shared/store/writing'
import { useStores } from '../../stores'
import { setRouter } from './nuxt'

const components = {
  Button,
  ConfirmDialog,
  Dialog,
  InputNumber,
  InputText,
  Message,
  Select,
  SelectButton,
  Slider,
  Textarea,
  Toast,
  ToggleSwitch,
  NuxtLink: RouterLink,
}

/** A Tuesday morning. */
const MORNING = new Date('2026-03-10T08:00:00Z')

/** The pages by their addresses, as Nuxt finds them: `forms/[id].vue` is `/forms/:id`. */
const routes = Object.entries(import.meta.glob('../../../app/pages/**/*.vue')).map(([file, component]) => {
  const path = file
    .replace(/^.*\/pages/, '')
    .replace(/\.vue$/, '')
    .replace(/\[(\w+)\]/g, ':$1')
  return { path: path.replace(/\/index$/, '') || '/', component: component as () => Promise<Component> }
})

/** The pages of the application as a person finds them: data in the browser's store, a page at its address, links that lead to the other pages. */
export async function openPage(path: string, person: Partial<PersonData> = {}, time = MORNING) {
  vi.useFakeTimers({ toFake: ['Date'], now: time })
  const database = await openWorkspace('own')
  const empty = newPerson()
  await replaceAll(database, { ...empty, ...person, settings: { ...empty.settings, ...person.settings } })
  database.close()
  const pinia = createPinia()
  setActivePinia(pinia)
  const stores = useStores()
  await stores.workspace.open()
  await stores.workspace.untilWhole()
  const router = createRouter({ history: createMemoryHistory(), routes })
  setRouter(router)
  await router.push(path)
  render(
    { template: '<main><RouterView /></main>' },
    { global: { plugins: [pinia, router, PrimeVue, ConfirmationService, ToastService], components } },
  )
  return { router, stores, ...hands() }
}

/** Wait until this holds: a moment, but for a busy machine. */
export const eventually = <T>(look: () => T) => vi.waitFor(look, { timeout: 60_000, interval: 20 })

/** The elements that may have a role, for the roles that are asked for most. */
const ELEMENTS: Record<string, string> = {
  button: 'button, [role=button]',
  heading: 'h1, h2, h3, h4',
  link: 'a[href]',
  region: 'section[aria-label], section[aria-labelledby]',
}
const labelOf = (element: Element) =>
  element.getAttribute('aria-label') ??
  (element.getAttribute('aria-labelledby') ?? '')
    .split(' ')
    .map((id) => (id ? (document.getElementById(id)?.textContent ?? '') : ''))
    .join(' ')
const textOf = (element: Element) => {
  const shown = element.cloneNode(true) as Element
  for (const hidden of shown.querySelectorAll('[aria-hidden=true]')) hidden.remove()
  return shown.textContent
}
const nameOf = (element: Element) => (labelOf(element) || textOf(element)).replace(/\s+/g, ' ').trim()
const isNamed = (element: Element, name: string | RegExp) =>
  typeof name === 'string' ? nameOf(element) === name : name.test(nameOf(element))

/** The one element of this role and name. Names are worked out simply: the full rules take a second on a large page. */
async function findNamed(part: () => HTMLElement, role: string, name: string | RegExp): Promise<HTMLElement> {
  const elements = ELEMENTS[role]
  if (!elements) return within(part()).findByRole(role, { name })
  return eventually(() => {
    const found = [...part().querySelectorAll<HTMLElement>(elements)].filter((each) => isNamed(each, name))
    expect(found.length, `${role} “${name}”`).toBe(1)
    return found[0]!
  })
}

/** What a person does and sees, on the whole page or within a part of it. */
function hands(part: () => HTMLElement = () => document.body) {
  const user = userEvent.setup({ pointerEventsCheck: PointerEventsCheckLevel.Never })
  const find = (role: string, name: string | RegExp) => findNamed(part, role, name)
  return {
    user,
    find,
    all: (role: string, name?: string | RegExp) => within(part()).queryAllByRole(role, { name }),
    press: async (name: string | RegExp, role = 'button') => user.click(await find(role, name)),
    fill: async (name: string | RegExp, words: string) => {
      const field = await within(part()).findByLabelText(name)
      await user.clear(field)
      await user.click(field)
      await user.paste(words)
      await user.tab()
    },
    choose: async (list: string | RegExp, option: string | RegExp) => {
      await user.click(await find('combobox', list))
      await user.click(await screen.findByRole('option', { name: option }))
    },
    /** The words that are shown come to hold these. */
    shows: (words: string | RegExp) => eventually(() => expect(wordsOf(part())).toMatch(asPattern(words))),
    lacks: (words: string | RegExp) => eventually(() => expect(wordsOf(part())).not.toMatch(asPattern(words))),
    /** The same within a named part. */
    within: async (role: string, name: string | RegExp) => {
      const found = await find(role, name)
      return hands(() => (found.isConnected ? found : within(part()).getByRole(role, { name })))
    },
  }
}
const wordsOf = (part: HTMLElement) => part.textContent.replace(/\s+/g, ' ')
const asPattern = (words: string | RegExp) =>
  typeof words === 'string' ? new RegExp(words.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')) : words
