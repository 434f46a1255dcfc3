import vue from '@vitejs/plugin-vue'
import { ElementPlusResolver } from 'unplugin-vue-components/resolvers'
import Components from 'unplugin-vue-components/vite'
import { defineConfig } from 'vite'

export default defineConfig({
  base: '/static/',
  // one way to speak, and nothing of it that is not used
  define: { __VUE_I18N_FULL_INSTALL__: false, __VUE_I18N_LEGACY_API__: false, __INTLIFY_PROD_DEVTOOLS__: false },
  plugins: [vue(), Components({ dts: false, dirs: [], resolvers: [ElementPlusResolver()] })],
  build: { chunkSizeWarningLimit: 900, emptyOutDir: true },
  server: { proxy: { '/api': 'http://127.0.0.1:8640' } },
})
