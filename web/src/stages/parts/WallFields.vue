<script setup lang="ts">
/** A wall of a box of plates: of which box, and which wall. */
import { computed } from 'vue'
import { job } from '../../shared/job'
import { marked } from '../../shared/named'
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
    :options="marked(sides)"
  />
  <NumberField id="p-number" v-model="draft.shape.number" :label="$t('parts.wall_number')" at="shape.number" />
</template>
