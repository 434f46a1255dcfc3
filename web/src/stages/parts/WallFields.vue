<script setup lang="ts">
/** A wall of a box of plates: of which box, and which wall. */
import { computed } from 'vue'
import { job } from '../../shared/job'
import ChoiceField from '../../ui/ChoiceField.vue'
import NumberField from '../../ui/NumberField.vue'
import type { Draft } from './part'

const draft = defineModel<Draft>({ required: true })
const sides = computed(() => job.value!.parts.filter((p) => p.spec.shape.family === 'box_side'))
</script>
<template>
  <ChoiceField
    id="p-of"
    v-model="draft.shape.of"
    :label="$t('parts.side_of_its_box')"
    at="shape.of"
    :options="sides.map((p) => ({ value: p.id, label: `${p.spec.mark} ${p.spec.name}` }))"
  />
  <NumberField id="p-number" v-model="draft.shape.number" :label="$t('parts.wall_number')" at="shape.number" />
</template>
