<script setup lang="ts">
/** What gives between a node and the ground. */
import type { S } from '../../api/client'
import { unit } from '../../shared/units'
import ChoiceField from '../../ui/ChoiceField.vue'
import QuantityField from '../../ui/QuantityField.vue'

const model = defineModel<S['OwnSpec']>({ required: true })
const emit = defineEmits<{ changed: [] }>()
const WAYS = ['x', 'y', 'z'] as const
const TURNS = ['about_x', 'about_y', 'about_z'] as const
function addSpring() {
  const taken = (model.value.springs ?? []).map((s) => s.node)
  const node = model.value.nodes.find((n) => !taken.includes(n.name))?.name
  if (node) model.value.springs = [...(model.value.springs ?? []), { node } as S['SpringSpec']]
}
function withoutSpring(k: number) {
  model.value.springs!.splice(k, 1)
  emit('changed')
}
</script>
<template>
  <h3>
    {{ $t('structures.springs') }} <span class="soft">{{ $t('structures.what_gives_between_a_node') }}</span>
  </h3>
  <div v-for="(s, k) in model.springs ?? []" :key="k" class="fields">
    <ChoiceField
      :id="`spring-${k}`"
      v-model="s.node"
      :label="$t('structures.spring_at')"
      :at="`starter.own.springs.${k}.node`"
      :options="model.nodes.map((n) => ({ value: n.name, label: n.name }))"
    />
    <QuantityField
      v-for="d in WAYS"
      :key="d"
      v-model="s[d]"
      :label="$t('structures.along_x', [d, unit === 'mm' ? 'N/mm' : 'lb/in'])"
      kind="line_load"
      optional
      :hint="$t('structures.none')"
    />
    <QuantityField
      v-for="d in TURNS"
      :key="d"
      v-model="s[d]"
      :label="$t('structures.moment_a_degree_x', [d.replace('_', ' ')])"
      kind="moment"
      optional
      :hint="$t('structures.none')"
    />
    <el-button text :aria-label="$t('structures.take_away_the_spring_at_x', [s.node])" @click="withoutSpring(k)">
      {{ $t('structures.take_away') }}
    </el-button>
  </div>
  <el-button @click="addSpring">{{ $t('structures.add_a_spring') }}</el-button>
</template>
