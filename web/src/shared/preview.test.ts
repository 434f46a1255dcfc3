/** A draft that is typed: what it would come to is asked a moment later, one question at a time, the newest last. */
import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { nextTick, ref } from 'vue'
import RippleBar from '../frame/RippleBar.vue'
import { job } from './job'
import { drafted, moving, usePreview, wouldBe, type Draft } from './preview'

const asked: Draft[] = []
let answers: ((reply: Response) => void)[] = []
const line = (mass: number) => ({ mass_kg: mass, money: 0, breaks: 1.5, moves: 2, bars: 1, pieces: 1 })
const ripple = (mass: number) => ({ before: line(10), after: line(mass), stale: 0 })
const reply = (body: unknown, status = 200) => new Response(JSON.stringify(body), { status })
const came = (mass: number) =>
  reply({ changes: { members: { order: [0], rows: [{ id: 0, mass }] } }, ripple: ripple(mass) })
const spec = ref<{ length: string } | null>(null)
const page = () =>
  mount({
    setup: () => usePreview(() => (spec.value ? { kind: 'members', spec: spec.value } : null)),
    template: '<p>{{ sentence }} {{ stale }} {{ found?.ripple.after.mass_kg }}</p>',
  })
const answer = async (response: Response) => {
  answers.shift()!(response)
  await flushPromises()
}
const typed = async (text: string) => {
  spec.value = { length: text }
  await nextTick()
}
const wait = async () => {
  vi.advanceTimersByTime(200)
  await nextTick()
}
beforeEach(() => {
  asked.length = 0
  answers = []
  spec.value = null
  job.value = { stand: '1', job: { id: 4, spec: { currency: '€' } }, last_edit: null } as never
  vi.useFakeTimers()
  vi.stubGlobal('fetch', (_: string, o: { body: string }) => {
    asked.push(JSON.parse(o.body))
    return new Promise<Response>((done) => answers.push(done))
  })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

it('asks once for what is typed without a pause', async () => {
  const p = page()
  for (const text of ['3', '30', '300', '3000']) await typed(text)
  await wait()
  expect(asked.map((d) => d.spec)).toEqual([{ length: '3000' }])
  expect(p.text()).toContain('true')
  await answer(came(12))
  expect(p.text()).toBe('false 12')
  expect(wouldBe.value!.after.mass_kg).toBe(12)
})
it('asks for the newest when the one before is answered, and shows no answer to an older question', async () => {
  const p = page()
  await typed('1000')
  await wait()
  await typed('2000')
  await wait()
  await typed('3000')
  await wait()
  expect(asked).toHaveLength(1)
  await answer(came(11))
  expect(p.text()).not.toContain('11')
  expect(asked.map((d) => (d.spec as { length: string }).length)).toEqual(['1000', '3000'])
  await answer(came(13))
  expect(p.text()).toBe('false 13')
})
it('says why there is none yet, and forgets what was', async () => {
  const p = page()
  await typed('3000')
  await wait()
  await answer(came(12))
  await typed('3 buckets')
  await wait()
  await answer(reply({ sentence: 'length: “3 buckets” was given.' }, 422))
  expect(p.text()).toContain('buckets')
  expect(wouldBe.value).toBeNull()
})
it('lets the foot of the page say what saving would do, until the draft is left', async () => {
  const [p, bar] = [page(), mount(RippleBar)]
  expect(bar.text()).toContain('What a change does')
  await typed('3000')
  await wait()
  await answer(came(12))
  expect(bar.text()).toContain('Saved, it would be')
  expect(bar.text()).toContain('+2')
  spec.value = null
  await nextTick()
  expect(bar.text()).toContain('What a change does')
  p.unmount()
})
it('says nothing more once the form is gone, whatever is still on its way', async () => {
  const p = page()
  await typed('3000')
  await wait()
  p.unmount()
  await answer(came(12))
  expect(wouldBe.value).toBeNull()
})
it('finds the drafted row under its number, or under none', () => {
  const found = { changes: { members: { order: [7, 0], rows: [{ id: 7 }, { id: 0 }] } } } as never
  expect(drafted(found, 'members', 7)!.id).toBe(7)
  expect(drafted(found, 'members', undefined)!.id).toBe(0)
  expect(drafted(null, 'members', 7)).toBeNull()
})
it('asks on the way while something is moved by hand, and for where it is left', async () => {
  page()
  moving.value = true
  try {
    for (const at of ['100', '200', '300']) {
      await typed(at)
      vi.advanceTimersByTime(100)
      await nextTick()
      if (answers.length) await answer(came(12))
    }
  } finally {
    moving.value = false
  }
  await wait()
  const places = asked.map((d) => (d.spec as { length: string }).length)
  expect(places[0]).not.toBe('300')
  expect(places.at(-1)).toBe('300')
})
