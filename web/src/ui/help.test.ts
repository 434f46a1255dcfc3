import { flushPromises, mount } from '@vue/test-utils'
import { expect, it, vi } from 'vitest'
import { ref } from 'vue'
import EditForm from './EditForm.vue'
import { forgetHelp, helpFor, placeOf } from './help'
import TextField from './TextField.vue'

const SAG = { what: 'how far it may sag', why: 'what sags looks weak', usual: '240', source: 'a table' }
vi.stubGlobal(
  'fetch',
  async () => new Response(JSON.stringify({ brief: { span_over: SAG, 'parts.figures': SAG } }), { status: 200 }),
)
forgetHelp()
const form = {
  name: 'brief',
  wrong: ref([]),
  saving: ref(false),
  dirty: ref(false),
  store: async () => true,
  close: () => {},
}
const shown = () =>
  mount(
    {
      components: { EditForm, TextField },
      setup: () => ({ form, text: ref('240') }),
      template: `<EditForm :form="form" save="Save"><TextField v-model="text" label="Span over" at="span_over" />
        <TextField v-model="text" label="Other" at="other" /></EditForm>`,
    },
    { global: { directives: { begun: {} } } },
  )

it.each([
  ['loads.0.at.1', 'loads.at'],
  ['shape.left_shape.kind', 'shape.end_shape.kind'],
  ['parts.0.figures.A_mm2', 'parts.figures.A_mm2'],
  ['roles.side arm.section_id', 'roles.section_id'],
  ['name', 'name'],
])('%s is known as %s', (at, place) => expect(placeOf(at)).toBe(place))

it('stands at every field that something is said of, and opens by its sign and by F1', async () => {
  const page = shown()
  await flushPromises()
  const signs = page.findAll('button.ask')
  expect(signs).toHaveLength(1)
  expect(page.find(`[id="${signs[0].attributes('aria-describedby')}"]`).text()).toBe('Span over')
  expect(signs[0].attributes('tabindex')).toBe('-1')
  expect(page.find('[role=note]').exists()).toBe(false)
  await signs[0].trigger('click')
  expect(page.find('[role=note]').text()).toMatch(
    /how far it may sag\. What sags looks weak\.\s*Usually: 240\.\s*a table/,
  )
  expect(signs[0].attributes('aria-expanded')).toBe('true')
  await page.find('input').trigger('keydown', { key: 'F1' })
  expect(page.find('[role=note]').exists()).toBe(false)
})
it('says of a thing in a table what is said of the table, and nothing elsewhere', () => {
  expect(helpFor('brief', 'parts.2.figures.A_mm2')).toEqual(SAG)
  expect(helpFor('brief', 'nothing')).toBeNull()
  expect(helpFor('', 'span_over')).toBeNull()
})
