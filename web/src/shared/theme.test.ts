import { nextTick } from 'vue'
import { beforeEach, expect, it, vi } from 'vitest'

beforeEach(() => {
  localStorage.clear()
  vi.resetModules()
  vi.unstubAllGlobals()
})
const load = () => import('./theme')
const shown = () => document.documentElement.dataset.theme

it('is light where nothing is set', async () => {
  expect((await load()).theme.value).toBe('light')
  expect(shown()).toBe('light')
})
it('follows the machine', async () => {
  vi.stubGlobal('matchMedia', () => ({ matches: true }))
  expect((await load()).theme.value).toBe('dark')
})
it('keeps what somebody chose, whatever the machine says', async () => {
  const { choose } = await load()
  choose('dark')
  await nextTick()
  expect(shown()).toBe('dark')
  vi.resetModules()
  expect((await load()).theme.value).toBe('dark')
  localStorage.setItem('yorvek theme', 'mauve')
  vi.resetModules()
  expect((await load()).theme.value).toBe('light')
})
