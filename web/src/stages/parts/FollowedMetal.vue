<script setup lang="ts">
/** The metal of a part that follows another: its own, or that one's. */
import ChoiceField from '../../ui/ChoiceField.vue'
import { materials, type Draft } from './part'

const draft = defineModel<Draft>({ required: true })
</script>
<template>
  <ChoiceField
    id="p-mat"
    v-model="draft.material_id"
    :label="$t('parts.material')"
    at="material_id"
    :options="[{ value: '', label: $t('parts.that_parts') }, ...materials.map((m) => ({ value: m.id, label: m.name }))]"
  />
</template>
