<script setup lang="ts">
/** What one joint asks for, by its kind: what it must be told, and behind a fold what it may be. */
import { computed, useId } from 'vue'
import type { S } from '../api/client'
import EntryField from '../shared/EntryField.vue'
import { jointKinds, type Joint } from './starters'
import NumberInput from '../shared/NumberInput.vue'

const joint = defineModel<Joint>({ required: true })
const id = useId()
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
        <EntryField
          v-if="figure(a)"
          :model-value="of[a.name] as any"
          :label="label(a)"
          :kind="a.typed === 'place' ? 'length' : a.typed"
          :optional="a.optional"
          :hint="hint(a)"
          @update:model-value="set(a.name, $event)"
        />
        <label v-else-if="a.typed === 'yes or no'" class="row" :title="hint(a)"
          ><input
            type="checkbox"
            :checked="of[a.name] === true"
            @change="set(a.name, ($event.target as HTMLInputElement).checked)"
          />
          {{ hint(a) || label(a).toLowerCase() }}</label
        >
        <div v-else class="field">
          <label :for="`${id}-${a.name}`">{{ label(a) }}</label>
          <select
            v-if="a.typed === 'choice'"
            :id="`${id}-${a.name}`"
            :value="of[a.name] ?? ''"
            @change="set(a.name, ($event.target as HTMLSelectElement).value)"
          >
            <option v-if="a.optional" value="">usual</option>
            <option v-for="c in a.choices" :key="c">{{ c }}</option>
          </select>
          <input
            v-else-if="a.typed === 'text'"
            :id="`${id}-${a.name}`"
            :value="of[a.name] ?? ''"
            @input="set(a.name, ($event.target as HTMLInputElement).value)"
          />
          <NumberInput
            v-else
            :id="`${id}-${a.name}`"
            :model-value="plain(a.name)"
            :placeholder="a.optional ? 'usual' : ''"
            @update:model-value="set(a.name, $event)"
          />
          <span class="echo">{{ hint(a) }}</span>
        </div>
      </template>
    </div>
  </component>
</template>
