<script setup lang="ts">
/** What is bought for the plans, and what came of it: received bar by bar as it was measured. */
import { t } from '../../messages'
import { computed, ref } from 'vue'
import { type S } from '../../api/client'
import { attempt, change, job, mayWrite } from '../../shared/job'
import { named, shortName } from '../../shared/named'
import { keysOf, partsOf } from '../../shared/nest'
import { entry, length, lengthUnit, unit } from '../../shared/units'
import TextField from '../../ui/TextField.vue'
import QuantityField from '../../ui/QuantityField.vue'

type Bought = { key: string; what: string; material: string; l: S['StockLine']; n: number; sheet: boolean }
const props = defineProps<{ plans: Record<string, S['PlanView']> }>()
const bought = (lines: S['StockLine'][], of: Omit<Bought, 'l' | 'n'>, used: (id: string) => number): Bought[] =>
  lines
    .filter((l) => !l.on_hand)
    .map((l) => ({ ...of, l, n: used(l.id) }))
    .filter((r) => r.n)
const bars = computed(() =>
  job.value!.bars.flatMap(({ group, plan }) =>
    bought(
      group.lines,
      { key: group.key, sheet: false, what: shortName(group.section_id), material: group.material_id },
      (id) => plan.bars.filter((x) => x.stock === id).reduce((s, x) => s + x.count, 0),
    ),
  ),
)
function ofSheets(s: S['JobView']['sheets'][number]) {
  const plan = props.plans[s.key]
  if (!plan?.result) return []
  const keys = keysOf(plan.result.placements)
  const what = t('cut.plate_x_2', [length(s.thickness_mm), lengthUnit()])
  return bought(
    plan.group.lines,
    { key: s.key, sheet: true, what, material: s.material_id },
    (id) => keys.filter((k) => partsOf(k).sheet === id).length,
  )
}
const plates = computed(() => job.value!.sheets.flatMap(ofSheets))
const rows = computed(() => [...bars.value, ...plates.value])
const notNested = computed(() => job.value!.sheets.filter((s) => !props.plans[s.key]?.result).length)
const coming = ref<Bought | null>(null)
const lengths = ref('')
const sheets = ref<{ width: S['Length']; height: S['Length'] }[]>([])
const price = ref<S['Money'] | null>(null)
const location = ref('')
const heat = ref('')
function begin(r: Bought) {
  coming.value = r
  const size = r.l.words.replace(/,.*/, '').replace(/ mm$/, '')
  lengths.value = Array.from({ length: r.n }, () => size).join(', ')
  const [w, h] = size.split(' × ')
  sheets.value = r.sheet
    ? (Array.from({ length: r.n }, () => ({ width: entry(`${w} mm`), height: entry(`${h} mm`) })) as never)
    : []
  price.value = null
  heat.value = ''
}
const store = () =>
  attempt(async () => {
    const r = coming.value!
    const measured = named(lengths.value, /[,;\n]/).map((text) => ({
      text: /[a-z'"]/i.test(text) ? text : `${text} mm`,
      unit: unit.value,
    }))
    await change('POST', `/jobs/${job.value!.job.id}/receive`, {
      key: r.key,
      line: r.l.id,
      lengths: r.sheet ? [] : measured,
      sheets: sheets.value,
      price: price.value,
      location: location.value,
      heat: heat.value,
    })
    coming.value = null
  })
</script>
<template>
  <h2 class="gap">{{ $t('cut.buy_2') }}</h2>
  <table class="list">
    <thead>
      <tr>
        <th>{{ $t('cut.what') }}</th>
        <th>{{ $t('cut.material') }}</th>
        <th>{{ $t('cut.length') }}</th>
        <th class="num">{{ $t('cut.pieces') }}</th>
        <th class="num">{{ $t('cut.each_x', [job!.job.spec.currency]) }}</th>
        <th class="num">{{ $t('cut.all') }}</th>
        <th></th>
        <th></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="r in rows" :key="r.key + r.l.id">
        <td>{{ r.what }}</td>
        <td>{{ r.material }}</td>
        <td>{{ r.l.words }}</td>
        <td class="num">{{ r.n }}</td>
        <td class="num">{{ r.l.price.toFixed(2) }}</td>
        <td class="num">
          <b>{{ (r.l.price * r.n).toFixed(2) }}</b>
        </td>
        <td class="soft">{{ r.l.supplier }} {{ r.l.assumed ? $t('cut.price_by_the_catalogue') : '' }}</td>
        <td class="num">
          <el-button text v-if="mayWrite" :aria-label="$t('cut.receive_x', [r.what])" @click="begin(r)">
            {{ $t('cut.receive') }}
          </el-button>
        </td>
      </tr>
      <tr v-if="!rows.length">
        <td colspan="8" class="soft">{{ $t('cut.nothing_everything_comes_out_of') }}</td>
      </tr>
    </tbody>
    <tfoot v-if="rows.length">
      <tr>
        <td colspan="5">{{ $t('cut.together') }}</td>
        <td class="num">
          <b>{{ rows.reduce((s, r) => s + r.l.price * r.n, 0).toFixed(2) }}</b>
        </td>
        <td colspan="2" class="soft">{{ notNested ? $t('cut.plate_thickness_not_nested_so_x', [notNested]) : '' }}</td>
      </tr>
    </tfoot>
  </table>
  <form v-if="coming" class="panel gap" @submit.prevent="store">
    <h3>{{ $t('cut.what_came_x', [coming.what, coming.material]) }}</h3>
    <p class="soft">{{ $t('cut.a_stick_may_be_long') }}</p>
    <div class="fields">
      <TextField
        v-if="!coming.sheet"
        class="wide"
        id="r-lengths"
        v-model="lengths"
        :label="$t('cut.measured_lengths_one_for_each')"
        echo="6004, 5990, 19' 10''"
      />
      <template v-for="(s, i) in sheets" v-else :key="i"
        ><QuantityField v-model="s.width" :label="$t('cut.sheet_width_x', [i + 1])" /><QuantityField
          v-model="s.height"
          :label="$t('cut.sheet_height_x', [i + 1])"
      /></template>
      <QuantityField
        v-model="price"
        :label="$t('cut.paid_for_one')"
        kind="money"
        optional
        :hint="$t('cut.as_planned')"
      />
      <TextField id="r-loc" v-model="location" :label="$t('cut.put_where')" />
      <TextField id="r-heat" v-model="heat" :label="$t('cut.heat_number')" />
    </div>
    <div class="row">
      <el-button type="primary" native-type="submit">{{ $t('cut.put_into_stock') }}</el-button><el-button
        @click="coming = null"
        >{{ $t('cut.leave_it') }}</el-button
      >
    </div>
  </form>
</template>
<style scoped>
.wide {
  grid-column: span 2;
}
</style>
