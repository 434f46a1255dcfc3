import { flushPromises, mount } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { createMemoryHistory, createRouter } from 'vue-router'
import { usePicked } from './usePicked'

vi.stubGlobal('CSS', { escape: (text: string) => text })
async function page(address: string) {
  const chosen = ref<number | null>(1)
  const scrolled = vi.fn()
  Element.prototype.scrollIntoView = scrolled
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [
      {
        path: '/',
        component: { setup: () => usePicked('load', chosen), template: '<p data-row="load 4"></p>' },
      },
    ],
  })
  await router.push(address)
  const shown = mount({ template: '<router-view />' }, { global: { plugins: [router] }, attachTo: document.body })
  await flushPromises()
  return { chosen, scrolled, router, shown }
}
it('chooses what was found, and brings it into view', async () => {
  const { chosen, scrolled, shown } = await page('/?pick=load%204')
  expect(chosen.value).toBe(4)
  expect(scrolled).toHaveBeenCalledOnce()
  shown.unmount()
})
it('leaves alone what another list has, and follows what is found later', async () => {
  const { chosen, router, shown } = await page('/?pick=part%204')
  expect(chosen.value).toBe(1)
  await router.push('/?pick=load%209')
  await flushPromises()
  expect(chosen.value).toBe(9)
  shown.unmount()
})
