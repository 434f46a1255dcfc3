<script setup lang="ts">
/** Structures of the job, with what governs each. */
import { t } from '../../messages'
import type { S } from '../../api/client'
import { job } from '../../shared/job'
import Reserve from '../../shared/Reserve.vue'
import RowActions from '../../shared/RowActions.vue'
import { mass } from '../../shared/units'
import DataList from '../../ui/DataList.vue'
import { weakness, type Column } from '../../ui/lists'
import { starterWords } from './starters'

type Row = S['StructureRow']
const chosen = defineModel<number | null>({ required: true })
const nameOf = (x: Row) => x.spec.name || starterWords(x.spec.starter.kind)
const governs = (x: Row) => x.trouble ?? x.verdict?.strength.governs ?? ''
const columns: Column<Row>[] = [
  { id: 'mark', head: t('structures.mark'), by: (x) => x.spec.mark },
  { id: 'what', head: t('structures.what'), by: nameOf },
  { id: 'governs', head: t('structures.what_governs'), by: governs },
  { id: 'breaks', head: t('structures.breaks'), by: (x) => weakness(x.verdict?.strength.value) },
  { id: 'moves', head: t('structures.moves'), by: (x) => weakness(x.verdict?.stiffness.value) },
  { id: 'each', head: t('structures.each'), num: true, by: (x) => x.verdict?.mass_kg },
  { id: 'acts', head: '', acts: true },
]
</script>
<template>
  <DataList
    v-model="chosen"
    :label="$t('structures.structures')"
    pick
    kind="structure"
    :rows="job!.structures"
    :columns="columns"
  >
    <template #what="{ row: x }"
      >{{ nameOf(x) }} <span class="soft">× {{ x.spec.qty }}</span></template
    >
    <template #governs="{ row: x }"
      ><span class="soft">{{ governs(x) }}</span></template
    >
    <template #breaks="{ row: x }"><Reserve :value="x.verdict?.strength.value" /></template>
    <template #moves="{ row: x }"><Reserve :value="x.verdict?.stiffness.value" /></template>
    <template #each="{ row: x }">{{ x.verdict ? mass(x.verdict.mass_kg) : '' }}</template>
    <template #acts="{ row: x }"><RowActions kind="structures" :row="x" :name="x.spec.mark" /></template>
  </DataList>
</template>
