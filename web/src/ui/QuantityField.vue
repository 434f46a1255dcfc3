<script setup lang="ts">
/** A field that takes shop notation, says what it understood, and keeps what was typed. */
import { computed, onUnmounted, ref, watch } from 'vue'
import { ApiError, call, type S } from '../api/client'
import FieldFrame from './FieldFrame.vue'
import { bareUnit, unit } from '../shared/units'
import { job } from '../shared/job'

type Entry = { text: string; unit?: 'mm' | 'in'; value?: number } | null | undefined
const props = defineProps<{
  modelValue: Entry
  label: string
  kind?: string
  material?: string
  optional?: boolean
  hint?: string
  at?: string
  id?: string
}>()
const emit = defineEmits<{ 'update:modelValue': [Entry] }>()
const echo = ref('')
const bad = ref(false)
const kind = computed(() => props.kind ?? 'length')
/** The unit that a bare number takes: what was typed keeps the system it was typed in. */
const bare = computed(() => bareUnit(kind.value, props.modelValue?.unit ?? unit.value))
let asked = 0
let timer = 0

function typed(text: string) {
  emit('update:modelValue', text === '' && props.optional ? null : { text, unit: unit.value })
}
async function understand() {
  const entry = props.modelValue
  if (!entry || (entry.text === '' && !bad.value)) {
    echo.value = props.optional ? (props.hint ?? '') : ''
    bad.value = false
    return
  }
  const mine = ++asked
  try {
    const found = await call<S['QuantityOut']>('POST', '/quantity', {
      text: entry.text,
      kind: kind.value,
      unit: entry.unit ?? 'mm',
      job_id: job.value?.job.id ?? null,
      material_id: props.material || null,
      field: props.label,
    })
    if (mine !== asked) return
    bad.value = false
    const both = [found.text_mm, found.text_in]
    echo.value = [...new Set(unit.value === 'mm' ? both : both.reverse())].filter(Boolean).join(' = ')
  } catch (error) {
    if (mine !== asked || !(error instanceof ApiError)) return
    bad.value = true
    echo.value = error.sentence
  }
}
watch(
  () => [props.modelValue?.text, props.modelValue?.unit, unit.value, props.material],
  () => {
    clearTimeout(timer)
    timer = window.setTimeout(understand, 180)
  },
  { immediate: true },
)
onUnmounted(() => clearTimeout(timer))
</script>
<template>
  <FieldFrame
    v-slot="{ id: place, bad: wrong, described }"
    :id="id"
    :label="label"
    :at="at"
    :unit="bare"
    :echo="bad ? '' : echo"
    :trouble="bad ? echo : ''"
  >
    <el-input
      :id="place"
      :model-value="modelValue?.text ?? ''"
      :placeholder="optional ? hint : ''"
      autocomplete="off"
      :aria-invalid="wrong"
      :aria-describedby="described"
      @update:model-value="typed"
    />
  </FieldFrame>
</template>
