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
  getStyleSheet: () => string
  getCommonThemeStyleSheet: () => string
  getThemeStyleSheet: () => string
}
const STYLES = [
  ...[base, inputnumber, inputtext, select, selectbutton, slider, textarea, toggleswitch, button],
  ...[confirmdialog, dialog, iconfield, message, toast, togglebutton, virtualscroller],
] as unknown as ControlStyle[]

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

/**
 * The library works the controls' styles out of the theme in the browser, on every page anew; a build can do that once, and a page gets a stylesheet like any
 * other (the library's own `theme: 'none'` and `loadStyles: false`).
 */
export const controlsStyled = (): Plugin => ({
  name: 'controls-styled',
  enforce: 'pre',
  load: (id) => (id.split('?')[0] === FILE ? controlsCss() : undefined),
})
