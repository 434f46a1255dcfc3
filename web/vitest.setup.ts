import { config } from '@vue/test-utils'
import { i18n, readAll } from './src/messages'

await readAll()
config.global.plugins = [i18n]
