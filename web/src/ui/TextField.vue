<script setup lang="ts">
/** A field for words; of several lines where it is told how many. */
import FieldFrame from './FieldFrame.vue'

defineOptions({ inheritAttrs: false })
defineProps<{ label: string; at?: string; id?: string; echo?: string; rows?: number; type?: string }>()
const text = defineModel<string | null>()
</script>
<template>
  <FieldFrame v-slot="{ id: place, bad, described }" :id="id" :label="label" :at="at" :echo="echo">
    <el-input
      :id="place"
      v-model="text"
      v-bind="$attrs"
      :type="rows ? 'textarea' : (type ?? 'text')"
      :rows="rows"
      autocomplete="off"
      :aria-invalid="bad || undefined"
      :aria-describedby="described"
    />
  </FieldFrame>
</template>
