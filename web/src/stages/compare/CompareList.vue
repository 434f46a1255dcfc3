<script setup lang="ts">
/** The candidates beside each other, by whatever head is pressed. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import Reserve from '../../shared/Reserve.vue'
import { length, lengthUnit, mass, small, trim } from '../../shared/units'
import DataList from '../../ui/DataList.vue'
import { weakness, type Column } from '../../ui/lists'
import { keyOf, onRack } from './candidate'

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
  { id: 'section', head: 'Section', by: (c) => c.section_id },
  { id: 'material', head: 'Material', by: (c) => c.material_id },
  { id: 'each', head: 'Each', num: true, by: (c) => c.mass_kg },
  { id: 'price', head: 'Price', num: true, by: (c) => c.price },
  { id: 'moves', head: 'Moves', num: true, by: (c) => c.deflection_mm },
  { id: 'breaks', head: 'Breaks', by: (c) => weakness(c.strength) },
  { id: 'stiffness', head: 'Stiffness', by: (c) => weakness(c.stiffness) },
  { id: 'rack', head: 'On the rack', num: true, by: (c) => onRack(props.rack, c) },
  { id: 'paint', head: 'Paint', num: true, by: (c) => c.surface_m2, off: true },
  { id: 'shape', head: 'Shape', by: (c) => c.shape, off: true },
])
</script>
<template>
  <DataList v-model="chosen" label="Candidates" place="candidates" pick :rows="rows" :columns="columns">
    <template #section="{ row: c }">{{ c.section_id }}<span v-if="pinned(c)" class="soft"> pinned</span></template>
    <template #each="{ row: c }">{{ mass(c.mass_kg) }}</template>
    <template #price="{ row: c }">{{ c.price.toFixed(0) }}</template>
    <template #moves="{ row: c }">{{ small(c.deflection_mm) }}</template>
    <template #breaks="{ row: c }"><Reserve :value="c.strength" /></template>
    <template #stiffness="{ row: c }"><Reserve :value="c.stiffness" /></template>
    <template #rack="{ row: c }">{{ onRack(rack, c) ? length(onRack(rack, c)) + lengthUnit() : '' }}</template>
    <template #paint="{ row: c }">{{ trim(c.surface_m2, 2) }} m²</template>
  </DataList>
</template>
