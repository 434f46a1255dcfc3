<script setup lang="ts">
/** The whole job in every metal, one row each as it is worked out; it may be stopped. */
import { t } from '../../messages'
import { onBeforeUnmount, ref, watch } from 'vue'
import { call, type S } from '../../api/client'
import { attempt, job } from '../../shared/job'
import Reserve from '../../shared/Reserve.vue'
import { mass } from '../../shared/units'
import DataList from '../../ui/DataList.vue'
import { weakness, type Column } from '../../ui/lists'
import { isSaid, joinsWords } from './joining'

type Row = { id: number; name: string; metal: string; found: S['SwapResult'] }
const props = defineProps<{ metals: S['Material'][]; equal: string }>()
const emit = defineEmits<{ pick: [string] }>()
const rows = ref<Row[]>([])
const at = ref(-1)
const chosen = ref<number | null>(null)
watch(chosen, (id) => {
  const row = rows.value.find((r) => r.id === id)
  if (row) emit('pick', row.metal)
})
const stop = () => (at.value = -1)
onBeforeUnmount(stop)
watch(() => [props.equal, job.value?.last_edit?.id], begun)
function begun() {
  stop()
  rows.value = []
}
/** One after the other: the first is there soon, and whoever has seen enough stops. */
async function work() {
  begun()
  const metals = props.metals
  for (at.value = 0; at.value >= 0 && at.value < metals.length; at.value++) {
    const [id, { id: metal, name }] = [at.value, metals[at.value]]
    const asked = new URLSearchParams({ material_id: metal, equal: props.equal })
    const found = await call<S['SwapResult']>('GET', `/jobs/${job.value!.job.id}/swap?${asked}`)
    if (at.value !== id) return
    rows.value = [...rows.value, { id, name, metal, found }]
  }
  stop()
}
/** The least of all its members; what is not checked counts as less than any. */
const least = (r: Row, of: 'strength' | 'stiffness') =>
  r.found.members.reduce<number | null>((low, m) => {
    const now = m[of] ?? null
    return low === null || now === null ? null : Math.min(low, now)
  }, Infinity)
const missing = (r: Row) => r.found.members.filter((m) => m.why_not).map((m) => m.mark)
const columns: Column<Row>[] = [
  { id: 'metal', head: t('compare.metal_2'), by: (r) => r.name },
  { id: 'mass', head: t('compare.whole_job'), num: true, by: (r) => r.found.mass_kg ?? Infinity },
  { id: 'price', head: t('compare.price'), num: true, by: (r) => r.found.price ?? Infinity },
  { id: 'breaks', head: t('compare.breaks'), by: (r) => weakness(least(r, 'strength')) },
  { id: 'stiffness', head: t('compare.moves'), by: (r) => weakness(least(r, 'stiffness')) },
  { id: 'joins', head: t('compare.welded_here'), by: (r) => joinsWords(r.metal), off: !isSaid.value },
  { id: 'without', head: t('compare.nothing_fits_for'), by: (r) => missing(r).join(', ') },
]
</script>
<template>
  <div class="row gap">
    <el-button v-if="at < 0" @click="attempt(work)">{{ $t('compare.in_every_metal') }}</el-button>
    <el-button v-else @click="stop">{{ $t('compare.stop_x', [at + 1, metals.length]) }}</el-button>
  </div>
  <DataList
    v-if="rows.length"
    v-model="chosen"
    :label="$t('compare.whole_job')"
    place="whole jobs"
    pick
    :rows="rows"
    :columns="columns"
  >
    <template #mass="{ row: r }">{{ r.found.mass_kg == null ? '' : mass(r.found.mass_kg) }}</template>
    <template #price="{ row: r }">{{ r.found.price?.toFixed(0) ?? '' }}</template>
    <template #breaks="{ row: r }"><Reserve v-if="!missing(r).length" :value="least(r, 'strength')" /></template>
    <template #stiffness="{ row: r }"><Reserve v-if="!missing(r).length" :value="least(r, 'stiffness')" /></template>
    <template #without="{ row: r }"
      ><span class="bad">{{ missing(r).join(', ') }}</span></template
    >
  </DataList>
</template>
