<script setup lang="ts">
/** The candidates beside each other, by whatever head is pressed. */
import { t } from '../../messages'
import { computed } from 'vue'
import type { S } from '../../api/client'
import Reserve from '../../shared/Reserve.vue'
import { length, lengthUnit, mass, small, trim } from '../../shared/units'
import DataList from '../../ui/DataList.vue'
import { weakness, type Column } from '../../ui/lists'
import { keyOf, onRack } from './candidate'
import { isSaid, joinsWords } from './joining'

type Row = S['Candidate'] & { id: number }
const props = defineProps<{
  rows: S['Candidate'][]
  pinned: (c: S['Candidate']) => boolean
  rack: S['StockRow'][]
}>()
const picked = defineModel<S['Candidate'] | null>({ required: true })
const rows = computed<Row[]>(() => props.rows.map((c, id) => ({ ...c, id })))
const chosen = computed({
  get: () => rows.value.findIndex((c) => picked.value && keyOf(c) === keyOf(picked.value)),
  set: (id) => (picked.value = props.rows[id] ?? null),
})
const columns = computed<Column<Row>[]>(() => [
  { id: 'section', head: t('compare.section'), by: (c) => c.section_id },
  { id: 'material', head: t('compare.material'), by: (c) => c.material_id },
  { id: 'each', head: t('compare.each'), num: true, by: (c) => c.mass_kg },
  { id: 'price', head: t('compare.price'), num: true, by: (c) => c.price },
  { id: 'moves', head: t('compare.moves'), num: true, by: (c) => c.deflection_mm },
  { id: 'breaks', head: t('compare.breaks'), by: (c) => weakness(c.strength) },
  { id: 'stiffness', head: t('compare.stiffness'), by: (c) => weakness(c.stiffness) },
  { id: 'rack', head: t('compare.on_the_rack'), num: true, by: (c) => onRack(props.rack, c) },
  { id: 'joins', head: t('compare.welded_here'), by: (c) => joinsWords(c.material_id), off: !isSaid.value },
  { id: 'paint', head: t('compare.paint'), num: true, by: (c) => c.surface_m2, off: true },
  { id: 'shape', head: t('compare.shape'), by: (c) => c.shape, off: true },
])
</script>
<template>
  <DataList v-model="chosen" :label="$t('compare.candidates')" place="candidates" pick :rows="rows" :columns="columns">
    <template #section="{ row: c }"
      >{{ c.section_id }}<span v-if="pinned(c)" class="soft"> {{ $t('compare.pinned') }}</span></template
    >
    <template #each="{ row: c }">{{ mass(c.mass_kg) }}</template>
    <template #price="{ row: c }">{{ c.price.toFixed(0) }}</template>
    <template #moves="{ row: c }">{{ small(c.deflection_mm) }}</template>
    <template #breaks="{ row: c }"><Reserve :value="c.strength" /></template>
    <template #stiffness="{ row: c }"><Reserve :value="c.stiffness" /></template>
    <template #rack="{ row: c }">{{ onRack(rack, c) ? length(onRack(rack, c)) + lengthUnit() : '' }}</template>
    <template #paint="{ row: c }">{{ trim(c.surface_m2, 2) }} m²</template>
  </DataList>
</template>
