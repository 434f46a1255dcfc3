<script setup lang="ts">
/** The finished nests of one thickness side by side; one of them counts. */
import { atTime } from '../../shared/dates'
import { ref, watch } from 'vue'
import { call, type S } from '../../api/client'
import { attempt, job, mayWrite, open } from '../../shared/job'

const props = defineProps<{ sheets: S['SheetView'] }>()
const found = ref<S['Variant'][]>([])
watch(
  () => [props.sheets.key, props.sheets.done?.id, props.sheets.done?.stale, props.sheets.latest?.state],
  () =>
    attempt(async () => {
      found.value = await call('GET', `/jobs/${job.value!.job.id}/variants?key=${encodeURIComponent(props.sheets.key)}`)
    }),
  { immediate: true },
)
const pick = (v: S['Variant']) =>
  attempt(async () => {
    await call('POST', `/jobs/${job.value!.job.id}/plans/${v.id}/pick`)
    await open(job.value!.job.id)
  })
</script>
<template>
  <table v-if="found.length > 1" class="list">
    <thead>
      <tr>
        <th>{{ $t('cut.variants') }}</th>
        <th class="num">{{ job!.job.spec.currency }}</th>
        <th class="num">{{ $t('cut.sheets') }}</th>
        <th class="num">{{ $t('cut.used') }}</th>
        <th class="num">{{ $t('cut.cut_min') }}</th>
        <th></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="v in found" :key="v.id" :class="{ chosen: v.counts }">
        <td>
          {{ v.title || $t('cut.searched') }}
          <span class="soft"
            >{{ v.by }}, {{ atTime(v.finished ?? v.asked)
            }}<template v-if="v.stale">{{ $t('cut.stale_3') }}</template></span
          >
        </td>
        <td class="num">{{ v.cost?.toFixed(2) }}</td>
        <td class="num">{{ v.sheets }}</td>
        <td class="num">{{ ((v.utilisation ?? 0) * 100).toFixed(0) }} %</td>
        <td class="num">{{ v.cut_minutes.toFixed(1) }}</td>
        <td class="num">
          <b v-if="v.counts">{{ $t('cut.counts') }}</b><el-button text v-else-if="mayWrite" @click="pick(v)">{{
            $t('cut.let_it_count')
          }}</el-button>
        </td>
      </tr>
    </tbody>
  </table>
</template>
