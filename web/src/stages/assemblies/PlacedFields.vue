<script setup lang="ts">
/** A row of an assembly: which part, by what it stands, how many follow it, and when it is put there. */
import { computed } from 'vue'
import { t } from '../../messages'
import { job } from '../../shared/job'
import { marked } from '../../shared/named'
import ChoiceField from '../../ui/ChoiceField.vue'
import NumberField from '../../ui/NumberField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import TextField from '../../ui/TextField.vue'
import { standing, type Placed, type Spec, type Stands } from './assembly'

const props = defineProps<{ number: number; spec: Spec }>()
const row = defineModel<Placed>({ required: true })
const others = computed(() => (props.spec.placed ?? []).filter((_, k) => k !== props.number).map((p) => p.name))
const parts = computed(() => marked(job.value!.parts))
const by = computed({
  get: () => row.value.stands?.by ?? 'none',
  set: (now: string) => (row.value.stands = standing(now, others.value)),
})
const bars = computed(() => {
  const of = job.value!.structures.find((s) => s.id === props.spec.structure_id)
  return (of?.verdict?.bars ?? []).map((b) => b.name)
})
const BY: Record<string, string> = {
  side: t('assemblies.a_side_against_a_side'),
  place: t('assemblies.where_its_corner_is'),
  bar: t('assemblies.a_bar_of_the_structure'),
  none: t('assemblies.only_counted'),
}
const SIDES = ['left', 'right', 'bottom', 'top', 'back', 'front']
const FROM = { low: t('assemblies.near_edge'), middle: t('assemblies.middle'), high: t('assemblies.far_edge') }
type Side = Extract<Stands, { by: 'side' }>
type Free = Extract<Stands, { by: 'place' }>
type Bar = Extract<Stands, { by: 'bar' }>
const side = computed(() => (row.value.stands?.by === 'side' ? (row.value.stands as Side) : null))
const free = computed(() => (row.value.stands?.by === 'place' ? (row.value.stands as Free) : null))
const bar = computed(() => (row.value.stands?.by === 'bar' ? (row.value.stands as Bar) : null))
</script>
<template>
  <div class="fields">
    <TextField
      :id="`as-n${number}`"
      v-model="row.name"
      :label="$t('assemblies.called')"
      :at="`placed.${number}.name`"
    />
    <ChoiceField
      :id="`as-p${number}`"
      v-model="row.part_id"
      :label="$t('assemblies.part')"
      :at="`placed.${number}.part_id`"
      :options="parts"
    />
    <ChoiceField
      :id="`as-b${number}`"
      v-model="by"
      :label="$t('assemblies.it_stands_by')"
      :at="`placed.${number}.stands`"
      :options="BY"
    />
    <template v-if="side">
      <ChoiceField
        :id="`as-s${number}`"
        v-model="side.side"
        :label="$t('assemblies.its_side')"
        :at="`placed.${number}.stands.side`"
        :options="SIDES"
      />
      <ChoiceField
        :id="`as-o${number}`"
        v-model="side.onto_side"
        :label="$t('assemblies.against_the_side')"
        :at="`placed.${number}.stands.onto_side`"
        :options="SIDES"
      />
      <ChoiceField
        :id="`as-of${number}`"
        v-model="side.onto"
        :label="$t('assemblies.of')"
        :at="`placed.${number}.stands.onto`"
        :options="others"
      />
      <QuantityField v-model="side.along" :label="$t('assemblies.along_it')" :at="`placed.${number}.stands.along`" />
      <ChoiceField
        :id="`as-lf${number}`"
        v-model="side.along_from"
        :label="$t('assemblies.along_from')"
        :at="`placed.${number}.stands.along_from`"
        :options="FROM"
      />
      <QuantityField v-model="side.across" :label="$t('assemblies.across_it')" :at="`placed.${number}.stands.across`" />
      <ChoiceField
        :id="`as-cf${number}`"
        v-model="side.across_from"
        :label="$t('assemblies.across_from')"
        :at="`placed.${number}.stands.across_from`"
        :options="FROM"
      />
      <QuantityField
        v-model="side.turn"
        :label="$t('assemblies.turned')"
        kind="angle"
        :at="`placed.${number}.stands.turn`"
      />
      <QuantityField v-model="side.gap" :label="$t('assemblies.gap')" :at="`placed.${number}.stands.gap`" />
      <el-checkbox v-model="side.each">{{ $t('assemblies.one_on_each') }}</el-checkbox>
    </template>
    <template v-else-if="free">
      <QuantityField
        v-for="axis in ['x', 'y', 'z'] as const"
        :key="axis"
        v-model="free[axis]"
        :label="$t('assemblies.corner_x', [axis])"
        :at="`placed.${number}.stands.${axis}`"
      />
      <QuantityField
        v-for="axis in ['turn_x', 'turn_y', 'turn_z'] as const"
        :key="axis"
        v-model="free[axis]"
        kind="angle"
        :label="$t('assemblies.turned_about_x', [axis.slice(5)])"
        :at="`placed.${number}.stands.${axis}`"
      />
    </template>
    <template v-else-if="bar">
      <ChoiceField
        :id="`as-bar${number}`"
        v-model="bar.bar"
        :label="$t('assemblies.bar')"
        :at="`placed.${number}.stands.bar`"
        :options="bars"
      />
      <QuantityField
        v-model="bar.start"
        :label="$t('assemblies.its_left_end_at')"
        :at="`placed.${number}.stands.start`"
        optional
        :hint="$t('assemblies.in_the_middle')"
      />
      <QuantityField
        v-model="bar.rolled"
        :label="$t('assemblies.rolled')"
        kind="angle"
        :at="`placed.${number}.stands.rolled`"
      />
    </template>
    <NumberField
      :id="`as-c${number}`"
      v-model="row.count"
      :label="$t('assemblies.in_a_row')"
      :at="`placed.${number}.count`"
    />
    <template v-if="(row.count ?? 1) > 1 && row.stands">
      <QuantityField
        v-model="row.every"
        :label="$t('assemblies.from_one_to_the_next')"
        :at="`placed.${number}.every`"
        optional
        :hint="$t('assemblies.none')"
      />
      <ChoiceField
        :id="`as-w${number}`"
        v-model="row.way"
        :label="$t('assemblies.the_row_runs')"
        :at="`placed.${number}.way`"
        :options="{ along: $t('assemblies.along'), across: $t('assemblies.across') }"
      />
    </template>
    <NumberField
      :id="`as-t${number}`"
      v-model="row.step"
      :label="$t('assemblies.step')"
      :at="`placed.${number}.step`"
    />
    <TextField
      v-if="spec.drawing"
      :id="`as-m${number}`"
      v-model="row.theirs"
      :label="$t('assemblies.mark_there')"
      :at="`placed.${number}.theirs`"
    />
  </div>
</template>
