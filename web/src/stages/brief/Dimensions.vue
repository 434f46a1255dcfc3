<script setup lang="ts">
/** Lengths with a name, where each comes from, and who verified it. */
import { ref } from 'vue'
import type { S } from '../../api/client'
import { useDraft } from '../../composables/useDraft'
import { usePicked } from '../../composables/usePicked'
import { job, mayWrite } from '../../shared/job'
import { usePreview } from '../../shared/preview'
import RowActions from '../../shared/RowActions.vue'
import { entry, length, lengthUnit } from '../../shared/units'
import ChoiceField from '../../ui/ChoiceField.vue'
import DataList from '../../ui/DataList.vue'
import type { Column } from '../../ui/lists'
import EditForm from '../../ui/EditForm.vue'
import QuantityField from '../../ui/QuantityField.vue'
import TextField from '../../ui/TextField.vue'

const form = useDraft<S['DimensionSpec']>('dimensions')
const { draft: dim, row } = form
usePreview(() => (dim.value ? { kind: 'dimensions', id: row.value?.id, spec: dim.value } : null))
const foundDim = ref<number | null>(null)
usePicked('dimension', foundDim)
function begin() {
  form.begin({ name: '', size: entry(''), origin: 'measured', verified_by: '', cut_anyway: '' } as S['DimensionSpec'])
}
const verified = ({ spec }: S['DimensionRow']) =>
  spec.verified_by || (spec.cut_anyway ? `nobody; cut anyway: ${spec.cut_anyway}` : 'nobody yet')
const columns: Column<S['DimensionRow']>[] = [
  { id: 'name', head: 'Name', by: (r) => r.spec.name },
  { id: 'typed', head: 'Typed', long: true, by: (r) => r.spec.size.text },
  { id: 'is', head: 'Is', num: true, by: (r) => r.spec.size.value },
  { id: 'from', head: 'From', by: (r) => r.spec.origin },
  { id: 'verified', head: 'Verified by', by: verified },
  { id: 'acts', head: '', acts: true },
]
</script>
<template>
  <h2 class="gap">Named dimensions</h2>
  <DataList
    v-if="job!.dimensions.length"
    v-model="foundDim"
    label="Named dimensions"
    kind="dimension"
    :rows="job!.dimensions"
    :columns="columns"
  >
    <template #name="{ row: r }"
      ><b>{{ r.spec.name }}</b></template
    >
    <template #is="{ row: r }">{{ length(r.spec.size.value ?? 0) }}{{ lengthUnit() }}</template>
    <template #acts="{ row: r }"
      ><RowActions kind="dimensions" :row="r" :name="r.spec.name" :change="() => form.begin(r.spec, r)"
    /></template>
  </DataList>
  <EditForm v-if="dim && mayWrite" :form="form" save="Save dimension">
    <div class="fields">
      <TextField id="dim-name" placeholder="frame_width" v-model="dim.name" label="Name" at="name" />
      <QuantityField at="size" v-model="dim.size" label="Length or formula" />
      <ChoiceField
        id="dim-origin"
        v-model="dim.origin"
        label="It was"
        at="origin"
        :options="['measured', 'drawing', 'customer', 'assumed']"
      />
      <TextField id="dim-by" v-model="dim.verified_by" label="Verified by" at="verified_by" />
      <TextField
        v-if="!dim.verified_by"
        id="dim-anyway"
        v-model="dim.cut_anyway"
        label="Or cut anyway, because"
        at="cut_anyway"
      /></div
  ></EditForm>
  <el-button class="gap" v-else-if="mayWrite" @click="begin">Add a dimension</el-button>
</template>
