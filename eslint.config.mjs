import withNuxt from './.nuxt/eslint.config.mjs'

/** The rooms of core, in the order in which the river runs: a room may use those before it, never those after it. */
const ROOMS = [
  'basics',
  'forms',
  'breath',
  'routine',
  'timeline',
  'runner',
  'journal',
  'evidence',
  'compose',
  'plan',
  'sound',
  'formats',
  'handover',
  'voice',
  'merge',
  'tables',
  'tools',
]

const OUTSIDE_CORE = {
  regex: '^(vue|pinia|nuxt|#imports|#app|~|@/|primevue|node:|fs|path|idb|comlink|#data|.*/(app|server|data)/)',
  message: 'core is pure: no interface, no Node, no storage, no shipped data.',
}

const roomRules = ROOMS.map((room, place) => ({
  files: [`core/${room}/**/*.ts`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          OUTSIDE_CORE,
          ...(place + 1 < ROOMS.length
            ? [
                {
                  regex: `(^|/)(${ROOMS.slice(place + 1).join('|')})(/|$)`,
                  message: `core/${room} lies upstream of this room; imports run one way.`,
                },
              ]
            : []),
        ],
      },
    ],
    'no-restricted-globals': [
      'error',
      ...['window', 'document', 'localStorage', 'performance', 'setTimeout', 'setInterval', 'process'].map((name) => ({
        name,
        message: 'core has no machine of its own.',
      })),
    ],
    'no-restricted-properties': [
      'error',
      { object: 'Date', property: 'now', message: 'Time is an argument.' },
      { object: 'Math', property: 'random', message: 'Chance is an argument.' },
      { object: 'Temporal', property: 'Now', message: 'Time is an argument.' },
    ],
  },
}))

/** The features of the application: each stands on core and shared, none on another. */
const FEATURES = [
  'today',
  'forms',
  'routines',
  'follow',
  'breath',
  'journal',
  'settings',
  'exchange',
  'series',
  'week',
  'seasons',
  'carry',
  'handover',
  'voice',
]

/** The rooms of app/shared, in the order in which they stand on one another. */
const SHARED_ROOMS = [
  'clock',
  'words',
  'store',
  'devices',
  'sound',
  'session',
  'drawing',
  'ui',
  'evidence',
  'files',
  'plan',
]

const noImport = (patterns) => ({ 'no-restricted-imports': ['error', { patterns }] })
const NO_PAGES = {
  regex: '(^~|\\.\\.)/(pages|layouts)/',
  message: 'Pages and layouts stand on features, not the other way.',
}

const appRules = [
  ...FEATURES.map((feature) => ({
    files: [`app/features/${feature}/**`],
    rules: noImport([
      NO_PAGES,
      {
        regex: `(features|\\.\\.)/(${FEATURES.filter((other) => other !== feature).join('|')})/`,
        message: 'A feature never imports another: what both need belongs in shared, or a page puts them together.',
      },
    ]),
  })),
  ...SHARED_ROOMS.map((room, place) => ({
    files: [`app/shared/${room}/**`],
    rules: noImport([
      NO_PAGES,
      { regex: '/features/', message: 'shared knows no feature.' },
      ...(place + 1 < SHARED_ROOMS.length
        ? [
            {
              regex: `(shared|\\.\\.)/(${SHARED_ROOMS.slice(place + 1).join('|')})/`,
              message: `app/shared/${room} lies upstream of this room; imports run one way.`,
            },
          ]
        : []),
    ]),
  })),
  {
    files: ['app/**'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'crypto', property: 'randomUUID', message: 'A page that is not secure has none: uuid has.' },
      ],
    },
  },
]

/** Names that were dropped for plain ones; docs/vocabulary.md has those. */
const DROPPED_NAMES = `
  createGate unkept unwritten takingUp twoTabs putBeside foreseen toldWorker isWhole hereOf soAt likeness
  falseShares evensOut judgeToday makeToday FormThere notch Notch
  Laid LaidWhat isLaidFor routineOfLaid Handed Brought readHanded writeHanded readBrought comingWith MendKind
`
  .trim()
  .split(/\s+/)

export default withNuxt(
  { ignores: ['.output/**', 'dist/**', '.nuxt/**', 'test-results/**', 'playwright-report/**'] },
  {
    rules: {
      eqeqeq: ['error', 'smart'],
      'no-console': 'error',
      'prefer-const': 'error',
      'vue/html-self-closing': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      'vue/no-v-html': 'error',
      'id-denylist': ['error', ...DROPPED_NAMES],
      'no-restricted-syntax': [
        'error',
        { selector: 'SpreadElement > ObjectExpression', message: 'Write the properties themselves.' },
        {
          selector: "VariableDeclarator[id.type='ArrayPattern'][init.type='ArrayExpression']",
          message: 'Declare each by itself.',
        },
      ],
    },
  },
  {
    files: ['**/*.ts', '**/*.vue'],
    rules: { '@typescript-eslint/no-explicit-any': 'error', '@typescript-eslint/consistent-type-imports': 'error' },
  },
  {
    files: ['scripts/**', 'bench/**', 'tests/reference/**', 'tests/unit/app/store/failing.test.ts'],
    rules: { 'no-console': 'off' },
  },
  ...roomRules,
  ...appRules,
)
