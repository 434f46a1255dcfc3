import vue from '@vitejs/plugin-vue'
import { ElementPlusResolver } from 'unplugin-vue-components/resolvers'
import Components from 'unplugin-vue-components/vite'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [
    vue(),
    Components({ dts: false, dirs: [], resolvers: [ElementPlusResolver({ importStyle: false, ssr: false })] }),
  ],
  test: {
    environment: 'jsdom',
    // no test holds a clock against a bound: a busy machine is only slower
    testTimeout: 120_000,
    // one page for all files: each with its own would read every module again, which took most of the time
    isolate: false,
    pool: 'threads',
    setupFiles: ['./vitest.setup.ts'],
    include: ['src/**/*.test.ts'],
    server: { deps: { inline: ['element-plus'] } },
  },
})
