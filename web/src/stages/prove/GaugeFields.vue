<script setup lang="ts">
/** A gauge: where it stands, and which way it reads. */
import ChoiceField from '../../ui/ChoiceField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import TextField from '../../ui/TextField.vue'
import { barsOf, type Gauge, type Spec } from './loadTest'

defineProps<{ number: number; spec: Spec }>()
const emit = defineEmits<{ away: [] }>()
const gauge = defineModel<Gauge>({ required: true })
const WAYS = ['down', 'up', 'sideways', 'sideways back', 'along', 'along back']
</script>
<template>
  <div class="fields one" :data-at="`gauges.${number}`" tabindex="-1">
    <TextField :id="`lt-g${number}`" v-model="gauge.name" :label="$t('prove.called')" :at="`gauges.${number}.name`" />
    <ChoiceField
      v-if="spec.structure_id"
      :id="`lt-gb${number}`"
      v-model="gauge.bar"
      :label="$t('prove.bar')"
      :at="`gauges.${number}.bar`"
      :options="barsOf(spec)"
    />
    <QuantityField
      v-model="gauge.at"
      :label="$t('prove.at')"
      :hint="$t('prove.from_its_start')"
      :at="`gauges.${number}.at`"
    />
    <QuantityField
      v-model="gauge.aside"
      :label="$t('prove.aside')"
      :at="`gauges.${number}.aside`"
      optional
      :hint="$t('prove.on_it')"
    />
    <ChoiceField
      :id="`lt-gd${number}`"
      v-model="gauge.direction"
      :label="$t('prove.direction')"
      :at="`gauges.${number}.direction`"
      :options="WAYS"
    />
    <el-button
      v-if="spec.gauges!.length > 1"
      text
      :aria-label="$t('prove.take_gauge_x', [gauge.name])"
      @click="emit('away')"
      >{{ $t('prove.take_away') }}</el-button
    >
  </div>
</template>
<style scoped>
.one {
  border-top: 1px solid var(--rule);
}
</style>
