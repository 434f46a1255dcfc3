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
      :options="{ simple: $t('plates.rests_may_turn'), clamped: $t('plates.clamped'), free: $t('plates.free') }"
    />
    <QuantityField
      at="water"
      v-if="draft.form === 'panel'"
      v-model="draft.water"
      :label="$t('plates.water_over_the_lower_edge')"
      optional
      :hint="$t('plates.none')"
    />
  </div>
  <p v-if="draft.form === 'strip'" class="soft">
    {{ $t('plates.clamped_at_one_end_and') }}
  </p>
  <div class="row">
    <span class="soft">{{ $t('plates.loads_on_it') }}</span><el-checkbox
      v-for="l in areas"
      :key="l.id"
      @change="toggle(l.id, !!$event)"
      :model-value="draft.loads!.includes(l.id)"
      >{{ l.spec.name }}</el-checkbox
    ><span v-if="!areas.length" class="soft">{{ $t('plates.no_load_per_area_in') }}</span>
  </div>
  <div v-for="(p, k) in draft.form === 'panel' ? draft.patches : []" :key="k" class="fields gap">
    <ChoiceField
      :id="`pl-p${k}`"
      v-model="p.load_id"
      :label="$t('plates.a_force_on_a_part')"
      :at="`patches.${k}.load_id`"
      :options="points.map((l) => ({ value: l.id, label: l.spec.name }))"
    />
    <QuantityField :at="`patches.${k}.along`" v-model="p.along" :label="$t('plates.its_middle_along')" /><QuantityField
      :at="`patches.${k}.up`"
      v-model="p.up"
      :label="$t('plates.its_middle_upwards')"
    /><QuantityField :at="`patches.${k}.size_along`" v-model="p.size_along" :label="$t('plates.wide')" /><QuantityField
      :at="`patches.${k}.size_up`"
      v-model="p.size_up"
      :label="$t('plates.high')"
    />
    <el-button text @click="draft.patches!.splice(k, 1)">{{ $t('plates.take_away') }}</el-button>
  </div>
  <el-button text v-if="draft.form === 'panel' && points.length" @click="addPatch">
    {{ $t('plates.add_a_force_on_a') }}
  </el-button>
</template>
