import { flushPromises, mount } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { computed, ref } from 'vue'
import { listed } from './choices'
import Choice from './Choice.vue'
import ChoiceField from './ChoiceField.vue'
import EditForm from './EditForm.vue'
import NumberField from './NumberField.vue'
import TextField from './TextField.vue'
import TextInput from './TextInput.vue'
import { concerns, type Wrong } from './errors'

it.each([
  ['loads.0.at.text', 'Where', 'loads.0.at', true],
  ['size.text', 'Length or formula', 'size', true],
  ['size', 'Length or formula', 'size', true],
  ['machines.saw_kerf', 'Saw kerf', 'machines.saw_kerf', true],
  ['Length', 'Length', 'length', true],
  ['B1: length', 'Length', 'length', true],
  ['shape.gusset.nose.text', 'Points cut off', 'shape.nose', true],
  ['joints.1.joint.weld.leg.text', 'Leg', 'joints.1.joint.leg', true],
  ['joints.1.joint.weld.leg.text', 'Leg', 'joints.0.joint.leg', false],
  ['item.bar.length', 'Length of it', 'item.length', true],
  ['carried.0.name', 'Name', 'name', false],
  ['carried.1.name', 'What', 'carried.0.name', false],
  ['loads.0.at', 'Where', 'loads.at', false],
  ['resize', 'Size', 'size', false],
  ['sizes', 'Size', 'size', false],
  ['', 'Size', 'size', false],
  ['name', 'Size', 'size', false],
  ['name', 'Size', '', false],
])('what is wrong at %s stands at the field %s (%s): %s', (path, label, at, there) => {
  expect(concerns({ path, sentence: 'it does not fit' }, { label, at })).toBe(there)
})

it('takes what can be chosen as a list, as pairs, or as words by value', () => {
  expect(listed(['a', 2])).toEqual([
    { value: 'a', label: 'a' },
    { value: 2, label: '2' },
  ])
  expect(listed({ '': 'none', mm: 'millimetres' })).toEqual([
    { value: '', label: 'none' },
    { value: 'mm', label: 'millimetres' },
  ])
  expect(listed([{ value: 1, label: 'one', disabled: true }])).toEqual([{ value: 1, label: 'one', disabled: true }])
})

const begun = { mounted: () => {} }
function form(dirty = false) {
  const wrong = ref<Wrong[]>([])
  const saving = ref(false)
  const store = vi.fn(async () => true)
  const close = vi.fn()
  const held = { wrong, saving, dirty: ref(dirty), store, close }
  const shown = mount(
    {
      components: { EditForm, TextField, NumberField, ChoiceField },
      setup: () => ({ held, name: ref('B1'), times: ref(3), kind: ref('live'), errors: computed(() => wrong.value) }),
      template: `<EditForm :form="held" save="Save it">
        <TextField v-model="name" label="Name" at="name" />
        <NumberField v-model="times" label="Comes and goes, times" at="cycles" />
        <ChoiceField v-model="kind" label="It is" at="case" :options="['live', 'dead']" />
      </EditForm>`,
    },
    { attachTo: document.body, global: { directives: { begun } } },
  )
  return { shown, wrong, saving, store, close }
}

it('says all that does not fit at its head and each at its field, and takes the hand to the first', async () => {
  const { shown, wrong } = form()
  wrong.value = [
    { path: 'cycles', sentence: 'cycles: a whole number.' },
    { path: 'case', sentence: 'case: live or dead.' },
    { path: 'elsewhere', sentence: 'elsewhere: something.' },
  ]
  await flushPromises()
  const lines = shown.find('[role=alert]').findAll('p')
  // by the names of the fields, and not by where they lie in what was sent
  expect(lines.map((l) => l.text())).toEqual([
    'Comes and goes, times: a whole number.',
    'It is: live or dead.',
    'elsewhere: something.',
  ])
  expect(lines.map((l) => l.find('a').exists())).toEqual([true, true, false])
  const echoes = shown.findAll('.echo.bad').map((e) => e.text())
  expect(echoes).toEqual(['Comes and goes, times: a whole number.', 'It is: live or dead.'])
  expect(document.activeElement?.closest('.field')?.textContent).toContain('Comes and goes')
  await lines[1].find('a').trigger('click')
  expect(document.activeElement?.closest('.field')?.textContent).toContain('It is')
  shown.unmount()
})

it('is saved by its button, and not while it is being saved', async () => {
  const { shown, saving, store } = form()
  await shown.find('form').trigger('submit')
  expect(store).toHaveBeenCalledTimes(1)
  saving.value = true
  await flushPromises()
  expect(shown.find('button[type=submit]').attributes('disabled')).toBeDefined()
  shown.unmount()
})

it('Escape leaves what nobody typed into, and asks before it leaves what somebody did', async () => {
  const clean = form()
  await clean.shown.find('input').trigger('keydown', { key: 'Escape' })
  expect(clean.close).toHaveBeenCalledTimes(1)
  clean.shown.unmount()
  const { shown, close } = form(true)
  await shown.find('input').trigger('keydown', { key: 'Escape' })
  expect(close).not.toHaveBeenCalled()
  expect(shown.text()).toContain('Escape once more')
  await shown.find('input').setValue('B2')
  expect(shown.text()).not.toContain('Escape once more')
  await shown.find('input').trigger('keydown', { key: 'Escape' })
  await shown.find('input').trigger('keydown', { key: 'Escape' })
  expect(close).toHaveBeenCalledTimes(1)
  shown.unmount()
})

it('a list that is open takes Escape for itself', async () => {
  const { shown, close } = form()
  const list = shown.find('[role=combobox]')
  list.element.setAttribute('aria-expanded', 'true')
  await list.trigger('keydown', { key: 'Escape' })
  expect(close).not.toHaveBeenCalled()
  shown.unmount()
})

it('a choice of nothing is a choice, and is shown as such', async () => {
  const shown = mount(Choice, { props: { modelValue: '', options: { '': 'as entered', mm: 'millimetres' } } })
  await flushPromises()
  expect(shown.text()).toContain('as entered')
})

it('a field that is read once it is done keeps what is typed, whatever comes meanwhile', async () => {
  const shown = mount(TextInput, { props: { value: '1200' } })
  const input = shown.find('input').element
  input.value = '12'
  await shown.find('input').trigger('input')
  await shown.setProps({ value: '1300' })
  expect(input.value).toBe('12')
  await shown.find('input').trigger('change')
  expect(shown.emitted('done')).toEqual([['12']])
})
