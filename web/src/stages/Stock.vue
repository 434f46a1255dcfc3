<script setup lang="ts">
import { usePicked } from '../composables/usePicked'
import EditForm from '../ui/EditForm.vue'
import { computed, ref, watch } from 'vue'
import { call, type S } from '../api/client'
import { picked } from '../shared/file'
import { attempt, catalogue, changed, job, mayWrite } from '../shared/job'
import { useDraft } from '../composables/useDraft'
import SectionPick from '../shared/SectionPick.vue'
import { entry, unit } from '../shared/units'
import OffersIn from './OffersIn.vue'
import ChoiceField from '../ui/ChoiceField.vue'
import QuantityField from '../ui/QuantityField.vue'
import NumberField from '../ui/NumberField.vue'
import TextField from '../ui/TextField.vue'

/* eslint-disable @typescript-eslint/no-explicit-any -- the form edits bars and sheets; the server's models decide */
const rows = ref<S['StockRow'][]>([])
const materials = ref<S['Material'][]>([])
const onHand = ref(false)
const form = useDraft<any>('stock', {
  more: onHand,
  whole: (d) => ({ item: { ...d, qty: onHand.value ? (d.qty ?? 1) : null } }),
  send: (row, spec) =>
    row
      ? changed<S['Saved']>('PUT', `/stock/${row.id}${at()}`, { version: row.version, spec }).then((s) => s.id)
      : changed<S['Saved']>('POST', `/stock${at()}`, spec).then((s) => s.id),
})
const { draft } = form
const read = async () => {
  rows.value = await call('GET', '/stock')
}
watch(
  () => job.value?.last_edit?.id,
  () => attempt(read),
  { immediate: true },
)
void catalogue().then((c) => {
  materials.value = c.materials
})
const bars = computed(() => rows.value.filter((r) => r.spec.item.form === 'bar'))
const sheets = computed(() => rows.value.filter((r) => r.spec.item.form === 'sheet'))
function add(kind: string) {
  const part = job.value!.bars[0]?.group
  const plate = job.value!.sheets[0]
  const begun = form.begin(
    kind === 'bar'
      ? {
          form: kind,
          section_id: part?.section_id ?? '',
          material_id: part?.material_id ?? '',
          length: entry(unit.value === 'mm' ? '6000' : "20'"),
          location: '',
          drop: false,
          galvanised: false,
        }
      : {
          form: kind,
          material_id: plate?.material_id ?? 'S355',
          thickness: plate ? { text: `${plate.thickness_mm} mm`, unit: 'mm' } : entry(''),
          width: entry(unit.value === 'mm' ? '2500' : '96'),
          height: entry(unit.value === 'mm' ? '1250' : '48'),
          location: '',
          drop: false,
          galvanised: false,
        },
  )
  if (begun) onHand.value = false
}
function change(r: S['StockRow']) {
  if (form.begin(r.spec.item, r)) onHand.value = r.spec.item.qty != null
}
const at = () => `?job_id=${job.value!.job.id}`
const away = (r: S['StockRow']) =>
  attempt(async () => {
    await changed('DELETE', `/stock/${r.id}${at()}&version=${r.version}`)
  })
const photo = (r: S['StockRow'], event: Event) =>
  attempt(async () => {
    const file = await picked(event)
    if (file) {
      await call('POST', `/stock/${r.id}/photos`, file)
      await read()
    }
  })
const past = ref<{ id: number; rows: S['StockChange'][] } | null>(null)
const look = (r: S['StockRow']) =>
  attempt(async () => {
    past.value = past.value?.id === r.id ? null : { id: r.id, rows: await call('GET', `/stock/${r.id}/history`) }
  })
const words = (i: any) =>
  i.form === 'bar'
    ? i.section_id
    : `${i.thickness.text} ${i.thickness.text.match(/[a-z"]/) ? '' : i.thickness.unit} plate`
const corner = (i: any) =>
  i.missing_width ? `, corner ${i.missing_width.text} × ${i.missing_height?.text} missing` : ''
const size = (i: any) => (i.form === 'bar' ? i.length.text : `${i.width.text} × ${i.height.text}${corner(i)}`)
const found = ref<number | null>(null)
usePicked('stock', found)
</script>
<template>
  <div class="row spread">
    <h1>Stock</h1>
    <div v-if="mayWrite" class="row">
      <el-button @click="add('bar')">Add a bar</el-button><el-button @click="add('sheet')">Add a sheet</el-button>
    </div>
  </div>
  <p class="soft">
    What is here, measured, and what can be bought. Used on hand first when that is cheaper. Without a line, a plan
    assumes a usual length at the catalogue's price and says so.
  </p>
  <OffersIn v-if="mayWrite" />
  <EditForm v-if="draft" :form="form" save="Save stock">
    <div class="fields">
      <SectionPick
        v-if="draft.form === 'bar'"
        v-model:section="draft.section_id"
        v-model:material="draft.material_id"
        within="item."
        :own="false"
      />
      <ChoiceField
        v-else
        id="s-mat"
        v-model="draft.material_id"
        label="Material"
        at="item.material_id"
        :options="materials.map((m) => ({ value: m.id, label: m.name }))"
      />
      <QuantityField at="item.length" v-if="draft.form === 'bar'" v-model="draft.length" label="Length" />
      <template v-else
        ><QuantityField
          at="item.thickness"
          v-model="draft.thickness"
          label="Thickness"
          kind="thickness"
          :material="draft.material_id" /><QuantityField
          at="item.width"
          v-model="draft.width"
          label="Width" /><QuantityField at="item.height" v-model="draft.height" label="Height" />
        <QuantityField
          at="item.missing_width"
          v-model="draft.missing_width"
          label="Missing corner, width"
          optional
          hint="none" /><QuantityField
          at="item.missing_height"
          v-model="draft.missing_height"
          label="Missing corner, height"
          optional
          hint="none"
      /></template>
      <el-checkbox v-model="onHand">it is here</el-checkbox>
      <NumberField v-if="onHand" id="s-qty" v-model="draft.qty" label="How many" at="item.qty" />
      <QuantityField
        at="item.price"
        v-model="draft.price"
        label="Price of one"
        kind="money"
        optional
        hint="by the catalogue"
      />
      <TextField id="s-loc" v-model="draft.location" label="Where" at="item.location" />
      <QuantityField
        at="item.delivery"
        v-model="draft.delivery"
        label="Delivery of one"
        kind="money"
        optional
        hint="in the price"
      />
      <NumberField id="s-duty" v-model="draft.duty_percent" label="Duty, %" at="item.duty_percent" />
      <QuantityField
        at="item.yard_cut"
        v-if="draft.form === 'bar'"
        v-model="draft.yard_cut"
        label="Cut in half at the yard"
        kind="money"
        optional
        hint="not offered"
      />
      <TextField id="s-sup" v-model="draft.supplier" label="Supplier" at="item.supplier" />
      <TextField id="s-heat" v-model="draft.heat" label="Heat number" at="item.heat" />
      <el-checkbox
        @change="draft.reserved_for = !!$event ? job!.job.id : null"
        :model-value="draft.reserved_for === job!.job.id"
        >kept for this job</el-checkbox
      >
      <el-checkbox v-model="draft.drop">a drop or remnant</el-checkbox
      ><el-checkbox v-model="draft.galvanised">galvanised</el-checkbox>
    </div></EditForm
  >
  <section
    v-for="group in [
      { name: 'Bars', rows: bars },
      { name: 'Sheets', rows: sheets },
    ]"
    :key="group.name"
    class="gap"
  >
    <h2>{{ group.name }}</h2>
    <table class="list">
      <thead>
        <tr>
          <th>What</th>
          <th>Material</th>
          <th>Size</th>
          <th>There</th>
          <th class="num">Price</th>
          <th>Where</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <template v-for="r in group.rows" :key="r.id"
          ><tr :class="{ chosen: r.id === found }" :data-row="`stock ${r.id}`">
            <td>
              <b>{{ words(r.spec.item) }}</b>
            </td>
            <td>{{ r.spec.item.material_id }}</td>
            <td>{{ size(r.spec.item) }}</td>
            <td>
              {{ r.spec.item.qty == null ? 'on offer' : r.spec.item.qty }}{{ r.spec.item.drop ? ', left over' : ''
              }}{{
                r.spec.item.reserved_for === job!.job.id
                  ? ', kept for this job'
                  : r.spec.item.reserved_for
                    ? ', kept for another job'
                    : ''
              }}<span v-if="r.spec.item.galvanised" class="bad"> galvanised</span>
            </td>
            <td class="num">
              {{ r.spec.item.price?.text ?? '' }}
              <div v-if="r.spec.item.delivery || r.spec.item.duty_percent" class="soft">
                {{ r.spec.item.duty_percent ? `+ ${r.spec.item.duty_percent} % ` : ''
                }}{{ r.spec.item.delivery ? `+ ${r.spec.item.delivery.text}` : '' }}
              </div>
            </td>
            <td class="soft">
              {{ r.spec.item.location }} {{ r.spec.item.supplier }} {{ r.spec.item.note
              }}{{ r.spec.item.heat ? `, heat ${r.spec.item.heat}` : '' }}
            </td>
            <td class="num">
              <template v-if="mayWrite"
                ><el-button text @click="change(r)">Change</el-button
                ><el-button text @click="away(r)">Take away</el-button
                ><el-button text :aria-expanded="past?.id === r.id" @click="look(r)">History</el-button
                ><label class="button quiet"
                  >Photo<input type="file" accept="image/*" hidden @change="photo(r, $event)" /></label></template
              ><a v-for="p in r.photos" :key="p" :href="`/api/stock/${r.id}/photos/${p}`" target="_blank" rel="noopener"
                ><img :src="`/api/stock/${r.id}/photos/${p}`" alt="photo" height="32"
              /></a>
            </td>
          </tr>
          <tr v-if="past?.id === r.id">
            <td colspan="7" class="soft">
              <div v-for="(c, i) in past.rows" :key="i">
                {{ new Date(c.at).toLocaleString() }} {{ c.by }}: {{ c.title
                }}{{ c.gone ? ', taken away' : c.qty == null ? '' : `, ${c.qty} there` }}
              </div>
            </td>
          </tr></template
        >
        <tr v-if="!group.rows.length">
          <td colspan="7" class="soft">None.</td>
        </tr>
      </tbody>
    </table>
  </section>
  <p class="notice gap">Next: <router-link :to="`/jobs/${job!.job.id}/cut`">the cut plan</router-link>.</p>
</template>
