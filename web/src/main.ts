import '@fontsource/barlow/latin-400.css'
import '@fontsource/barlow/latin-500.css'
import '@fontsource/barlow/latin-600.css'
import '@fontsource/barlow/latin-700.css'
import './styles/tokens.css'
import './styles/base.css'
import './styles/controls.css'
import './shared/theme'
import { createApp } from 'vue'
import App from './frame/App.vue'
import { router } from './frame/router'
import { begun } from './shared/begun'

createApp(App).directive('begun', begun).use(router).mount('#app')
