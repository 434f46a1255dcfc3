<script setup lang="ts">
/** What one joint asks for, by its kind: what it must be told, and behind a fold what it may be. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import { jointKinds, type Joint } from '../structures/starters'
import QuantityField from '../../ui/QuantityField.vue'
import ChoiceField from '../../ui/ChoiceField.vue'
import NumberField from '../../ui/NumberField.vue'
import TextField from '../../ui/TextField.vue'

const joint = defineModel<Joint>({ required: true })
/** `within`: where in what is sent the joint lies. */
defineProps<{ within: string }>()
const asks = computed(() => jointKinds.value.find((k) => k.kind === joint.value.kind)?.asks ?? [])
const groups = computed(() => [asks.value.filter((a) => !a.optional), asks.value.filter((a) => a.optional)])
const label = (a: S['JointQuestion']) => {
  const w = a.words.split(':')[0]
  return w.charAt(0).toUpperCase() + w.slice(1)
}
const hint = (a: S['JointQuestion']) => a.words.split(': ').slice(1).join(': ')
const figure = (a: S['JointQuestion']) => ['length', 'place', 'thickness', 'force'].includes(a.typed)
const of = computed(() => joint.value as unknown as Record<string, unknown>)
const plain = (name: string) => of.value[name] as number | null
function set(name: string, value: unknown) {
  const next = { ...of.value }
  if (value === null || value === undefined || value === '') delete next[name]
  else next[name] = value
  joint.value = next as unknown as Joint
}
</script>
<template>
  <component :is="k ? 'details' : 'div'" v-for="(group, k) in groups" v-show="group.length" :key="k">
    <summary v-if="k">More about it</summary>
    <div class="fields">
      <template v-for="a in group" :key="a.name">
        <!-- eslint-disable-next-line @typescript-eslint/no-explicit-any -- an entry by the server's table -->
        <QuantityField
          v-if="figure(a)"
          :model-value="of[a.name] as any"
          :label="label(a)"
          :at="within + a.name"
          :kind="a.typed === 'place' ? 'length' : a.typed"
          :optional="a.optional"
          :hint="hint(a)"
          @update:model-value="set(a.name, $event)"
        />
        <el-checkbox
          v-else-if="a.typed === 'yes or no'"
          :title="hint(a)"
          @change="set(a.name, !!$event)"
          :model-value="of[a.name] === true"
          >{{ hint(a) || label(a).toLowerCase() }}</el-checkbox
        >
        <ChoiceField
          v-else-if="a.typed === 'choice'"
          :model-value="(of[a.name] ?? '') as string"
          :label="label(a)"
          :at="within + a.name"
          :echo="hint(a)"
          :options="[...(a.optional ? [{ value: '', label: 'usual' }] : []), ...a.choices]"
          @update:model-value="set(a.name, $event)"
        />
        <TextField
          v-else-if="a.typed === 'text'"
          :model-value="(of[a.name] ?? '') as string"
          :label="label(a)"
          :at="within + a.name"
          :echo="hint(a)"
          @update:model-value="set(a.name, $event)"
        />
        <NumberField
          v-else
          :model-value="plain(a.name)"
          :label="label(a)"
          :at="within + a.name"
          :echo="hint(a)"
          :placeholder="a.optional ? 'usual' : ''"
          @update:model-value="set(a.name, $event)"
        />
      </template>
    </div>
  </component>
</template>
