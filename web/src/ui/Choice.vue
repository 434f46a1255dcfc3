<script setup lang="ts" generic="T extends Value">
/** One of a few, without a name of its own. With many to choose from, what is typed finds them. */
import { computed } from 'vue'
import { listed, type Choices, type Value } from './choices'

defineOptions({ inheritAttrs: false })
const props = defineProps<{ modelValue?: T; options: Choices }>()
const emit = defineEmits<{ 'update:modelValue': [T]; change: [T] }>()
const MANY = 8
const offered = computed(() => listed(props.options))
function picked(value: T) {
  emit('update:modelValue', value)
  emit('change', value)
}
</script>
<template>
  <el-select-v2
    v-bind="$attrs"
    :model-value="modelValue"
    :options="offered"
    :filterable="offered.length > MANY"
    :empty-values="[undefined]"
    :placeholder="($attrs.placeholder as string) ?? ''"
    @update:model-value="picked($event as T)"
  />
</template>
