<script setup lang="ts">
/** Members, weakest first; what is not checked before all. */
import { t } from '../../messages'
import { computed } from 'vue'
import type { S } from '../../api/client'
import { job, why } from '../../shared/job'
import Reserve from '../../shared/Reserve.vue'
import RowActions from '../../shared/RowActions.vue'
import { mass } from '../../shared/units'
import { least } from './member'
import DataList from '../../ui/DataList.vue'
import { weakness, type Column } from '../../ui/lists'

const chosen = defineModel<number | null>({ required: true })
const weakestFirst = computed(() => [...job.value!.members].sort((a, b) => least(a) - least(b)))
const whyOf = (member: number, check: string) => {
  chosen.value = member
  why.value = { title: '', member, check }
}
function governs(m: S['MemberRow']): string {
  if (!m.verdict) return m.trouble ?? ''
  return least(m) === m.verdict.stiffness.value ? m.verdict.stiffness.governs : m.verdict.strength.governs
}
const columns: Column<S['MemberRow']>[] = [
  { id: 'mark', head: t('size.mark'), by: (m) => m.spec.mark },
  { id: 'what', head: t('size.what'), by: (m) => m.spec.name },
  { id: 'section', head: t('size.section'), by: (m) => m.spec.section_id, words: (m) => m.spec.material_id },
  { id: 'module', head: t('size.module'), by: (m) => m.spec.module, off: true },
  { id: 'governs', head: t('size.what_governs'), by: governs },
  { id: 'breaks', head: t('size.breaks_2'), by: (m) => weakness(m.verdict?.strength.value) },
  { id: 'moves', head: t('size.moves_2'), by: (m) => weakness(m.verdict?.stiffness.value) },
  { id: 'each', head: t('size.each'), num: true, by: (m) => m.verdict?.mass_kg },
  { id: 'acts', head: '', acts: true },
]
</script>
<template>
  <DataList
    v-model="chosen"
    :label="$t('size.members')"
    place="members"
    pick
    kind="member"
    :rows="weakestFirst"
    :columns="columns"
  >
    <template #what="{ row: m }"
      >{{ m.spec.name }} <span class="soft">× {{ m.spec.qty }}</span></template
    >
    <template #section="{ row: m }"
      >{{ m.spec.section_id }} <span class="soft">{{ m.spec.material_id }}</span></template
    >
    <template #governs="{ row: m }"
      ><span class="soft">{{ governs(m) }}</span></template
    >
    <template #breaks="{ row: m }"
      ><el-button text @click.stop="whyOf(m.id, m.verdict?.strength.check_id ?? 'bending')"
        ><Reserve :value="m.verdict?.strength.value" /></el-button
    ></template>
    <template #moves="{ row: m }"
      ><el-button text @click.stop="whyOf(m.id, m.verdict?.stiffness.check_id ?? '')"
        ><Reserve :value="m.verdict?.stiffness.value" /></el-button
    ></template>
    <template #each="{ row: m }">{{ m.verdict ? mass(m.verdict.mass_kg) : '' }}</template>
    <template #acts="{ row: m }"><RowActions kind="members" :row="m" :name="m.spec.mark" /></template>
  </DataList>
</template>
