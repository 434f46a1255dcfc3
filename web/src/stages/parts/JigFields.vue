<script setup lang="ts">
/** Whether a part is a jig: what kind, how often it is used, where it is kept. */
import { computed } from 'vue'
import ChoiceField from '../../ui/ChoiceField.vue'
import NumberField from '../../ui/NumberField.vue'
import TextField from '../../ui/TextField.vue'
import type { Draft } from './part'

type Kind = NonNullable<Draft['jig']>['kind']
const draft = defineModel<Draft>({ required: true })
const kind = computed<Kind | ''>({
  get: () => draft.value.jig?.kind ?? '',
  set: (to) => {
    draft.value.jig = to ? { uses: 1, kept: '', minutes: null, ...draft.value.jig, kind: to } : null
  },
})
</script>
<template>
  <ChoiceField
    id="p-jig"
    v-model="kind"
    :label="$t('parts.jig')"
    at="jig"
    :options="[
      { value: '', label: $t('parts.part_of_what_is_built') },
      { value: 'spacer', label: $t('parts.spacer') },
      { value: 'stop', label: $t('parts.stop') },
      { value: 'former', label: $t('parts.former') },
      { value: 'drill template', label: $t('parts.drill_template') },
    ]"
  />
  <template v-if="draft.jig">
    <NumberField id="p-uses" v-model="draft.jig.uses" :label="$t('parts.used_so_often')" at="jig.uses" />
    <TextField id="p-kept" v-model="draft.jig.kept" :label="$t('parts.kept_where')" at="jig.kept" />
    <NumberField
      id="p-minutes"
      v-model="draft.jig.minutes"
      :label="$t('parts.minutes_to_make')"
      at="jig.minutes"
      :placeholder="$t('parts.not_known')"
    />
  </template>
</template>
