<script setup lang="ts">
/** A part that is another one over again: which, whether mirrored, and what is changed. */
import { computed } from 'vue'
import { job } from '../../shared/job'
import { marked } from '../../shared/named'
import ChoiceField from '../../ui/ChoiceField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import { madeFamily, materials, type Draft } from './part'

const props = defineProps<{ own?: number }>()
const draft = defineModel<Draft>({ required: true })
/** What may be followed: what does not follow another itself. */
const firsts = computed(() => job.value!.parts.filter((p) => p.spec.shape.family !== 'twin' && p.id !== props.own))
const bar = computed(() => madeFamily(draft.value) === 'bar')
</script>
<template>
  <ChoiceField
    id="p-of"
    v-model="draft.shape.of"
    :label="$t('parts.over_again_of')"
    at="shape.of"
    :options="marked(firsts)"
  />
  <ChoiceField
    id="p-mirrored"
    v-model="draft.shape.mirrored"
    :label="$t('parts.made')"
    at="shape.mirrored"
    :options="[
      { value: true, label: $t('parts.as_its_mirror_image') },
      { value: false, label: $t('parts.the_same_way_round') },
    ]"
  />
  <ChoiceField
    id="p-mat"
    v-model="draft.material_id"
    :label="$t('parts.material')"
    at="material_id"
    :options="[{ value: '', label: $t('parts.that_parts') }, ...materials.map((m) => ({ value: m.id, label: m.name }))]"
  />
  <QuantityField
    at="shape.grown"
    v-model="draft.shape.grown"
    :label="bar ? $t('parts.longer_by') : $t('parts.larger_all_round_by')"
    optional
    :hint="$t('parts.as_large')"
  />
  <QuantityField
    v-if="!bar"
    at="shape.thickness"
    v-model="draft.shape.thickness"
    :label="$t('parts.thickness')"
    kind="thickness"
    optional
    :hint="$t('parts.that_parts')"
  />
  <el-checkbox v-model="draft.shape.bare">{{ $t('parts.without_its_added_holes') }}</el-checkbox>
</template>
