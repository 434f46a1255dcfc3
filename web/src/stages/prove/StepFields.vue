<script setup lang="ts">
/** A step of the test: the weight, and what every gauge read as it hung there and after it was held. */
import { t } from '../../messages'
import ChoiceField from '../../ui/ChoiceField.vue'
import NumberField from '../../ui/NumberField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import type { Spec, Step } from './loadTest'

defineProps<{ number: number; spec: Spec }>()
const emit = defineEmits<{ away: [] }>()
const step = defineModel<Step>({ required: true })
const GOING = { on: t('prove.on'), off: t('prove.off') }
</script>
<template>
  <div class="fields one" :data-at="`steps.${number}`" tabindex="-1">
    <QuantityField v-model="step.load" kind="force" :label="$t('prove.weight')" :at="`steps.${number}.load`" />
    <ChoiceField
      :id="`lt-s${number}`"
      v-model="step.going"
      :label="$t('prove.weights_going')"
      :at="`steps.${number}.going`"
      :options="GOING"
    />
    <QuantityField
      v-for="(g, k) in spec.gauges"
      :key="`m${k}`"
      v-model="step.moved![k]"
      :label="$t('prove.moved_x', [g.name])"
      :at="`steps.${number}.moved.${k}`"
      optional
      :hint="$t('prove.not_read')"
    />
    <NumberField
      :id="`lt-m${number}`"
      v-model="step.minutes"
      :label="$t('prove.minutes')"
      :at="`steps.${number}.minutes`"
    />
    <QuantityField
      v-for="(g, k) in spec.gauges"
      :key="`h${k}`"
      v-model="step.held![k]"
      :label="$t('prove.held_x', [g.name])"
      :at="`steps.${number}.held.${k}`"
      optional
      :hint="$t('prove.not_read')"
    />
    <el-button text :aria-label="$t('prove.take_step_x', [number + 1])" @click="emit('away')">{{
      $t('prove.take_away')
    }}</el-button>
  </div>
</template>
<style scoped>
.one {
  border-top: 1px solid var(--rule);
  padding-top: 6px;
}
</style>
