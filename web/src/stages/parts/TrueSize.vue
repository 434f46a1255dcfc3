<script setup lang="ts">
/** What of a part is printed in true size, on which paper. */
import { ref } from 'vue'
import type { S } from '../../api/client'
import CutFile from '../../shared/CutFile.vue'
import { given } from '../../shared/file'
import { attempt, job } from '../../shared/job'
import { unit } from '../../shared/units'
import Choice from '../../ui/Choice.vue'
import { t } from '../../messages'

const props = defineProps<{ row: S['PartRow'] }>()
const PAPERS = ['A4', 'A3', 'Letter']
const paper = ref(unit.value === 'in' ? 'Letter' : 'A4')
const words = (of: string) => (of === 'part' ? t('parts.the_plate') : of.replace('-', ' '))
const path = (of: string) => {
  const asked = new URLSearchParams({ of, paper: paper.value, unit: unit.value })
  return `/jobs/${job.value!.job.id}/export/parts/${props.row.id}/true-size.pdf?${asked}`
}
/** Fetched here: what takes too many pages is said on the page, and the page stays. */
const give = (of: string) =>
  attempt(() =>
    given(path(of), `${job.value!.job.spec.name} ${props.row.spec.mark} ${of} true size ${paper.value}.pdf`),
  )
</script>
<template>
  <div v-if="row.geometry?.prints?.length" class="row true-size" role="group" :aria-label="$t('parts.in_true_size')">
    <b>{{ $t('parts.in_true_size') }}</b>
    <Choice v-model="paper" :options="PAPERS" :aria-label="$t('parts.paper')" />
    <CutFile v-for="of in row.geometry.prints" :key="of" quiet :href="`/api${path(of)}`" @click.prevent="give(of)">{{
      words(of)
    }}</CutFile>
  </div>
</template>
<style scoped>
.true-size :deep(.el-select) {
  width: 92px;
}
</style>
