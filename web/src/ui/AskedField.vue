<script setup lang="ts">
/** One thing that the core asks for, in the field that it is typed in. Left empty, what may be left out is null. */
import { computed } from 'vue'
import { t } from '../messages'
import type { S } from '../api/client'
import { isFigure } from './asked'
import ChoiceField from './ChoiceField.vue'
import NumberField from './NumberField.vue'
import QuantityField from './QuantityField.vue'
import TextField from './TextField.vue'

/** `within`: where in what is sent the record lies; `material`: the metal that a gauge is of. */
const props = defineProps<{ asks: S['Question']; within: string; material?: string; id?: string }>()
const value = defineModel<unknown>()
type Figure = { text: string; unit?: 'mm' | 'in'; value?: number } | null | undefined
const figure = computed({ get: () => value.value as Figure, set: (now) => (value.value = now ?? null) })
const plain = computed({
  get: () => (value.value ?? '') as string,
  set: (now) => (value.value = now === '' && props.asks.optional ? null : now),
})
const number = computed({ get: () => value.value as number | null, set: (now) => (value.value = now) })
const kind = computed(() => (props.asks.typed === 'place' ? 'length' : props.asks.typed) as 'length')
const options = computed(() => [
  ...(props.asks.optional ? [{ value: '', label: 'usual' }] : []),
  ...(props.asks.choices ?? []).map((c) => ({ value: c, label: props.asks.said?.[c] ?? c })),
])
const range = computed(() => {
  const { least, most } = props.asks
  return least == null || most == null ? '' : t('common.from_to_x', [least, most])
})
const at = computed(() => props.within + props.asks.name)
</script>
<template>
  <QuantityField
    v-if="isFigure(asks)"
    :id="id"
    v-model="figure"
    :label="asks.words"
    :at="at"
    :kind="kind"
    :material="asks.typed === 'thickness' ? material : undefined"
    :optional="asks.optional"
    :hint="asks.without || asks.hint"
  />
  <el-checkbox v-else-if="asks.typed === 'yes or no'" :model-value="value === true" @change="value = !!$event">{{
    asks.hint || asks.words
  }}</el-checkbox>
  <ChoiceField
    v-else-if="asks.typed === 'choice'"
    :id="id"
    v-model="plain"
    :label="asks.words"
    :at="at"
    :echo="asks.hint"
    :options="options"
  />
  <TextField
    v-else-if="asks.typed === 'text'"
    :id="id"
    v-model="plain"
    :label="asks.words"
    :at="at"
    :echo="asks.hint"
    :placeholder="asks.without"
  />
  <NumberField
    v-else
    :id="id"
    v-model="number"
    :label="asks.words"
    :at="at"
    :echo="asks.hint || range"
    :placeholder="asks.optional ? $t('common.usual') : asks.without"
  />
</template>
