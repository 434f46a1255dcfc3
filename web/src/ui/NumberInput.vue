<script setup lang="ts">
/** A plain number without a name of its own. What cannot be read stays as typed, and whoever takes it refuses it. */
import { ref, useTemplateRef, watch } from 'vue'
import type { InputInstance } from 'element-plus'
import { readNumber } from '../shared/number'

defineOptions({ inheritAttrs: false })
const props = defineProps<{ modelValue?: number | string | null; quiet?: boolean }>()
const emit = defineEmits<{ 'update:modelValue': [number]; trouble: [string] }>()
const shown = (value: unknown) => (value == null ? '' : String(value))
const text = ref(shown(props.modelValue))
const trouble = ref('')
const box = useTemplateRef<InputInstance>('box')

function hold(words: string) {
  trouble.value = words
  box.value?.input?.setCustomValidity(words)
  emit('trouble', words)
}
function typed(now: string) {
  text.value = now
  const read = readNumber(now)
  hold(read.trouble)
  // what cannot be read goes on as it stands: whoever takes it refuses it too
  emit('update:modelValue', (read.trouble ? now : read.value) as number)
}
watch(
  () => props.modelValue,
  (value) => {
    const read = readNumber(text.value)
    if (value === read.value || (read.trouble && shown(value) === text.value)) return
    text.value = shown(value)
    hold('')
  },
)
</script>
<template>
  <el-input
    ref="box"
    inputmode="decimal"
    autocomplete="off"
    v-bind="$attrs"
    :model-value="text"
    :aria-invalid="trouble ? true : undefined"
    @update:model-value="typed"
  />
  <span v-if="trouble && !quiet" class="echo bad" role="alert">{{ trouble }}</span>
</template>
