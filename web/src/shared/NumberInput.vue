<script setup lang="ts">
/** A field for a plain number. What cannot be read stays as typed, is said, and keeps the form from being sent. */
import { ref, useTemplateRef, watch } from 'vue'
import { readNumber } from './number'

defineOptions({ inheritAttrs: false })
const props = defineProps<{ modelValue?: number | string | null }>()
const emit = defineEmits<{ 'update:modelValue': [number] }>()
const shown = (value: unknown) => (value == null ? '' : String(value))
const text = ref(shown(props.modelValue))
const trouble = ref('')
const box = useTemplateRef<HTMLInputElement>('box')

function typed(event: Event) {
  text.value = (event.target as HTMLInputElement).value
  const read = readNumber(text.value)
  trouble.value = read.trouble
  box.value?.setCustomValidity(read.trouble)
  // what cannot be read goes on as it stands: whoever takes it refuses it too
  emit('update:modelValue', (read.trouble ? text.value : read.value) as number)
}
watch(
  () => props.modelValue,
  (value) => {
    const read = readNumber(text.value)
    if (value === read.value || (read.trouble && shown(value) === text.value)) return
    text.value = shown(value)
    trouble.value = ''
    box.value?.setCustomValidity('')
  },
)
</script>
<template>
  <input
    ref="box"
    inputmode="decimal"
    autocomplete="off"
    v-bind="$attrs"
    :value="text"
    :aria-invalid="trouble ? true : undefined"
    @input="typed"
  />
  <span v-if="trouble" class="echo bad" role="alert">{{ trouble }}</span>
</template>
