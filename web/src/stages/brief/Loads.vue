<script setup lang="ts">
/** What it must carry. */
import { t } from '../../messages'
import { onMounted, ref } from 'vue'
import type { S } from '../../api/client'
import { useDraft } from '../../composables/useDraft'
import { usePicked } from '../../composables/usePicked'
import { attempt, job, mayWrite } from '../../shared/job'
import { sizeOf } from '../../shared/loads'
import RowActions from '../../shared/RowActions.vue'
import { force } from '../../shared/units'
import DataList from '../../ui/DataList.vue'
import type { Column } from '../../ui/lists'
import { blankLoad, formWords, loadSources, onlyItsForm } from './load'
import LoadForm from './LoadForm.vue'

const form = useDraft<S['LoadSpec']>('loads', { whole: (x) => onlyItsForm(x) })
const { draft: load } = form
if (!load.value && !job.value!.loads.length) form.begin(blankLoad())
onMounted(() => attempt(loadSources))
const foundLoad = ref<number | null>(null)
usePicked('load', foundLoad)
const columns: Column<S['LoadRow']>[] = [
  { id: 'name', head: t('brief.name'), by: (r) => r.spec.name },
  { id: 'kind', head: t('brief.kind'), by: (r) => `${r.spec.case}, ${formWords(r.spec.form ?? 'area')}` },
  { id: 'size', head: t('brief.size'), by: (r) => r.value, words: (r) => sizeOf(r.spec) ?? '' },
  { id: 'dynamic', head: t('brief.dynamic'), by: (r) => r.spec.dynamic_factor },
  { id: 'acts', head: '', acts: true },
]
</script>
<template>
  <h2>{{ $t('brief.loads') }}</h2>
  <DataList
    v-if="job!.loads.length"
    v-model="foundLoad"
    :label="$t('brief.loads')"
    kind="load"
    :rows="job!.loads"
    :columns="columns"
  >
    <template #name="{ row: r }"
      ><b>{{ r.spec.name }}</b></template
    >
    <template #size="{ row: r }"
      >{{ sizeOf(r.spec)
      }}<span v-if="r.spec.source && r.value != null" class="soft"> {{ force(r.value) }}</span></template
    >
    <template #dynamic="{ row: r }">× {{ r.spec.dynamic_factor }}</template>
    <template #acts="{ row: r }"
      ><RowActions kind="loads" :row="r" :name="`load ${r.spec.name}`" :change="() => form.begin(r.spec, r)"
    /></template>
  </DataList>
  <LoadForm v-if="load && mayWrite" :form="form" />
  <el-button class="gap" v-else-if="mayWrite" @click="form.begin(blankLoad())">{{ $t('brief.add_a_load') }}</el-button>
</template>
