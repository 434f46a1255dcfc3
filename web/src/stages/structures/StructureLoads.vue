<script setup lang="ts">
/** Which loads of the brief stand on it, where, and which way they push. */
import { t } from '../../messages'
import type { S } from '../../api/client'
import { job } from '../../shared/job'
import { named } from '../../shared/named'
import Choice from '../../ui/Choice.vue'
import QuantityField from '../../ui/QuantityField.vue'
import TextInput from '../../ui/TextInput.vue'

type On = NonNullable<S['StructureSpec']['loads']>[number]
const props = defineProps<{ asked: S['StarterView'] | null }>()
const loads = defineModel<On[]>({ required: true })
function spotsFor(load: S['LoadRow']) {
  const a = props.asked!
  const fits = (k: string) =>
    load.spec.form === 'force'
      ? true
      : load.spec.form === 'area'
        ? a.loads_per_area.includes(k)
        : !a.at_nodes.includes(k)
  return Object.entries(a.spots).filter(([k]) => fits(k))
}
/** Where it may stand; a place that is not there any more stays to be seen, or the load would be lost with it. */
function optionsFor(on: On) {
  const fits = spotsFor(loadOf(on.load_id)!).map(([value, label]) => ({ value, label }))
  const lost = on.spot && !fits.some((o) => o.value === on.spot)
  return [
    ...(lost ? [{ value: on.spot!, label: t('structures.not_there_any_more_x', [on.spot]) }] : []),
    ...fits,
    { value: '', label: t('structures.along_bars_of_my_own') },
  ]
}
function put(load: S['LoadRow']) {
  const spot = spotsFor(load)[0]
  if (spot)
    loads.value.push({
      load_id: load.id,
      spot: spot[0],
      bars: [],
      direction: 'down',
      at: null,
      spread: false,
      moves: false,
    })
}
const loadOf = (id: number) => job.value!.loads.find((l) => l.id === id)
/** A force on its own stretch stands at a place, is spread over it, or moves along. */
const placed = (l: On) =>
  loadOf(l.load_id)?.spec.form === 'force' && !!props.asked && !props.asked.at_nodes.includes(l.spot ?? '')
</script>
<template>
  <h3>{{ $t('structures.loads') }}</h3>
  <div v-for="(l, i) in loads" :key="i" class="row" :data-load="i">
    <b>{{ loadOf(l.load_id)?.spec.name ?? $t('structures.gone') }}</b>
    <Choice
      v-if="loadOf(l.load_id) && asked"
      :aria-label="$t('structures.where_load_stands_x', [i + 1])"
      @change="l.spot && (l.bars = [])"
      v-model="l.spot"
      :options="optionsFor(l)"
    />
    <TextInput
      v-if="asked && l.spot === ''"
      :value="l.bars!.join(', ')"
      :aria-label="$t('structures.bars_of_load_in_order_x', [i + 1])"
      :placeholder="asked.bars.slice(0, 3).join(', ')"
      @done="l.bars = named($event)"
    />
    <Choice
      :aria-label="$t('structures.direction_of_load_x', [i + 1])"
      v-model="l.direction"
      :options="['down', 'up', 'sideways', 'sideways back', 'along', 'along back']"
    />
    <el-checkbox v-if="placed(l)" v-model="l.moves">{{ $t('structures.moves_along_at_its_worst') }}</el-checkbox>
    <QuantityField
      :at="`loads.${i}.wheel_from_edge`"
      v-if="l.moves"
      v-model="l.wheel_from_edge"
      :label="$t('structures.wheels_of_load_from_the_x', [i + 1])"
      optional
      :hint="$t('structures.at_the_edge_the_worst')"
    />
    <template v-if="placed(l) && !l.moves"
      ><el-checkbox v-model="l.spread">{{ $t('structures.spread_over_it') }}</el-checkbox
      ><QuantityField
        :at="`loads.${i}.at`"
        v-if="!l.spread"
        v-model="l.at"
        :label="$t('structures.load_stands_at_from_the_x', [i + 1])"
        optional
        :hint="$t('structures.wherever_it_is_worst')"
    /></template>
    <QuantityField
      :at="`loads.${i}.aside`"
      v-if="asked && !asked.at_nodes.includes(l.spot)"
      v-model="l.aside"
      :label="$t('structures.load_stands_aside_of_the_x', [i + 1])"
      optional
      :hint="$t('structures.on_its_axis')"
    />
    <el-button text @click="loads.splice(i, 1)">{{ $t('structures.take_off') }}</el-button>
  </div>
  <div v-if="asked" class="row gap">
    <span class="soft">{{ $t('structures.put_on') }}</span><el-button
      text
      v-for="l in job!.loads"
      :key="l.id"
      :disabled="!spotsFor(l).length"
      @click="put(l)"
    >
      + {{ l.spec.name }}</el-button
    >
  </div>
</template>
