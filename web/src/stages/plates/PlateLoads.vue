<script setup lang="ts">
/** How a plate is held at its edges, and what lies on it. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import ChoiceField from '../../ui/ChoiceField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import { entry } from '../../shared/units'
import { EDGES, loadsIn, type Spec } from './plate'

const draft = defineModel<Spec>({ required: true })
const edges = computed(() => EDGES[draft.value.form ?? 'panel'] ?? [])
const points = computed(() => loadsIn('force'))
const areas = computed(() => loadsIn('area'))
function addPatch() {
  const sizes = { along: entry(''), up: entry(''), size_along: entry(''), size_up: entry('') }
  const patch = { load_id: points.value[0].id, ...sizes } as unknown as S['PatchSpec']
  draft.value.patches = [...(draft.value.patches ?? []), patch]
}
function toggle(id: number, on: boolean) {
  draft.value.loads = on ? [...draft.value.loads!, id] : draft.value.loads!.filter((x) => x !== id)
}
</script>
<template>
  <div class="fields gap">
    <ChoiceField
      v-for="(w, k) in edges"
      :key="k"
      :id="`pl-e${k}`"
      v-model="draft.edges![k]"
      :label="w"
      :at="`edges.${k}`"
      :options="{ simple: 'rests, may turn', clamped: 'clamped', free: 'free' }"
    />
    <QuantityField
      at="water"
      v-if="draft.form === 'panel'"
      v-model="draft.water"
      label="Water over the lower edge"
      optional
      hint="none"
    />
  </div>
  <p v-if="draft.form === 'strip'" class="soft">
    Clamped at one end and resting at the other is taken as an arm: nothing holds the other end.
  </p>
  <div class="row">
    <span class="soft">Loads on it:</span
    ><el-checkbox
      v-for="l in areas"
      :key="l.id"
      @change="toggle(l.id, !!$event)"
      :model-value="draft.loads!.includes(l.id)"
      >{{ l.spec.name }}</el-checkbox
    ><span v-if="!areas.length" class="soft">no load per area in the brief</span>
  </div>
  <div v-for="(p, k) in draft.form === 'panel' ? draft.patches : []" :key="k" class="fields gap">
    <ChoiceField
      :id="`pl-p${k}`"
      v-model="p.load_id"
      label="A force on a part of it"
      :at="`patches.${k}.load_id`"
      :options="points.map((l) => ({ value: l.id, label: l.spec.name }))"
    />
    <QuantityField :at="`patches.${k}.along`" v-model="p.along" label="Its middle, along" /><QuantityField
      :at="`patches.${k}.up`"
      v-model="p.up"
      label="Its middle, upwards"
    /><QuantityField :at="`patches.${k}.size_along`" v-model="p.size_along" label="Wide" /><QuantityField
      :at="`patches.${k}.size_up`"
      v-model="p.size_up"
      label="High"
    />
    <el-button text @click="draft.patches!.splice(k, 1)">Take away</el-button>
  </div>
  <el-button text v-if="draft.form === 'panel' && points.length" @click="addPatch">
    Add a force on a part of it
  </el-button>
</template>
