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
  <EditForm v-if="load" :form="form" :save="$t('brief.save_load')">
    <div class="fields">
      <TextField
        id="load-name"
        :placeholder="$t('brief.crowd')"
        v-model="load.name"
        :label="$t('brief.load')"
        at="name"
      />
      <ChoiceField
        id="load-case"
        v-model="load.case"
        :label="$t('brief.it_is')"
        at="case"
        :options="['live', 'dead', 'wind']"
      />
      <ChoiceField id="load-form" v-model="load.form" :label="$t('brief.given')" at="form" :options="FORMS" />
      <ChoiceField
        v-if="load.form === 'force'"
        id="load-source"
        :model-value="load.source?.kind ?? ''"
        :label="$t('brief.its_size_is')"
        :options="[{ value: '', label: $t('brief.known') }, ...sources.map((x) => ({ value: x.kind, label: x.words }))]"
        @update:model-value="load.source = sourceOf($event ?? '')"
      />
      <LoadSource v-if="load.form === 'force' && load.source" v-model="load.source" />
      <QuantityField
        at="force"
        v-else-if="load.form === 'force'"
        v-model="load.force"
        :label="$t('brief.size')"
        kind="force"
      /><QuantityField
        at="line"
        v-else-if="load.form === 'line'"
        v-model="load.line"
        :label="$t('brief.size')"
        kind="line_load"
      />
      <QuantityField at="area" v-else v-model="load.area" :label="$t('brief.size')" kind="area_load" />
      <NumberField
        id="load-dyn"
        v-model="load.dynamic_factor"
        :label="$t('brief.dynamic_factor')"
        at="dynamic_factor"
      />
      <NumberField
        id="load-cycles"
        :placeholder="$t('brief.seldom')"
        v-model="load.cycles"
        :label="$t('brief.comes_and_goes_times')"
        at="cycles"
      />
      <TextField
        id="load-group"
        :placeholder="$t('brief.nothing')"
        v-model="load.group"
        :label="$t('brief.comes_together_with')"
        :echo="$t('brief.loads_of_one_group_act')"
        at="group"
      />
      <TextField
        id="load-one"
        :placeholder="$t('brief.nothing')"
        v-model="load.one_of"
        :label="$t('brief.one_of')"
        :echo="$t('brief.of_these_at_most_one')"
        at="one_of"
      />
      <el-checkbox v-model="load.both_ways">{{ $t('brief.it_acts_either_way') }}</el-checkbox>
    </div></EditForm
  >
</template>
