<script setup lang="ts">
/**
 * A field whose text is read once it is done: what is being typed stays, whatever the page shows anew meanwhile (a
 * draft is worked out while somebody types).
 */
import { nextTick, ref, watch } from 'vue'

const props = defineProps<{ value?: string | number | null }>()
const emit = defineEmits<{ done: [string] }>()
const shown = () => String(props.value ?? '')
const text = ref(shown())
let typing = false
watch(
  () => props.value,
  () => {
    if (!typing) text.value = shown()
  },
)
const typed = (now: string) => {
  typing = true
  text.value = now
}
async function done() {
  typing = false
  emit('done', text.value)
  await nextTick()
  text.value = shown()
}
</script>
<template>
  <el-input autocomplete="off" :model-value="text" @update:model-value="typed" @change="done" />
</template>
