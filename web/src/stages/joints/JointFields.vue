<script setup lang="ts">
/** What one joint asks for, by its kind: what it must be told, and behind a fold what it may be. */
import { computed } from 'vue'
import AskedField from '../../ui/AskedField.vue'
import { jointKinds, type Joint } from '../structures/starters'

const joint = defineModel<Joint>({ required: true })
/** `within`: where in what is sent the joint lies. */
defineProps<{ within: string }>()
const asks = computed(() => jointKinds.value.find((k) => k.kind === joint.value.kind)?.asks ?? [])
const groups = computed(() => [asks.value.filter((a) => !a.optional), asks.value.filter((a) => a.optional)])
const of = computed(() => joint.value as unknown as Record<string, unknown>)
function set(name: string, value: unknown) {
  const next = { ...of.value }
  if (value === null || value === undefined || value === '') delete next[name]
  else next[name] = value
  joint.value = next as unknown as Joint
}
</script>
<template>
  <component :is="k ? 'details' : 'div'" v-for="(group, k) in groups" v-show="group.length" :key="k">
    <summary v-if="k">{{ $t('joints.more_about_it') }}</summary>
    <div class="fields">
      <AskedField
        v-for="a in group"
        :key="a.name"
        :asks="a"
        :within="within"
        :model-value="of[a.name]"
        @update:model-value="set(a.name, $event)"
      />
    </div>
  </component>
</template>
