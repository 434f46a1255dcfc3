import { config } from '@vue/test-utils'
import { i18n } from './src/messages'

config.global.plugins = [i18n]
