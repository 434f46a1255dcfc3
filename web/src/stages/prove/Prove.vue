<script setup lang="ts">
/** What is proven: every load test of the job, and one of them. */
import { computed, ref } from 'vue'
import type { S } from '../../api/client'
import { useDraft } from '../../composables/useDraft'
import { usePicked } from '../../composables/usePicked'
import { t } from '../../messages'
import { job, mayWrite } from '../../shared/job'
import { isBad, stateWords } from '../../shared/proven'
import { force } from '../../shared/units'
import DataList from '../../ui/DataList.vue'
import type { Column } from '../../ui/lists'
import { blank, step, tested, testedOf, type Spec } from './loadTest'
import TestForm from './TestForm.vue'
import TestSheet from './TestSheet.vue'

type Row = S['LoadTestRow']
const rows = computed(() => job.value!.load_tests)
const chosen = ref<number | null>(rows.value[0]?.id ?? null)
usePicked('load test', chosen)
const row = computed(() => rows.value.find((r) => r.id === chosen.value) ?? rows.value[0])
const form = useDraft<Spec>('load_tests', { saved: (id) => (chosen.value = id) })
const { draft, begin, leave } = form
const add = () => begin(blank(rows.value.length + 1))
/** The form with a row for the step that is due, and open there. */
const reads = ref(false)
function next(of: Row) {
  reads.value = begin(of.spec, of)
  if (reads.value) draft.value!.steps!.push(step(draft.value!, of.result.todo ?? []))
}
function change(of: Row) {
  reads.value = false
  begin(of.spec, of)
}
function choose(id: number) {
  if (leave()) chosen.value = id
}
const whatOf = (spec: Spec) => tested().find((x) => x.value === testedOf(spec))?.label ?? ''
const columns: Column<Row>[] = [
  { id: 'mark', head: t('prove.mark'), by: (r) => r.spec.mark },
  { id: 'what', head: t('prove.what'), by: (r) => whatOf(r.spec), words: (r) => r.spec.name ?? '' },
  { id: 'proof', head: t('prove.proof'), num: true, by: (r) => r.spec.proof.value },
  { id: 'state', head: t('prove.state'), by: (r) => stateWords(r.result.state) },
]
</script>
<template>
  <h1>{{ $t('prove.load_tests') }}</h1>
  <div class="gap">
    <DataList
      v-if="rows.length > 1 && !draft"
      :label="$t('prove.load_tests')"
      pick
      kind="load test"
      :model-value="chosen"
      :rows="rows"
      :columns="columns"
      @update:model-value="choose($event!)"
    >
      <template #what="{ row: r }"
        >{{ whatOf(r.spec) }} <span class="soft">{{ r.spec.name }}</span></template
      >
      <template #proof="{ row: r }">{{ force(r.spec.proof.value ?? 0) }}</template>
      <template #state="{ row: r }"
        ><b :class="{ bad: isBad(r.result.state) }">{{ stateWords(r.result.state) }}</b></template
      >
    </DataList>
    <TestForm v-if="draft" :form="form" :reads="reads" />
    <TestSheet v-else-if="row" :key="row.id" :row="row" @change="change(row)" @next="next(row)" />
    <p v-else class="notice">{{ tested().length ? $t('prove.none_yet') : $t('prove.nothing_to_test') }}</p>
    <el-button v-if="mayWrite && !draft && tested().length" class="gap" @click="add">{{ $t('prove.add') }}</el-button>
  </div>
</template>
<style scoped>
.bad {
  color: var(--gives);
}
</style>
