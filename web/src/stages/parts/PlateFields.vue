<script setup lang="ts">
/** A plate: what its family asks for, as the core says. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import AskedFields from '../../ui/AskedFields.vue'
import ChoiceField from '../../ui/ChoiceField.vue'
import EdgeFields from './EdgeFields.vue'
import { families, materials, type Draft } from './part'

const draft = defineModel<Draft>({ required: true })
const THICKNESS = { name: 'thickness', words: 'Thickness', typed: 'thickness', optional: false } as S['Question']
/** An outline from a drawing has but a thickness. */
const asks = computed(() => families.value.find((f) => f.kind === draft.value.shape.family)?.asks ?? [THICKNESS])
</script>
<template>
  <ChoiceField
    id="p-mat"
    v-model="draft.material_id"
    :label="$t('parts.material')"
    at="material_id"
    :options="materials.map((m) => ({ value: m.id, label: m.name }))"
  />
  <p v-if="draft.shape.family === 'free'" class="soft">
    {{ $t('parts.outline_from_x', [draft.shape.source || $t('parts.a_drawing')]) }}
  </p>
  <AskedFields v-model="draft.shape" :asks="asks" within="shape." prefix="p-" :material="draft.material_id" />
  <EdgeFields v-model="draft" />
</template>
