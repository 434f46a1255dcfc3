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
</script>
<template>
  <h2 class="gap">Named dimensions</h2>
  <table class="list">
    <thead>
      <tr>
        <th>Name</th>
        <th>Typed</th>
        <th class="num">Is</th>
        <th>From</th>
        <th>Verified by</th>
        <th></th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="r in job!.dimensions"
        :key="r.id"
        :class="{ chosen: r.id === foundDim }"
        :data-row="`dimension ${r.id}`"
      >
        <td>
          <b>{{ r.spec.name }}</b>
        </td>
        <td>{{ r.spec.size.text }}</td>
        <td class="num">{{ length(r.spec.size.value ?? 0) }}{{ lengthUnit() }}</td>
        <td>{{ r.spec.origin }}</td>
        <td>
          {{ r.spec.verified_by || (r.spec.cut_anyway ? `nobody; cut anyway: ${r.spec.cut_anyway}` : 'nobody yet') }}
        </td>
        <td class="num">
          <RowActions kind="dimensions" :row="r" :name="r.spec.name" :change="() => form.begin(r.spec, r)" />
        </td>
      </tr>
    </tbody>
  </table>
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
