import { fileURLToPath } from 'node:url'
import { Theme } from '@primeuix/themes'
import base from '@primevue/core/base/style'
import baseicon from '@primevue/icons/baseicon/style'
import button from 'primevue/button/style'
import confirmdialog from 'primevue/confirmdialog/style'
import dialog from 'primevue/dialog/style'
import iconfield from 'primevue/iconfield/style'
import inputnumber from 'primevue/inputnumber/style'
import inputtext from 'primevue/inputtext/style'
import message from 'primevue/message/style'
import select from 'primevue/select/style'
import selectbutton from 'primevue/selectbutton/style'
import slider from 'primevue/slider/style'
import textarea from 'primevue/textarea/style'
import toast from 'primevue/toast/style'
import togglebutton from 'primevue/togglebutton/style'
import toggleswitch from 'primevue/toggleswitch/style'
import virtualscroller from 'primevue/virtualscroller/style'
import type { Plugin } from 'vite'
import theme from '../app/assets/theme'

const FILE = fileURLToPath(new URL('../app/assets/controls.css', import.meta.url))

/** What the types of the library leave out. */
interface ControlStyle {
  name: string
  getStyleSheet: () => string
  getCommonThemeStyleSheet: () => string
  getThemeStyleSheet: () => string
}
const STYLES = [
  ...[base, inputnumber, inputtext, select, selectbutton, slider, textarea, toggleswitch, button],
  ...[confirmdialog, dialog, iconfield, message, toast, togglebutton, virtualscroller],
] as unknown as ControlStyle[]
/** Parts of controls that are never shown. */
const UNUSED = ['badge']
const NAMES = new Set([...STYLES.map(({ name }) => name), ...UNUSED])

/** The styles of all controls that are used, in the order in which the library itself would put them on a page. */
function controlsCss(): string {
  Theme.setTheme(theme)
  const plain = [base, baseicon] as unknown as ControlStyle[]
  const sheets = [
    ...plain.map((style) => style.getStyleSheet()),
    (base as unknown as ControlStyle).getCommonThemeStyleSheet(),
    ...STYLES.map((style) => style.getThemeStyleSheet()),
  ]
  return sheets.join('').replace(/<\/?style[^>]*>/g, '\n')
}

const LIBRARY = '@primeuix/styles/'
const EMPTY = '\0no-style'
/** What stands in a page for the parts of the library that work styles out: each control would look for its own again whenever it is mounted. */
const IN_PLACE: Record<string, string> = {
  '@primeuix/styled': `
    export const Theme = { isStyleNameLoaded: () => true, setLoadedStyleName() {}, setTheme() {} }
    export const ThemeService = { on() {}, off() {}, clear() {} }
    export const $dt = (token) => ({ name: '--p-' + token.replaceAll('.', '-') })`,
  '@primevue/core/base/style': `
    export default {
      ...{ name: 'base', classes: {}, inlineStyles: {} },
      ...{ load() {}, loadCSS() {}, loadStyle() {} },
      extend(own) { return { ...this, ...own } },
    }`,
}
const inPlaceOf = (id: string) => `\0in-place-of:${id}`
/**
 * The library works the controls' styles out of the theme in the browser, on every page anew; a build can do that once: a page gets a stylesheet like any
 * other, and nothing of what it was made from. A control whose styles would be missing stops the build.
 */
export const controlsStyled = (): Plugin => ({
  name: 'controls-styled',
  enforce: 'pre',
  resolveId(id) {
    if (id in IN_PLACE) return inPlaceOf(id)
    if (!id.startsWith(LIBRARY)) return undefined
    const name = id.slice(LIBRARY.length)
    if (!NAMES.has(name)) this.error(`The control “${name}” is used: its styles have to be in scripts/controlsCss.ts.`)
    return EMPTY
  },
  load(id) {
    if (id === EMPTY) return "export const style = ''"
    const inPlace = Object.keys(IN_PLACE).find((each) => inPlaceOf(each) === id)
    if (inPlace) return IN_PLACE[inPlace]
    return id.split('?')[0] === FILE ? controlsCss() : undefined
  },
})
