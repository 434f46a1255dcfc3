<script setup lang="ts">
/** The edge that a plate needs, and how it may lie on the sheet. */
import ChoiceField from '../../ui/ChoiceField.vue'
import type { Draft } from './part'

const draft = defineModel<Draft>({ required: true })
</script>
<template>
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
