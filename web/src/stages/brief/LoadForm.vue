<script setup lang="ts">
/** A load: what it is, how large, and how it comes and goes. */
import { onMounted } from 'vue'
import type { S } from '../../api/client'
import type { useDraft } from '../../composables/useDraft'
import { attempt } from '../../shared/job'
import { usePreview } from '../../shared/preview'
import ChoiceField from '../../ui/ChoiceField.vue'
import EditForm from '../../ui/EditForm.vue'
import NumberField from '../../ui/NumberField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import TextField from '../../ui/TextField.vue'
import { FORMS, loadSources, onlyItsForm, sourceOf, sources } from './load'
import LoadSource from './LoadSource.vue'

const props = defineProps<{ form: ReturnType<typeof useDraft<S['LoadSpec']>> }>()
const { draft: load, row } = props.form
onMounted(() => attempt(loadSources))
usePreview(() => (load.value ? { kind: 'loads', id: row.value?.id, spec: onlyItsForm(load.value) } : null))
</script>
<template>
  <EditForm v-if="load" :form="form" save="Save load">
    <div class="fields">
      <TextField id="load-name" placeholder="crowd" v-model="load.name" label="Load" at="name" />
      <ChoiceField id="load-case" v-model="load.case" label="It is" at="case" :options="['live', 'dead', 'wind']" />
      <ChoiceField id="load-form" v-model="load.form" label="Given" at="form" :options="FORMS" />
      <ChoiceField
        v-if="load.form === 'force'"
        id="load-source"
        :model-value="load.source?.kind ?? ''"
        label="Its size is"
        :options="[{ value: '', label: 'known' }, ...sources.map((x) => ({ value: x.kind, label: x.words }))]"
        @update:model-value="load.source = sourceOf($event ?? '')"
      />
      <LoadSource v-if="load.form === 'force' && load.source" v-model="load.source" />
      <QuantityField
        at="force"
        v-else-if="load.form === 'force'"
        v-model="load.force"
        label="Size"
        kind="force"
      /><QuantityField at="line" v-else-if="load.form === 'line'" v-model="load.line" label="Size" kind="line_load" />
      <QuantityField at="area" v-else v-model="load.area" label="Size" kind="area_load" />
      <NumberField id="load-dyn" v-model="load.dynamic_factor" label="Dynamic factor" at="dynamic_factor" />
      <NumberField
        id="load-cycles"
        placeholder="seldom"
        v-model="load.cycles"
        label="Comes and goes, times"
        at="cycles"
      />
      <TextField
        id="load-group"
        placeholder="nothing"
        v-model="load.group"
        label="Comes together with"
        echo="loads of one group act together or not at all"
        at="group"
      />
      <TextField
        id="load-one"
        placeholder="nothing"
        v-model="load.one_of"
        label="One of"
        echo="of these at most one acts at a time"
        at="one_of"
      />
      <el-checkbox v-model="load.both_ways">it acts either way</el-checkbox>
    </div></EditForm
  >
</template>
