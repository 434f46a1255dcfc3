<script setup lang="ts">
/** Sheets, a thickness at a time: how the plates of the job lie on them. */
import { t } from '../../messages'
import { computed, ref } from 'vue'
import type { S } from '../../api/client'
import { job } from '../../shared/job'
import { going } from '../../shared/nest'
import { length, lengthUnit } from '../../shared/units'
import GroupList from './GroupList.vue'
import SheetPlan from './SheetPlan.vue'

defineProps<{ plans: Record<string, S['PlanView']> }>()
const marked = defineModel<string>('marked', { required: true })
const seconds = ref(8)
const picked = ref('')
const chosen = computed(() => job.value!.sheets.find((s) => s.key === picked.value) ?? job.value!.sheets[0])
function figure(s: S['SheetView']): string {
  if (going(s)) return t('cut.being_nested')
  if (!s.done) return t('cut.pieces_not_nested_x', [s.pieces])
  return `${s.pieces} pieces${s.done.stale ? t('cut.made_before_a_change') : ''}`
}
const groups = computed(() =>
  job.value!.sheets.map((s) => ({
    key: s.key,
    name: `${length(s.thickness_mm)}${lengthUnit()}, ${s.material_id}${s.process ? `, ${s.process}` : ''}`,
    figure: figure(s),
    bad: s.done?.stale ?? false,
  })),
)
</script>
<template>
  <p v-if="!chosen" class="soft gap">{{ $t('cut.no_part_of_this_job_2') }}</p>
  <div v-else class="by-group gap">
    <GroupList
      v-if="groups.length > 1"
      :of="groups"
      :label="$t('cut.thicknesses')"
      :model-value="chosen.key"
      @update:model-value="picked = $event"
    />
    <SheetPlan
      :key="chosen.key"
      v-model:marked="marked"
      v-model:seconds="seconds"
      :s="chosen"
      :plan="plans[chosen.key]"
    />
  </div>
</template>
