import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'
import named from './lint/named.js'

/** It reads "1,67" as 1. */
const HALF_A_NUMBER = {
  selector: 'VDirectiveKey[name.name="model"] > VIdentifier.modifiers[name="number"]',
  message: 'v-model.number takes half of what was typed: use NumberInput.',
}
/** A block that is longer does two things. */
const BLOCKS = { template: 150, script: 150, skipBlankLines: true }
/** Words stand in src/messages; signs, symbols of the trade and units stand where they are. */
const SIGNS = ['(', ')', ',', '.', '&', '+', '-', '=', '*', '/', '#', '%', '!', '?', ':', '[', ']', '{', '}', '<', '>']
const MORE = ['·', '•', '‐', '–', '—', '−', '|', '×', '°', '²', '³', '⁴', '›', '…', '€', '±', '≤', ';', '●', '“', '”']
const UNITS = [
  'mm',
  'm²',
  'm',
  's',
  'min',
  'N/mm',
  'kN',
  'Hz',
  'α',
  'DXF',
  'SVG',
  'CSV',
  'Yorvek',
  'x',
  'y',
  'z',
  '1',
  '→',
]
const EXAMPLES = ['frame_width', "6004, 5990, 19' 10''"]
const WORDED = ['title', 'aria-label', 'aria-placeholder', 'aria-roledescription', 'aria-valuetext', 'placeholder']
const BARE = {
  allowlist: [...SIGNS, ...MORE, ...UNITS, ...EXAMPLES],
  attributes: { '/.+/': [...WORDED, 'label', 'hint', 'echo', 'save', 'alt'] },
  directives: ['v-text'],
}
const LINES = { code: 120, template: 120, ignoreUrls: true }

export default [
  { ignores: ['dist', 'node_modules', 'src/api/schema.gen.ts'] },
  ...ts.configs.recommended,
  ...vue.configs['flat/essential'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser } },
    rules: {
      'vue/max-len': ['error', LINES],
      'vue/max-lines-per-block': ['error', BLOCKS],
      'vue/no-restricted-syntax': ['error', HALF_A_NUMBER],
      'vue/no-bare-strings-in-template': ['error', BARE],
    },
  },
  { plugins: { own: { rules: { named } } } },
  { files: ['src/**/*.vue', 'src/**/*.ts'], ignores: ['**/*.test.ts'], rules: { 'own/named': 'error' } },
  { files: ['**/*.ts'], rules: { 'max-len': ['error', { code: 120 }] } },
  { rules: { 'vue/multi-word-component-names': 'off' } },
]
