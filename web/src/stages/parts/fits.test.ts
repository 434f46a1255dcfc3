import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, expect, it, vi } from 'vitest'
import { job, me } from '../../shared/job'
import { unit } from '../../shared/units'
import Fits from './Fits.vue'
import FitSideFields from './FitSideFields.vue'
import { blank, byOf, said } from './fits'

const result = (name: string, more: object = {}) => ({
  name,
  level: 'fits',
  least_mm: 0.2,
  nominal_mm: 0.5,
  most_mm: 0.8,
  words: 'goes in and moves',
  mend: '',
  rows: ['goes in: as given, 20 mm'],
  thick: [],
  bolt: '',
  ...more,
})
const hinge = { ...blank.pin(), name: 'hinge' }
const sent = vi.fn()
beforeEach(() => {
  sent.mockReset()
  unit.value = 'mm'
  vi.stubGlobal('fetch', async (path: string, asked: { body: string }) => {
    if (path.endsWith('/quantity')) return new Response('{"text_mm":"","text_in":""}', { status: 200 })
    if (path.endsWith('/catalogue')) return new Response('{"sections":[],"materials":[]}', { status: 200 })
    sent(JSON.parse(asked.body).spec.fits)
    return new Response('{"changes":null}', { status: 200 })
  })
  me.value = { may_write: true } as never
  job.value = {
    job: { id: 3, version: 2, spec: { fits: [hinge] } },
    parts: [],
    members: [],
    profiles: [],
    figures: {
      fits: [result('hinge', { level: 'stop', words: 'does not go in', mend: 'a bore of 20 mm' })],
      fit_offers: { holes: [{ value: 'S1|hole', words: 'S1, ⌀30' }], joints: [] },
    },
  } as never
})

it('says the play at its least and its most, why it does not go, and what mends it', () => {
  const shown = mount(Fits)
  const cells = shown.findAll('tbody td').map((c) => c.text())
  expect(cells[1]).toBe('0.2 … 0.8')
  expect(cells[2]).toContain('does not go in')
  expect(cells[4]).toContain('a bore of 20 mm')
})
it('says play in thousandths of an inch, and of a stack alone how thick it is', async () => {
  unit.value = 'in'
  job.value!.figures.fits = [
    result('hinge'),
    result('bolt', { least_mm: null, most_mm: null, thick: [24, 25.4, 27] }),
  ] as never
  const plays = mount(Fits)
    .findAll('td.num')
    .map((c) => c.text())
  expect(plays).toEqual(['0.008 … 0.031', '0.945 … 1.000 … 1.063'])
})
it('adds one beside those there are, and asks its name first', async () => {
  const shown = mount(Fits)
  await shown.find('h2 + div button').trigger('click')
  expect(shown.find('form.panel button[type=submit]').attributes('disabled')).toBeDefined()
  await shown.find('#fit-name').setValue('axle')
  await shown.find('form.panel').trigger('submit')
  await flushPromises()
  expect(sent.mock.lastCall![0].map((f: { name: string }) => f.name)).toEqual(['hinge', 'axle'])
  expect(shown.find('form.panel').exists()).toBe(false)
})
it('is led to from what the audit found, with the hand in its form', async () => {
  vi.stubGlobal('CSS', { escape: (text: string) => text })
  const shown = mount(Fits, { attachTo: document.body })
  await (shown.vm as unknown as { lead: (asked: string) => Promise<void> }).lead('fits.0')
  const name = shown.find('#fit-name').element as HTMLInputElement
  expect(name.value).toBe('hinge')
  expect(document.activeElement).toBe(name)
  shown.unmount()
})
it('takes away the one that is meant, and leaves readers alone', async () => {
  const shown = mount(Fits)
  await shown.find('[aria-label="Take away hinge"]').trigger('click')
  await flushPromises()
  expect(sent).toHaveBeenLastCalledWith([])
  me.value = { may_write: false } as never
  expect(mount(Fits).find('[aria-label="Take away hinge"]').exists()).toBe(false)
})
it('offers holes and joints only where there are any, and forgets what was said by another way', async () => {
  const offers = job.value!.figures.fit_offers
  expect(byOf({ ...said('size', offers), hole: 'S1|hole' })).toBe('hole')
  expect(said('hole', offers)).toMatchObject({ size: null, hole: 'S1|hole', section_id: '' })
  expect(said('section_id', offers)).toMatchObject({ size: null, hole: '', section_id: '' })
  const side = { size: { text: '20', unit: 'mm' as const, value: 20 }, off: null, section_id: '', hole: '', joint: '' }
  const shown = mount(FitSideFields, { props: { label: 'In', within: 'fits.0.inner.', id: 'x', modelValue: side } })
  expect(shown.find('[data-at="fits.0.inner.size"]').exists()).toBe(true)
})
