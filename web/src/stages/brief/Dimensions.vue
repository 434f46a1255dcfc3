<script setup lang="ts">
/** Lengths with a name, where each comes from, and who verified it. */
import { t } from '../../messages'
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
  spec.verified_by || (spec.cut_anyway ? t('brief.nobody_cut_anyway_x', [spec.cut_anyway]) : t('brief.nobody_yet'))
const columns: Column<S['DimensionRow']>[] = [
  { id: 'name', head: t('brief.name'), by: (r) => r.spec.name },
  { id: 'typed', head: t('brief.typed'), long: true, by: (r) => r.spec.size.text },
  { id: 'is', head: t('brief.is'), num: true, by: (r) => r.spec.size.value },
  { id: 'from', head: t('brief.from'), by: (r) => r.spec.origin },
  { id: 'verified', head: t('brief.verified_by'), by: verified },
  { id: 'acts', head: '', acts: true },
]
</script>
<template>
  <h2 class="gap">{{ $t('brief.named_dimensions') }}</h2>
  <DataList
    v-if="job!.dimensions.length"
    v-model="foundDim"
    :label="$t('brief.named_dimensions')"
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
  <EditForm v-if="dim && mayWrite" :form="form" :save="$t('brief.save_dimension')">
    <div class="fields">
      <TextField id="dim-name" placeholder="frame_width" v-model="dim.name" :label="$t('brief.name')" at="name" />
      <QuantityField at="size" v-model="dim.size" :label="$t('brief.length_or_formula')" />
      <ChoiceField
        id="dim-origin"
        v-model="dim.origin"
        :label="$t('brief.it_was')"
        at="origin"
        :options="['measured', 'drawing', 'customer', 'assumed']"
      />
      <TextField id="dim-by" v-model="dim.verified_by" :label="$t('brief.verified_by')" at="verified_by" />
      <TextField
        v-if="!dim.verified_by"
        id="dim-anyway"
        v-model="dim.cut_anyway"
        :label="$t('brief.or_cut_anyway_because')"
        at="cut_anyway"
      /></div
  ></EditForm>
  <el-button class="gap" v-else-if="mayWrite" @click="begin">{{ $t('brief.add_a_dimension') }}</el-button>
</template>
