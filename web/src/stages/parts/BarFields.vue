<script setup lang="ts">
/** A piece of bar: what it follows or is cut from, and its two ends. */
import { computed, watch } from 'vue'
import { job } from '../../shared/job'
import SectionPick from '../../shared/SectionPick.vue'
import ChoiceField from '../../ui/ChoiceField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import AskedFields from '../../ui/AskedFields.vue'
import { unit } from '../../shared/units'
import { bendAsks, type Draft } from './part'

const draft = defineModel<Draft>({ required: true })
/** What is bent is as long as its legs make it; what is not has none. */
const bent = computed(() => (draft.value.shape.bends ?? []).length > 0)
watch(bent, (now) => {
  const shape = draft.value.shape
  const empty = { text: '', unit: unit.value }
  if (now) [shape.first_leg, shape.length] = [shape.first_leg ?? shape.length ?? empty, null]
  else [shape.length, shape.first_leg] = [shape.length ?? shape.first_leg ?? empty, null]
})
</script>
<template>
  <ChoiceField
    id="p-member"
    v-model="draft.shape.member_id"
    :label="$t('parts.follows')"
    at="shape.member_id"
    :options="[
      { value: null, label: $t('parts.nothing_as_given_here') },
      ...job!.members.map((m) => ({ value: m.id, label: m.spec.mark })),
    ]"
  />
  <template v-if="!draft.shape.member_id"
    ><SectionPick v-model:section="draft.shape.section_id" v-model:material="draft.material_id" within="shape."
  /></template>
  <QuantityField
    v-if="!bent"
    at="shape.length"
    v-model="draft.shape.length"
    :label="$t('parts.length_point_to_point')"
    :optional="!!draft.shape.member_id"
    :hint="$t('parts.the_members')"
  />
  <AskedFields v-else v-model="draft.shape" :asks="bendAsks.slice(1)" within="shape." prefix="p-" />
  <AskedFields v-model="draft.shape" :asks="bendAsks.slice(0, 1)" within="shape." prefix="p-" />
  <QuantityField
    at="shape.left_end"
    v-model="draft.shape.left_end"
    :label="$t('parts.left_end_from_square')"
    kind="angle"
  /><QuantityField
    at="shape.right_end"
    v-model="draft.shape.right_end"
    :label="$t('parts.right_end_from_square')"
    kind="angle"
  />
  <template v-for="side in ['left', 'right']" :key="side"
    ><ChoiceField
      :id="`p-${side}`"
      v-model="draft.shape[`${side}_shape`].kind"
      :label="$t('parts.end_is_x', [side === 'left' ? 'Left' : 'Right'])"
      :at="`shape.${side}_shape.kind`"
      :options="{
        straight: $t('parts.cut_straight'),
        saddle: $t('parts.saddled_onto_a_tube'),
        notch: $t('parts.notched'),
      }" />
    <template v-if="draft.shape[`${side}_shape`].kind !== 'straight'"
      ><QuantityField
        v-model="draft.shape[`${side}_shape`].size"
        :at="`shape.${side}_shape.size`"
        :label="
          draft.shape[`${side}_shape`].kind === 'saddle' ? $t('parts.onto_the_diameter') : $t('parts.notch_deep')
        " /><QuantityField
        v-if="draft.shape[`${side}_shape`].kind === 'saddle'"
        v-model="draft.shape[`${side}_shape`].offset"
        :at="`shape.${side}_shape.offset`"
        :label="$t('parts.offset')"
        optional
        :hint="$t('parts.over_its_middle')" /><QuantityField
        v-if="draft.shape[`${side}_shape`].kind === 'notch'"
        v-model="draft.shape[`${side}_shape`].width"
        :at="`shape.${side}_shape.width`"
        :label="$t('parts.notch_wide')"
        optional
        :hint="$t('parts.half_of_it')" /></template
  ></template>
  <QuantityField
    at="shape.held_to"
    v-model="draft.shape.held_to"
    :label="$t('parts.measured_later_at_most')"
    optional
    :hint="$t('parts.cut_as_given')"
  /><el-checkbox v-model="draft.shape.ripped">{{ $t('parts.split_lengthwise_two_from_one') }}</el-checkbox>
</template>
