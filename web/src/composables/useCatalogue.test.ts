import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { message } from '../shared/job'
import { bareUnits } from '../shared/units'
import { forgetCatalogue, useCatalogue } from './useCatalogue'

beforeEach(forgetCatalogue)
afterEach(() => vi.unstubAllGlobals())
const body = { sections: [], materials: [{ id: 'S355' }], bare_units: { mm: { length: 'mm' } } }
async function shown() {
  const page = mount({
    setup: () => ({ known: useCatalogue() }),
    template: '<p>{{ known?.materials[0].id }}</p>',
  })
  await flushPromises()
  return page
}
it('is read once for all, and tells which unit a bare number is in', async () => {
  const asked = vi.fn(async () => new Response(JSON.stringify(body), { status: 200 }))
  vi.stubGlobal('fetch', asked)
  const page = await shown()
  expect([page.text(), bareUnits.value]).toEqual(['S355', { mm: { length: 'mm' } }])
  mount({ setup: () => ({ known: useCatalogue() }), template: '<p />' })
  await flushPromises()
  expect(asked).toHaveBeenCalledTimes(1)
})
it('says why it is not there, and is asked for anew by the next', async () => {
  const answers = [new Response('{"sentence":"Not now."}', { status: 503 }), new Response(JSON.stringify(body))]
  vi.stubGlobal('fetch', async () => answers.shift())
  const page = await shown()
  expect([page.text(), message.value]).toEqual(['', 'Not now.'])
  mount({ setup: () => ({ known: useCatalogue() }), template: '<p />' })
  await flushPromises()
  expect(page.text()).toBe('S355')
})
