import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'

const LINES = { code: 120, template: 120, ignoreUrls: true }

export default [
  { ignores: ['dist', 'node_modules', 'src/api/schema.gen.ts'] },
  ...ts.configs.recommended,
  ...vue.configs['flat/essential'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser } },
    rules: { 'vue/max-len': ['error', LINES] },
  },
  { files: ['**/*.ts'], rules: { 'max-len': ['error', { code: 120 }] } },
  { rules: { 'vue/multi-word-component-names': 'off' } },
]
