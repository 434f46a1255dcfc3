import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import { defineComponent, h } from 'vue'
import { useShortcuts } from './useShortcuts'

function page() {
  const done: string[] = []
  const shown = mount(
    defineComponent({
      setup() {
        useShortcuts({ u: () => done.push('units'), 'Ctrl-k': () => done.push('find') })
        return () => h('div', [h('input'), h('button')])
      },
    }),
    { attachTo: document.body },
  )
  const press = (on: string, key: string, ctrlKey = false) => {
    const event = new KeyboardEvent('keydown', { key, ctrlKey, bubbles: true, cancelable: true })
    shown.find(on).element.dispatchEvent(event)
    return event.defaultPrevented
  }
  return { shown, done, press }
}
it('does what a key stands for, and leaves every other key alone', () => {
  const { shown, done, press } = page()
  expect([press('button', 'u'), press('button', 'x'), press('button', 'u', true)]).toEqual([true, false, false])
  expect(done).toEqual(['units'])
  shown.unmount()
})
it('leaves letters to whoever types, and answers keys with Ctrl there too', () => {
  const { shown, done, press } = page()
  expect([press('input', 'u'), press('input', 'k', true)]).toEqual([false, true])
  expect(done).toEqual(['find'])
  shown.unmount()
})
it('is over with the view', () => {
  const { shown, done, press } = page()
  const button = shown.find('button').element
  shown.unmount()
  document.body.append(button)
  button.dispatchEvent(new KeyboardEvent('keydown', { key: 'u', bubbles: true }))
  expect(done).toEqual([])
  button.remove()
  void press
})
