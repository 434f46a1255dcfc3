<script setup lang="ts">
/** Parts as they are put together: every assembly of the job, and one of them drawn. */
import { computed, ref } from 'vue'
import type { S } from '../../api/client'
import { useDraft } from '../../composables/useDraft'
import { usePicked } from '../../composables/usePicked'
import { t } from '../../messages'
import { job, mayWrite } from '../../shared/job'
import { mass } from '../../shared/units'
import DataList from '../../ui/DataList.vue'
import type { Column } from '../../ui/lists'
import { leadTo } from '../../ui/lead'
import { blank, type Spec } from './assembly'
import AssemblyForm from './AssemblyForm.vue'
import Sheet from './Sheet.vue'

type Row = S['AssemblyRow']
const rows = computed(() => job.value!.assemblies)
const chosen = ref<number | null>(rows.value[0]?.id ?? null)
usePicked('assembly', chosen)
const row = computed(() => rows.value.find((a) => a.id === chosen.value))
const form = useDraft<Spec>('assemblies', { saved: (id) => (chosen.value = id) })
const { draft, begin, leave } = form
function add() {
  asked.value = ''
  begin(blank(rows.value.length + 1))
}
const change = (a: Row) => begin(a.spec, a)
function choose(id: number) {
  if (leave()) chosen.value = id
}
/** What the form opens with: the row or the weld that states something. */
const asked = ref('')
function lead(to: string) {
  asked.value = to
  if (row.value && change(row.value)) void leadTo(to)
}
function begun(a: Row) {
  asked.value = ''
  change(a)
}
const columns: Column<Row>[] = [
  { id: 'mark', head: t('assemblies.mark'), by: (a) => a.spec.mark },
  { id: 'name', head: t('assemblies.name'), by: (a) => a.spec.name, words: (a) => a.spec.module ?? '' },
  { id: 'qty', head: t('assemblies.how_many'), num: true, by: (a) => a.spec.qty },
  { id: 'mass', head: t('assemblies.mass_of_one'), num: true, by: (a) => a.result.mass_kg },
]
</script>
<template>
  <div class="gap">
    <DataList
      v-if="rows.length > 1 && !draft"
      :label="$t('assemblies.assemblies')"
      pick
      kind="assembly"
      :model-value="chosen"
      :rows="rows"
      :columns="columns"
      @update:model-value="choose($event!)"
    >
      <template #name="{ row: a }"
        >{{ a.spec.name }} <span class="soft">{{ a.spec.module }}</span></template
      >
      <template #mass="{ row: a }">{{ mass(a.result.mass_kg) }}</template>
    </DataList>
    <AssemblyForm v-if="draft" :form="form" :asked="asked" />
    <Sheet v-else-if="row" :key="row.id" :row="row" @lead="lead" @change="begun(row)" />
    <p v-else-if="!rows.length" class="notice">{{ $t('assemblies.none_yet') }}</p>
    <el-button v-if="mayWrite && !draft" class="gap" @click="add">{{ $t('assemblies.add') }}</el-button>
  </div>
</template>
