<script setup lang="ts">
/** What is bought for the plans, and what came of it: received bar by bar as it was measured. */
import { t } from '../../messages'
import { computed, ref } from 'vue'
import { type S } from '../../api/client'
import { attempt, change, job, mayWrite } from '../../shared/job'
import { named, shortName } from '../../shared/named'
import { entry, length, lengthUnit, unit } from '../../shared/units'
import TextField from '../../ui/TextField.vue'
import QuantityField from '../../ui/QuantityField.vue'

type Bought = S['PurchaseLine']
const purchase = computed(() => job.value!.purchase)
const money = (n: number) => n.toFixed(2)
const KINDS: { kind: Bought['kind']; title: string }[] = [
  { kind: 'bars', title: t('cut.bars_2') },
  { kind: 'plates', title: t('cut.plates') },
  { kind: 'hardware', title: t('cut.hardware_lines_consumables') },
  { kind: 'ready', title: t('cut.bought_ready') },
  { kind: 'sent out', title: t('cut.sent_out') },
]
const groups = computed(() =>
  KINDS.map((k) => ({ ...k, lines: purchase.value.lines.filter((l) => l.kind === k.kind) })).filter(
    (k) => k.lines.length,
  ),
)
const what = (l: Bought) => (l.kind === 'bars' ? shortName(l.what) : l.what)
function size(l: Bought): string {
  if (l.length_mm == null) return l.words ?? ''
  const unit_ = lengthUnit()
  return l.width_mm == null ? length(l.length_mm) + unit_ : `${length(l.length_mm)} × ${length(l.width_mm)}${unit_}`
}
const amount = (l: Bought) => `${l.amount}${l.unit === 'piece' ? '' : ` ${l.unit}`}`
const notes = (l: Bought) =>
  [l.supplier, l.note || (l.assumed ? t('cut.price_by_the_catalogue') : '')].filter(Boolean).join(', ')
/** What comes at the door can be measured: metal that a plan asks for. */
const comes = (l: Bought) => (l.kind === 'bars' || l.kind === 'plates') && !l.estimate
const rest = computed(() =>
  [
    purchase.value.money_estimate ? t('cut.of_that_an_estimate_x', [money(purchase.value.money_estimate)]) : '',
    purchase.value.unpriced ? t('cut.without_a_price_x', [purchase.value.unpriced]) : '',
  ]
    .filter(Boolean)
    .join('; '),
)
const file = computed(() => `/api/jobs/${job.value!.job.id}/export/buy-list.pdf?unit=${unit.value}`)
const halves = (l: Bought) => l.kind === 'bars' && l.length_mm == null
const coming = ref<Bought | null>(null)
const lengths = ref('')
const sheets = ref<{ width: S['Length']; height: S['Length'] }[]>([])
const price = ref<S['Money'] | null>(null)
const location = ref('')
const heat = ref('')
function begin(r: Bought) {
  coming.value = r
  const stock = job.value!.bars.find((b) => b.group.key === r.key)?.group.problem.stock.find((x) => x.id === r.line)
  const each = `${+(r.length_mm ?? stock?.length ?? 0).toFixed(1)}`
  lengths.value = Array.from({ length: halves(r) ? 2 * r.amount : r.amount }, () => each).join(', ')
  sheets.value =
    r.kind === 'plates'
      ? (Array.from({ length: r.amount }, () => ({
          width: entry(`${r.length_mm} mm`),
          height: entry(`${r.width_mm} mm`),
        })) as never)
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
      line: r.line,
      lengths: r.kind === 'plates' ? [] : measured,
      sheets: sheets.value,
      price: price.value,
      location: location.value,
      heat: heat.value,
    })
    coming.value = null
  })
</script>
<template>
  <div class="row spread gap">
    <h2>{{ $t('cut.buy_2') }}</h2>
    <a class="button" :href="file">{{ $t('cut.buy_list_pdf') }}</a>
  </div>
  <p v-if="!groups.length" class="soft">{{ $t('cut.nothing_everything_comes_out_of') }}</p>
  <table v-else class="list">
    <thead>
      <tr>
        <th>{{ $t('cut.what') }}</th>
        <th>{{ $t('cut.material') }}</th>
        <th>{{ $t('cut.size') }}</th>
        <th class="num">{{ $t('cut.how_much') }}</th>
        <th class="num">{{ $t('cut.each_x', [job!.job.spec.currency]) }}</th>
        <th class="num">{{ $t('cut.all') }}</th>
        <th></th>
        <th></th>
      </tr>
    </thead>
    <tbody v-for="g in groups" :key="g.kind">
      <tr>
        <th colspan="8" scope="rowgroup">{{ g.title }}</th>
      </tr>
      <tr v-for="(r, k) in g.lines" :key="k">
        <td>{{ what(r) }}</td>
        <td>{{ r.material }}</td>
        <td>{{ size(r) }}</td>
        <td class="num">{{ amount(r) }}</td>
        <td class="num">{{ r.price == null ? '' : money(r.price) }}</td>
        <td class="num">
          <b v-if="r.money != null">{{ money(r.money) }}</b><span v-else class="bad">{{ $t('cut.no_price') }}</span>
        </td>
        <td class="soft">{{ notes(r) }}</td>
        <td class="num">
          <el-button text v-if="mayWrite && comes(r)" :aria-label="$t('cut.receive_x', [what(r)])" @click="begin(r)">
            {{ $t('cut.receive') }}
          </el-button>
        </td>
      </tr>
    </tbody>
    <tfoot>
      <tr>
        <td colspan="5">{{ $t('cut.together') }}</td>
        <td class="num">
          <b>{{ money(purchase.money) }}</b>
        </td>
        <td colspan="2" class="soft">{{ rest }}</td>
      </tr>
    </tfoot>
  </table>
  <form v-if="coming" class="panel gap" @submit.prevent="store">
    <h3>{{ $t('cut.what_came_x', [what(coming), coming.material ?? '']) }}</h3>
    <p class="soft">{{ $t('cut.a_stick_may_be_long') }}</p>
    <div class="fields">
      <TextField
        v-if="coming.kind !== 'plates'"
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
