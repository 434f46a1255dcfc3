<script setup lang="ts">
/** A section, a size of the catalogue or one of the job's own, and a material it is sold in. */
import { computed } from 'vue'
import { job } from './job'
import { useCatalogue } from '../composables/useCatalogue'
import ChoiceField from '../ui/ChoiceField.vue'

type Props = {
  section: string
  material: string
  own?: boolean
  metal?: boolean
  /** Where in what is sent they lie. */
  within?: string
}
const props = withDefaults(defineProps<Props>(), { own: true, metal: true, within: '' })
const emit = defineEmits<{ 'update:section': [string]; 'update:material': [string] }>()
const all = useCatalogue()
const mine = computed(() => (props.own ? (job.value?.profiles ?? []) : []))
const options = computed(() => [...mine.value.map((p) => p.spec.name), ...(all.value?.sections ?? []).map((s) => s.id)])
const sold = (id: string) =>
  mine.value.find((p) => p.spec.name === id)?.materials ?? all.value?.sections.find((s) => s.id === id)?.materials ?? []
function pick(id: string) {
  emit('update:section', id)
  const materials = sold(id)
  if (!materials.includes(props.material)) emit('update:material', materials[materials.length - 1] ?? '')
}
</script>
<template>
  <ChoiceField
    :model-value="section"
    :label="$t('common.section')"
    :at="`${within}section_id`"
    :options="options"
    :placeholder="$t('common.type_to_find')"
    @update:model-value="pick($event ?? '')"
  />
  <ChoiceField
    v-if="metal"
    :model-value="material"
    :label="$t('common.material')"
    :at="`${within}material_id`"
    :options="sold(section)"
    @update:model-value="emit('update:material', $event ?? '')"
  />
</template>
