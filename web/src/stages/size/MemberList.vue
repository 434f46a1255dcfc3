<script setup lang="ts">
/** Members, weakest first; what is not checked before all. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import { job, why } from '../../shared/job'
import Reserve from '../../shared/Reserve.vue'
import RowActions from '../../shared/RowActions.vue'
import { mass } from '../../shared/units'
import { least } from './member'
import PickTable from '../../ui/PickTable.vue'

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
</script>
<template>
  <PickTable
    v-model="chosen"
    :heads="['What', 'Section', 'What governs', 'Breaks', 'Moves', '#Each', '']"
    :rows="weakestFirst"
    ><template #default="{ row: m }">
      <td>
        {{ m.spec.name }} <span class="soft">× {{ m.spec.qty }}</span>
      </td>
      <td>
        {{ m.spec.section_id }} <span class="soft">{{ m.spec.material_id }}</span>
      </td>
      <td class="soft">{{ governs(m) }}</td>
      <td>
        <el-button text @click.stop="whyOf(m.id, m.verdict?.strength.check_id ?? 'bending')"
          ><Reserve :value="m.verdict?.strength.value"
        /></el-button>
      </td>
      <td>
        <el-button text @click.stop="whyOf(m.id, m.verdict?.stiffness.check_id ?? '')"
          ><Reserve :value="m.verdict?.stiffness.value"
        /></el-button>
      </td>
      <td class="num">{{ m.verdict ? mass(m.verdict.mass_kg) : '' }}</td>
      <td class="num">
        <RowActions kind="members" :row="m" :name="m.spec.mark" />
      </td> </template
  ></PickTable>
</template>
