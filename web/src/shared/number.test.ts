import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import { nextTick, ref } from 'vue'
import { readNumber } from './number'
import NumberInput from '../ui/NumberInput.vue'
import TextInput from '../ui/TextInput.vue'

it.each([
  ['1.67', 1.67],
  ['1,67', 1.67],
  ['-0,5', -0.5],
  [',5', 0.5],
  ['2 000 000', 2_000_000],
  ['12 000', 12_000],
  ['1 250,75', 1250.75],
  ['1e6', 1e6],
  ['0.125', 0.125],
  ['0,125', 0.125],
  ['1.25', 1.25],
  [' 7 ', 7],
  ['', null],
])('C1: %s is %s', (text, value) => {
  expect(readNumber(text)).toEqual({ value, trouble: '' })
})
it.each(['1,200', '1.200', '12,500'])('C1: %s can be read two ways, and is not', (text) => {
  const read = readNumber(text)
  expect(read.value).toBeNull()
  expect(read.trouble).toContain('two ways')
})
it.each(['1,67x', '1.2.3', '1,2,3', 'two', '1 00', '12 00 000', '0x10', '1/2', '--1', 'e5', 'Infinity', 'NaN'])(
  'C1: %s is no number, and half of it is not taken',
  (text) => {
    expect(readNumber(text).value).toBeNull()
    expect(readNumber(text).trouble).toContain('not a number')
  },
)

const field = (first: number | null) => {
  const value = ref<number | null>(first)
  const form = mount({
    components: { NumberInput },
    setup: () => ({ value }),
    template: '<form><NumberInput id="n" v-model="value" class="narrow" aria-label="Factor" /></form>',
  })
  return { value, form, box: form.find('input') }
}
it('C1: a factor with a comma is stored as it is meant', async () => {
  const { value, box, form } = field(1)
  await box.setValue('1,67')
  expect(value.value).toBe(1.67)
  expect((box.element as HTMLInputElement).value).toBe('1,67')
  expect((form.element as HTMLFormElement).checkValidity()).toBe(true)
  expect([box.attributes('id'), box.attributes('aria-label')]).toEqual(['n', 'Factor'])
  expect(form.find('.el-input').classes()).toContain('narrow')
})
it('keeps what cannot be read, says so, and does not let the form go', async () => {
  const { value, box, form } = field(1.5)
  await box.setValue('1,6 7')
  expect((box.element as HTMLInputElement).value).toBe('1,6 7')
  expect(value.value).toBe('1,6 7')
  expect(form.find('[role=alert]').text()).toContain('not a number')
  expect((form.element as HTMLFormElement).checkValidity()).toBe(false)
  await box.setValue('1,67')
  expect(form.find('[role=alert]').exists()).toBe(false)
  expect((form.element as HTMLFormElement).checkValidity()).toBe(true)
})
it('shows what somebody else puts into it, and nothing where there is nothing', async () => {
  const { value, box } = field(null)
  expect((box.element as HTMLInputElement).value).toBe('')
  value.value = 240
  await box.trigger('focus')
  expect((box.element as HTMLInputElement).value).toBe('240')
  await box.setValue('')
  expect(value.value).toBeNull()
})

it('what is being typed stays, whatever is shown anew meanwhile, and is read once it is done', async () => {
  const [bars, other] = [ref<string[]>(['beam']), ref(0)]
  const form = mount({
    components: { TextInput },
    setup: () => ({ bars, other, done: (t: string) => (bars.value = t.split(',').map((x) => x.trim())) }),
    template: `<form>{{ other }}<TextInput aria-label="Bars" :value="bars.join(', ')" @done="done" /></form>`,
  })
  const box = form.find('input').element as HTMLInputElement
  box.value = 'beam, le'
  await form.find('input').trigger('input')
  other.value++
  bars.value = ['tie']
  await nextTick()
  expect(box.value).toBe('beam, le')
  box.value = 'beam,leg'
  await form.find('input').trigger('input')
  await form.find('input').trigger('change')
  await nextTick()
  await nextTick()
  expect([bars.value, box.value]).toEqual([['beam', 'leg'], 'beam, leg'])
  bars.value = ['post']
  await nextTick()
  expect(box.value).toBe('post')
})
