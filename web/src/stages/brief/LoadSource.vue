<script setup lang="ts">
/** A force by where it comes from: a cylinder, a mass against a stop, a mass that drops. */
import type { S } from '../../api/client'
import NumberField from '../../ui/NumberField.vue'
import QuantityField from '../../ui/QuantityField.vue'

const source = defineModel<NonNullable<S['LoadSpec']['source']>>({ required: true })
</script>
<template>
  <template v-if="source.kind === 'cylinder'"
    ><QuantityField at="source.bore" v-model="source.bore" label="Bore" /><QuantityField
      at="source.pressure"
      v-model="source.pressure"
      label="Pressure"
      kind="pressure"
    /><QuantityField at="source.rod" v-model="source.rod" label="Rod" /><el-checkbox v-model="source.pulls"
      >it pulls</el-checkbox
    ></template
  >
  <template v-else
    ><QuantityField at="source.mass" v-model="source.mass" label="Mass" kind="mass" />
    <NumberField
      v-if="source.kind === 'stop'"
      id="load-speed"
      v-model="source.speed_m_s"
      label="Speed, m/s"
      at="source.speed_m_s" />
    <QuantityField at="source.height" v-else v-model="source.height" label="Falls" /><QuantityField
      at="source.gives"
      v-model="source.gives"
      :label="source.kind === 'stop' ? 'The stop gives' : 'Sinks under it at rest'"
  /></template>
</template>
