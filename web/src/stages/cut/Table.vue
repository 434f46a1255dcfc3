<script setup lang="ts">
/** What cuts the plates, and a nested sheet run on the table before it is run in metal. */
import { t } from '../../messages'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { S } from '../../api/client'
import { job } from '../../shared/job'
import { keysOf } from '../../shared/nest'
import { length, lengthUnit } from '../../shared/units'
import Choice from '../../ui/Choice.vue'
import Processes from './Processes.vue'
import TableView from './TableView.vue'

const props = defineProps<{ plans: Record<string, S['PlanView']> }>()
const route = useRoute()
const router = useRouter()
function sheetsOf(s: S['JobView']['sheets'][number]) {
  const plan = props.plans[s.key]
  const keys = plan?.result ? keysOf(plan.result.placements) : []
  const plate = t('cut.plate_x_3', [length(s.thickness_mm), lengthUnit(), s.material_id])
  return keys.map((sheet, k) => ({
    plan: plan.id,
    sheet,
    value: `${plan.id} ${sheet}`,
    label: t('cut.sheet_of_x_2', [plate, k + 1, keys.length]),
  }))
}
const sheets = computed(() => job.value!.sheets.flatMap(sheetsOf))
const asked = computed(() => String(route.query.sheet ?? ''))
const chosen = computed(() => sheets.value.find((s) => s.value === asked.value) ?? sheets.value[0])
const show = (value: string) => router.replace({ query: { sheet: value } })
</script>
<template>
  <p v-if="!sheets.length" class="soft gap">
    {{ $t('cut.nothing_is_nested_yet') }}
    <router-link :to="`/jobs/${job!.job.id}/cut/sheets`">{{ $t('cut.nest_the_sheets') }}</router-link>
    {{ $t('cut.and_they_can_be_run') }}
  </p>
  <template v-else>
    <label v-if="sheets.length > 1" class="row gap">
      {{ $t('cut.on_the_table') }}
      <Choice
        class="long"
        :aria-label="$t('cut.sheet_on_the_table')"
        :model-value="chosen.value"
        :options="sheets"
        @update:model-value="show"
      />
    </label>
    <TableView :plan="chosen.plan" :sheet="chosen.sheet" />
  </template>
  <Processes />
</template>
<style scoped>
.long {
  min-width: 320px;
}
</style>
