import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { shallowRef } from 'vue'
import type { S } from '../api/client'
import { job } from '../shared/job'
import { usePicture } from './usePicture'

const row = (id: number, verdict: unknown = {}) => ({ id, verdict }) as S['StructureRow']
let asked: string[] = []
beforeEach(() => {
  asked = []
  localStorage.clear()
  job.value = { job: { id: 3 } } as never
  vi.stubGlobal('fetch', async (path: string) => {
    asked.push(path)
    return new Response(JSON.stringify({ of: path }), { status: 200 })
  })
})
afterEach(() => vi.unstubAllGlobals())
function looking(first: S['StructureRow'] | undefined) {
  const shown = shallowRef(first)
  let found!: ReturnType<typeof usePicture>
  const page = mount({
    setup: () => {
      found = usePicture(() => shown.value)
      return () => null
    },
  })
  return { shown, page, found: () => found }
}
it('reads the picture of what is looked at, and again once it has changed', async () => {
  const { shown, found, page } = looking(row(5))
  await flushPromises()
  expect(found().picture.value).toMatchObject({ of: '/api/jobs/3/structures/5/picture' })
  shown.value = row(5)
  await flushPromises()
  expect(asked).toHaveLength(2)
  page.unmount()
})
it('reads none of what has no verdict, nor where it is looked at flat', async () => {
  const { shown, found, page } = looking(row(5, null))
  await flushPromises()
  expect(asked).toEqual([])
  found().inSpace.value = false
  shown.value = row(6)
  await flushPromises()
  expect([asked.length, found().picture.value, localStorage.getItem('yorvek in space')]).toEqual([0, null, 'no'])
  page.unmount()
})
it('shows nothing of one structure under the name of another', async () => {
  const { shown, found, page } = looking(row(5))
  await flushPromises()
  shown.value = row(6)
  await Promise.resolve()
  expect(found().picture.value).toBeNull()
  await flushPromises()
  expect(found().picture.value).toMatchObject({ of: '/api/jobs/3/structures/6/picture' })
  page.unmount()
})
