<script setup lang="ts">
/** What it must carry. */
import { ref } from 'vue'
import type { S } from '../../api/client'
import { useDraft } from '../../composables/useDraft'
import { usePicked } from '../../composables/usePicked'
import { job, mayWrite } from '../../shared/job'
import { sizeOf } from '../../shared/loads'
import RowActions from '../../shared/RowActions.vue'
import { force } from '../../shared/units'
import { blankLoad, FORMS, onlyItsForm } from './load'
import LoadForm from './LoadForm.vue'

const form = useDraft<S['LoadSpec']>('loads', { whole: (x) => onlyItsForm(x) })
const { draft: load } = form
if (!load.value && !job.value!.loads.length) form.begin(blankLoad())
const foundLoad = ref<number | null>(null)
usePicked('load', foundLoad)
</script>
<template>
  <h2>Loads</h2>
  <table class="list">
    <thead>
      <tr>
        <th>Name</th>
        <th>Kind</th>
        <th>Size</th>
        <th>Dynamic</th>
        <th></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="r in job!.loads" :key="r.id" :class="{ chosen: r.id === foundLoad }" :data-row="`load ${r.id}`">
        <td>
          <b>{{ r.spec.name }}</b>
        </td>
        <td>{{ r.spec.case }}, {{ FORMS[r.spec.form ?? 'area'] }}</td>
        <td>
          {{ sizeOf(r.spec) }}<span v-if="r.spec.source && r.value != null" class="soft"> {{ force(r.value) }}</span>
        </td>
        <td>× {{ r.spec.dynamic_factor }}</td>
        <td class="num">
          <RowActions kind="loads" :row="r" :name="`load ${r.spec.name}`" :change="() => form.begin(r.spec, r)" />
        </td>
      </tr>
    </tbody>
  </table>
  <LoadForm v-if="load && mayWrite" :form="form" />
  <el-button class="gap" v-else-if="mayWrite" @click="form.begin(blankLoad())">Add a load</el-button>
</template>
