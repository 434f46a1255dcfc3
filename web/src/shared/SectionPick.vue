<script setup lang="ts">
/** A section, a size of the catalogue or one of the job's own, and a material it is sold in. */
import { computed, onMounted, shallowRef } from 'vue'
import type { S } from '../api/client'
import { catalogue, job } from './job'
import ChoiceField from '../ui/ChoiceField.vue'

const props = withDefaults(defineProps<{ section: string; material: string; own?: boolean; metal?: boolean }>(), {
  own: true,
  metal: true,
})
const emit = defineEmits<{ 'update:section': [string]; 'update:material': [string] }>()
const all = shallowRef<S['Catalogue'] | null>(null)
onMounted(async () => {
  all.value = await catalogue()
})
const mine = computed(() => (props.own ? (job.value?.profiles ?? []) : []))
const options = computed(() =>
  [...mine.value.map((p) => p.spec.name), ...(all.value?.sections ?? []).map((s) => s.id)].map((id) => ({
    value: id,
    label: id,
  })),
)
const sold = (id: string) =>
  mine.value.find((p) => p.spec.name === id)?.materials ?? all.value?.sections.find((s) => s.id === id)?.materials ?? []
function pick(id: string) {
  emit('update:section', id)
  const materials = sold(id)
  if (!materials.includes(props.material)) emit('update:material', materials[materials.length - 1] ?? '')
}
</script>
<template>
  <div class="field">
    <label>Section</label>
    <el-select-v2
      :model-value="section"
      :options="options"
      filterable
      placeholder="type to find"
      aria-label="Section"
      @update:model-value="pick"
    />
    <span class="echo"></span>
  </div>
  <ChoiceField
    v-if="metal"
    aria-label="Material"
    @change="emit('update:material', $event)"
    :model-value="material"
    label="Material"
    :options="sold(section)"
  />
</template>
