import js from '@eslint/js'
import ts from 'typescript-eslint'
import vue from 'eslint-plugin-vue'
import globals from 'globals'

/**
 * Imports run one way: web, widget → client → contract → core; server → contract, core; cli → server’s protocol, contract, core;
 * core → nothing of ours.
 * Each workspace lists what it may not reach; a folder is entered by its door, never past it.
 */
const OURS = ['core', 'contract', 'client', 'server', 'cli', 'web', 'widget', 'stand-ins', 'demo', 'bench', 'e2e']
const mayImport = {
  core: [],
  contract: ['core'],
  server: ['contract', 'core'],
  cli: ['core', 'contract', 'server'],
  client: ['contract'],
  web: ['contract', 'client'],
  widget: ['contract', 'client'],
  'stand-ins': ['core'],
  demo: ['contract'],
}

const arrows = Object.entries(mayImport).map(([from, allowed]) => ({
  files: [`${from}/**/*.{ts,vue}`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          ...OURS.filter((name) => name !== from && !allowed.includes(name)).map((name) => ({
            group: [`@parrot/${name}`, `@parrot/${name}/*`, `**/../${name}/**`],
            message: `${from} may not import ${name}.`,
          })),
          { group: ['@parrot/*/*/*'], message: 'Enter a folder by its door (index.ts).' },
          ...(from === 'core'
            ? [
                {
                  group: ['node:*', 'fs', 'http', 'fastify', 'vue', 'drizzle-orm', 'drizzle-orm/*'],
                  message: 'core has no file system, network, database or interface.',
                },
              ]
            : []),
        ],
      },
    ],
  },
}))

export default ts.config(
  { ignores: ['**/dist/**', '.cache/**', '**/node_modules/**', 'data/**', 'server/src/database/migrations/**'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    languageOptions: { globals: { ...globals.node, ...globals.browser } },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'vue/multi-word-component-names': 'off',
      // A component that is used and not imported is drawn as nothing, and no type tells.
      'vue/no-undef-components': ['error', { ignorePatterns: ['RouterLink', 'RouterView'] }],
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/attributes-order': 'off',
      'vue/require-default-prop': 'off',
    },
  },
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: ts.parser } } },
  {
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'fetch', 'window', 'document', 'process', 'setTimeout'],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'core has no clock of its own; take one.' },
        { object: 'Math', property: 'random', message: 'core is deterministic; take a seed.' },
      ],
    },
  },
  ...arrows,
  // Tests read the sample texts, talk to the stand-ins instead of the outside, and try the stores on a real server.
  {
    files: ['**/*.test.ts', 'server/testing/**', 'web/testing/**'],
    rules: { 'no-restricted-imports': 'off' },
  },
)
