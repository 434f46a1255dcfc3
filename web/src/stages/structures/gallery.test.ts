import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import type { S } from '../../api/client'
import StarterGallery from './StarterGallery.vue'
import { starterKinds } from './starters'

it('shows what shops build by its shape, and says which was picked', async () => {
  const nodes = { foot: [0, 0, 0], head: [0, 2000, 0], tip: [1000, 2000, 0] }
  const sketch = {
    nodes,
    bars: [
      ['foot', 'head'],
      ['head', 'tip'],
    ],
    held: ['foot'],
  }
  starterKinds.value = [{ kind: 'post', words: 'Post on a base', sketch }] as unknown as S['StarterKind'][]
  const shown = mount(StarterGallery)
  const paths = shown.findAll('path').map((p) => p.attributes('d'))
  // twice as high as wide: it fills the height, and stands in the middle
  expect(paths[0]).toBe('M30 90L30 10M30 10L70 10')
  expect(paths[1]).toBe('M26 90h8')
  await shown.find('button').trigger('click')
  expect(shown.emitted('pick')).toEqual([['post']])
  expect(shown.text()).toBe('Post on a base')
})
