<script setup lang="ts">
/** A section and a material it is sold in. */
import { computed, onMounted, shallowRef } from 'vue'
import type { S } from '../api/client'
import { catalogue } from './job'

const props = defineProps<{ section: string; material: string }>()
const emit = defineEmits<{ 'update:section': [string]; 'update:material': [string] }>()
const all = shallowRef<S['Catalogue'] | null>(null)
onMounted(async () => { all.value = await catalogue() })
const options = computed(() => (all.value?.sections ?? []).map((s) => ({ value: s.id, label: s.id })))
const sold = computed(() => all.value?.sections.find((s) => s.id === props.section)?.materials ?? [])
function pick(id: string) {
  emit('update:section', id)
  const materials = all.value?.sections.find((s) => s.id === id)?.materials ?? []
  if (!materials.includes(props.material)) emit('update:material', materials[materials.length - 1] ?? '')
}
</script>
<template>
  <div class="field">
    <label>Section</label>
    <el-select-v2 :model-value="section" :options="options" filterable placeholder="type to find" aria-label="Section" @update:model-value="pick" />
    <span class="echo"></span>
  </div>
  <div class="field">
    <label>Material</label>
    <select :value="material" aria-label="Material" @change="emit('update:material', ($event.target as HTMLSelectElement).value)">
      <option v-for="m in sold" :key="m" :value="m">{{ m }}</option>
    </select>
    <span class="echo"></span>
  </div>
</template>
