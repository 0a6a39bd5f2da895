import { definePreset } from '@primeuix/themes'
import base from '@primeuix/themes/aura/base'
import button from '@primeuix/themes/aura/button'
import confirmdialog from '@primeuix/themes/aura/confirmdialog'
import dialog from '@primeuix/themes/aura/dialog'
import inputnumber from '@primeuix/themes/aura/inputnumber'
import inputtext from '@primeuix/themes/aura/inputtext'
import message from '@primeuix/themes/aura/message'
import select from '@primeuix/themes/aura/select'
import selectbutton from '@primeuix/themes/aura/selectbutton'
import slider from '@primeuix/themes/aura/slider'
import textarea from '@primeuix/themes/aura/textarea'
import toast from '@primeuix/themes/aura/toast'
import togglebutton from '@primeuix/themes/aura/togglebutton'
import toggleswitch from '@primeuix/themes/aura/toggleswitch'
import virtualscroller from '@primeuix/themes/aura/virtualscroller'

// Only what is used: the whole preset is 30 kB more on the first page.
const plain = {
  ...base,
  components: {
    button,
    confirmdialog,
    dialog,
    inputnumber,
    inputtext,
    message,
    select,
    selectbutton,
    slider,
    textarea,
    toast,
    togglebutton,
    toggleswitch,
    virtualscroller,
  },
}

/** Choices side by side: the chosen one is water, and bold. */
const choices = {
  light: {
    root: {
      background: '{surface.200}',
      checkedBackground: '{surface.200}',
      hoverBackground: '{surface.200}',
      borderColor: '{surface.200}',
      checkedBorderColor: '{surface.200}',
      color: '{surface.700}',
      hoverColor: '{surface.950}',
      checkedColor: '#ffffff',
    },
    content: { checkedBackground: '{primary.600}' },
  },
  dark: {
    root: {
      background: '{surface.800}',
      checkedBackground: '{surface.800}',
      hoverBackground: '{surface.800}',
      borderColor: '{surface.800}',
      checkedBorderColor: '{surface.800}',
      color: '{surface.100}',
      hoverColor: '{surface.0}',
      checkedColor: '#10201f',
    },
    content: { checkedBackground: '{primary.300}' },
  },
}

/** Quiet buttons, with contrast enough by day and by night. */
const buttons = {
  light: {
    root: {
      secondary: {
        background: '{surface.200}',
        hoverBackground: '{surface.300}',
        activeBackground: '{surface.300}',
        borderColor: '{surface.200}',
        hoverBorderColor: '{surface.300}',
        activeBorderColor: '{surface.300}',
        color: '{surface.900}',
        hoverColor: '{surface.950}',
        activeColor: '{surface.950}',
      },
    },
    text: {
      secondary: { hoverBackground: '{surface.200}', activeBackground: '{surface.300}', color: '{surface.700}' },
      danger: { hoverBackground: '{surface.200}', activeBackground: '{surface.300}', color: 'var(--pb-clay)' },
    },
  },
  dark: {
    root: {
      secondary: {
        background: '{surface.700}',
        hoverBackground: '{surface.600}',
        activeBackground: '{surface.600}',
        borderColor: '{surface.700}',
        hoverBorderColor: '{surface.600}',
        activeBorderColor: '{surface.600}',
        color: '{surface.50}',
        hoverColor: '{surface.0}',
        activeColor: '{surface.0}',
      },
    },
    text: {
      secondary: { hoverBackground: '{surface.700}', activeBackground: '{surface.600}', color: '{surface.100}' },
      danger: { hoverBackground: '{surface.700}', activeBackground: '{surface.600}', color: 'var(--pb-clay)' },
    },
  },
}

/** What is told, for a moment or for longer: on paper, in ink; its edge says of what kind it is. */
const toldWith = (borderColor: string) => ({
  background: 'var(--pb-raised)',
  borderColor,
  color: 'var(--pb-ink)',
  detailColor: 'var(--pb-ink)',
  shadow: '0 4px 14px 0 rgb(20 30 30 / 18%)',
  closeButton: { hoverBackground: 'var(--pb-water)', focusRing: { color: 'var(--pb-focus)', shadow: 'none' } },
})
const toldKinds = {
  info: toldWith('var(--pb-water-deep)'),
  success: toldWith('var(--pb-moss)'),
  warn: toldWith('var(--pb-clay)'),
  error: toldWith('var(--pb-clay)'),
}
const told = { colorScheme: { light: toldKinds, dark: toldKinds } }

/** What is amiss, and what cannot be taken back lightly, is clay. */
const clay = {
  50: '#fbf1e8',
  100: '#f3ddc9',
  200: '#e8c4a2',
  300: '#e0b075',
  400: '#bf7a40',
  500: '#a0562a',
  600: '#8a4a22',
  700: '#733d1c',
  800: '#5b3117',
  900: '#452512',
  950: '#2a160a',
}

/** Pebblebrook's own tokens: water for what can be done, stone and paper for the ground, at night on slate. */
const preset = definePreset(plain, {
  components: { button: { colorScheme: buttons }, togglebutton: { colorScheme: choices }, message: told, toast: told },
  primitive: {
    red: clay,
    borderRadius: { none: '0', xs: '3px', sm: '5px', md: '8px', lg: '12px', xl: '16px' },
  },
  semantic: {
    primary: {
      50: '#eef5f5',
      100: '#d5e6e6',
      200: '#b2d0d0',
      300: '#8bb6b7',
      400: '#5f979a',
      500: '#2f6f76',
      600: '#27606a',
      700: '#215058',
      800: '#1c4149',
      900: '#17343a',
      950: '#0d2024',
    },
    focusRing: { width: '3px', style: 'solid', color: 'var(--pb-focus)', offset: '2px' },
    colorScheme: {
      light: {
        surface: {
          0: '#fffdf9',
          50: '#f8f4ec',
          100: '#f4efe6',
          200: '#e7dfd1',
          300: '#d5cab7',
          400: '#b3a68f',
          500: '#857a68',
          600: '#635b4e',
          700: '#4b463d',
          800: '#35332d',
          900: '#26302f',
          950: '#172020',
        },
        primary: { color: '#27606a', contrastColor: '#ffffff', hoverColor: '#215058', activeColor: '#1c4149' },
        text: { color: '#26302f', hoverColor: '#172020', mutedColor: '#5a5a50', hoverMutedColor: '#35332d' },
        formField: { borderColor: '#857a68', hoverBorderColor: '#4b463d', placeholderColor: '#635b4e' },
      },
      dark: {
        surface: {
          0: '#ffffff',
          50: '#eae6da',
          100: '#d3d2c8',
          200: '#b3b6af',
          300: '#939a95',
          400: '#74807d',
          500: '#566463',
          600: '#435150',
          700: '#354241',
          800: '#2a3535',
          900: '#222c2d',
          950: '#1c2425',
        },
        primary: { color: '#9ccbcd', contrastColor: '#10201f', hoverColor: '#b2d6d8', activeColor: '#c7e2e3' },
        text: { color: '#eae6da', hoverColor: '#ffffff', mutedColor: '#b3b6af', hoverMutedColor: '#d3d2c8' },
        formField: { borderColor: '#74807d', hoverBorderColor: '#939a95', placeholderColor: '#b3b6af' },
      },
    },
  },
})

export default { preset, options: { darkModeSelector: '.night', cssLayer: false } }
