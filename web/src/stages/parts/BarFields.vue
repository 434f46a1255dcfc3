<script setup lang="ts">
/** A piece of bar: what it follows or is cut from, and its two ends. */
import { job } from '../../shared/job'
import SectionPick from '../../shared/SectionPick.vue'
import ChoiceField from '../../ui/ChoiceField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import type { Draft } from './part'

const draft = defineModel<Draft>({ required: true })
</script>
<template>
  <ChoiceField
    id="p-member"
    v-model="draft.shape.member_id"
    label="Follows"
    at="shape.member_id"
    :options="[
      { value: null, label: 'nothing: as given here' },
      ...job!.members.map((m) => ({ value: m.id, label: m.spec.mark })),
    ]"
  />
  <template v-if="!draft.shape.member_id"
    ><SectionPick v-model:section="draft.shape.section_id" v-model:material="draft.material_id" within="shape."
  /></template>
  <QuantityField
    at="shape.length"
    v-model="draft.shape.length"
    label="Length, point to point"
    :optional="!!draft.shape.member_id"
    hint="the member's"
  />
  <QuantityField
    at="shape.left_end"
    v-model="draft.shape.left_end"
    label="Left end, from square"
    kind="angle"
  /><QuantityField at="shape.right_end" v-model="draft.shape.right_end" label="Right end, from square" kind="angle" />
  <template v-for="side in ['left', 'right']" :key="side"
    ><ChoiceField
      :id="`p-${side}`"
      v-model="draft.shape[`${side}_shape`].kind"
      :label="`${side === 'left' ? 'Left' : 'Right'} end is`"
      :at="`shape.${side}_shape.kind`"
      :options="{ straight: 'cut straight', saddle: 'saddled onto a tube', notch: 'notched' }" />
    <template v-if="draft.shape[`${side}_shape`].kind !== 'straight'"
      ><QuantityField
        v-model="draft.shape[`${side}_shape`].size"
        :at="`shape.${side}_shape.size`"
        :label="draft.shape[`${side}_shape`].kind === 'saddle' ? 'Onto the diameter' : 'Notch, deep'" /><QuantityField
        v-if="draft.shape[`${side}_shape`].kind === 'notch'"
        v-model="draft.shape[`${side}_shape`].width"
        :at="`shape.${side}_shape.width`"
        label="Notch, wide"
        optional
        hint="half of it" /></template
  ></template>
  <QuantityField
    at="shape.held_to"
    v-model="draft.shape.held_to"
    label="Measured later, at most"
    optional
    hint="cut as given"
  /><el-checkbox v-model="draft.shape.ripped">split lengthwise, two from one</el-checkbox>
</template>
