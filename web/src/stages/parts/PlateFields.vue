<script setup lang="ts">
/** A plate: what its family asks for, as the core says, and how it may lie on the sheet. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import AskedFields from '../../ui/AskedFields.vue'
import ChoiceField from '../../ui/ChoiceField.vue'
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
  <ChoiceField
    id="p-edge"
    v-model="draft.edge"
    :label="$t('parts.edge_it_needs')"
    at="edge"
    :options="['rough', 'cut', 'clean']"
  />
  <el-checkbox v-model="draft.mirror">{{ $t('parts.may_be_turned_over') }}</el-checkbox>
  <el-checkbox v-model="draft.first">{{ $t('parts.goes_first_if_the_metal') }}</el-checkbox>
  <el-checkbox v-model="draft.grain">{{ $t('parts.keep_the_grains_direction') }}</el-checkbox>
</template>
