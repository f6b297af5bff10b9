import stylistic from '@stylistic/eslint-plugin'
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript'
import { createNodeResolver, importX } from 'eslint-plugin-import-x'
import vue from 'eslint-plugin-vue'
import globals from 'globals'
import tseslint from 'typescript-eslint'
import vueParser from 'vue-eslint-parser'
import { belowProof, floors, serviceFloors, toolFolders } from './scripts/floors.mjs'
import { ownLines } from './scripts/own-lines.mjs'

const inCore = floor => `./core/${floor}`
const floorZones = [
  ...floors.map((floor, index) => ({
    target: inCore(floor),
    from: [...floors.slice(index + 1), 'proof'].map(inCore),
    message: `core/${floor}/ is a lower floor than what it imports here; the order is ${floors.join(', ')}.`,
  })),
  {
    target: './core/proof',
    from: floors.filter(floor => !belowProof.includes(floor)).map(inCore),
    message: 'core/proof/ stands on paper and marking alone.',
  },
  // The uppermost has nothing above it.
  ...serviceFloors.slice(0, -1).map((floor, index) => ({
    target: `./server/services/${floor}`,
    from: serviceFloors.slice(index + 1).map(above => `./server/services/${above}`),
    message: `server/services/${floor}/ is a lower floor than what it imports here; the order is ${serviceFloors.join(', ')}.`,
  })),
]

/** Who may import whom: the arrows of the architecture. Each zone names what its target must not reach. */
const folderZones = [
  {
    target: './core',
    from: ['./app', './server', './content', './tests', './scripts'],
    message: 'core/ is computation only and knows none of the rest.',
  },
  { target: './app', from: ['./server', './content', './tests', './scripts'], message: 'app/ knows core/ alone.' },
  { target: './server', from: ['./app', './tests', './scripts'], message: 'server/ knows core/ alone.' },
  {
    target: './server/services',
    from: ['./server/api', './server/http', './server/plugins', './server/tasks'],
    message: 'Services know the database, not HTTP.',
  },
  {
    target: './server/db',
    from: [
      './server/api',
      './server/http',
      './server/services',
      './server/plugins',
      './server/tasks',
      './server/content',
    ],
    message: 'server/db/ is the lowest layer of the server.',
  },
  { target: './server/api', from: ['./server/db', './server/content'], message: 'Handlers call services.' },
]

/** Nothing outside a tool's two folders names the tool, but its line in each of the two registries. */
const toolZones = toolFolders.map(tool => ({
  target: [
    './server/**/*',
    './core/!(tools)/**/*',
    './core/tools/!(registry).ts',
    `./core/tools/!(${tool})/**/*`,
    './app/!(components)/**/*',
    './app/components/!(tools)/**/*',
    './app/components/tools/!(screens).*',
    `./app/components/tools/!(${tool})/**/*`,
  ],
  from: [`./core/tools/${tool}/**/*`, `./app/components/tools/${tool}/**/*`],
  message: `Outside its folders nothing names the tool ${tool}: what is missing is a member of Tool (core/tools/tool.ts).`,
}))

const zones = [...floorZones, ...folderZones, ...toolZones]

/** What core/ must not touch besides our own folders: the interface, the server, the file system, the clock, chance. */
const impure = {
  'no-restricted-imports': [
    'error',
    {
      patterns: [
        {
          regex: '^(vue|nuxt|nitropack|h3|pinia|primevue|knex|node:|fs$|path$)',
          message: 'core/ is computation only.',
        },
      ],
    },
  ],
  'no-restricted-globals': [
    'error',
    'window',
    'document',
    'process',
    'fetch',
    'localStorage',
    'setTimeout',
    'setInterval',
    'performance',
  ],
  'no-restricted-properties': ['error', { object: 'Date', property: 'now' }, { object: 'Math', property: 'random' }],
  'no-restricted-syntax': [
    'error',
    {
      selector: 'NewExpression[callee.name="Date"][arguments.length=0]',
      message: 'Time comes into core/ as an argument.',
    },
  ],
}

/** The width of code and templates; `npm run format` keeps it. Sentences, addresses and patterns aren't broken. */
const width = {
  code: 120,
  ignoreStrings: true,
  ignoreTemplateLiterals: true,
  ignoreRegExpLiterals: true,
  ignoreUrls: true,
}

export default tseslint.config(
  { ignores: ['.nuxt/**', '.output/**', '.cache/**', 'node_modules/**', 'data/**', 'tests/fixtures/tools/**'] },
  ...tseslint.configs.recommended,
  ...tseslint.configs.stylistic,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.{ts,mts,mjs,vue}'],
    plugins: { 'import-x': importX, '@stylistic': stylistic, 'house': { rules: { 'own-lines': ownLines } } },
    languageOptions: {
      parser: vueParser,
      parserOptions: { parser: tseslint.parser, sourceType: 'module' },
      globals: { ...globals.node, ...globals.browser },
    },
    settings: {
      'import-x/resolver-next': [
        createTypeScriptImportResolver({ project: ['.nuxt/tsconfig.app.json', '.nuxt/tsconfig.server.json'] }),
        createNodeResolver(),
      ],
      'import-x/parsers': { '@typescript-eslint/parser': ['.ts'], 'vue-eslint-parser': ['.vue'] },
    },
    rules: {
      'import-x/no-restricted-paths': ['error', { zones }],
      'import-x/no-cycle': ['error', { ignoreExternal: true }],
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/consistent-type-definitions': 'off',
      'max-lines': ['error', 500],
      'house/own-lines': ['error', { most: 80, mostInAll: 330 }],
      // A switch counts once: a table of cases is read line by line.
      'complexity': ['error', { max: 20, variant: 'modified' }],
      '@stylistic/max-len': ['error', width],
      'eqeqeq': 'error',
      'no-console': 'error',
      'vue/multi-word-component-names': 'off',
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/attributes-order': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/html-indent': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/require-default-prop': 'off',
    },
  },
  { files: ['core/**/*.ts'], ignores: ['**/*.test.ts'], rules: impure },
  {
    files: ['**/*.vue'],
    rules: {
      'max-lines': ['error', 250],
      '@stylistic/max-len': 'off',
      'vue/max-len': ['error', { ...width, template: 120, ignoreHTMLTextContents: true }],
    },
  },
  // A test may look at what is built on its floor, and at any tool.
  {
    files: ['**/*.{test,fixture}.ts', 'server/testing/**'],
    rules: { 'import-x/no-restricted-paths': ['error', { zones: folderZones }] },
  },
  { files: ['scripts/**', 'tests/**'], rules: { 'no-console': 'off' } },
  {
    files: ['tests/**', '**/*.{test,fixture}.ts'],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off', 'house/own-lines': 'off', 'complexity': 'off' },
  },
)
