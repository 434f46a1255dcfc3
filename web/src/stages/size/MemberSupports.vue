<script setup lang="ts">
/** Where a member stands, and where it is notched. */
import type { S } from '../../api/client'
import ChoiceField from '../../ui/ChoiceField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import { entry } from '../../shared/units'

const draft = defineModel<S['MemberSpec']>({ required: true })
defineProps<{ shape: string }>()
function addNotch() {
  const blank = { at: entry(''), length: entry(''), depth: entry(''), side: 'bottom' } as S['NotchSpec']
  draft.value.notches = [...(draft.value.notches ?? []), blank]
}
</script>
<template>
  <div v-if="shape === 'as it is'">
    <h3>Supports</h3>
    <div v-for="(s, i) in draft.supports" :key="i" class="fields">
      <QuantityField v-model="s.at" :at="`supports.${i}.at`" :label="`Support ${i + 1} at`" />
      <ChoiceField
        :aria-label="`Kind of support ${i + 1}`"
        v-model="s.kind"
        label="It"
        :at="`supports.${i}.kind`"
        :options="{ simple: 'may turn', fixed: 'is fixed' }"
      />
      <el-button text @click="draft.supports.splice(i, 1)">Take away</el-button>
    </div>
    <el-button @click="draft.supports.push({ at: entry(''), kind: 'simple' })"> Add a support </el-button>
  </div>
  <details class="gap">
    <summary>Notches and slots</summary>
    <div v-for="(n, i) in draft.notches" :key="i" class="fields">
      <QuantityField v-model="n.at" :at="`notches.${i}.at`" label="From the left" /><QuantityField
        :at="`notches.${i}.length`"
        v-model="n.length"
        label="Long"
      /><QuantityField :at="`notches.${i}.depth`" v-model="n.depth" label="Deep" />
      <ChoiceField
        :id="`m-n${i}`"
        v-model="n.side"
        label="It is cut"
        :at="`notches.${i}.side`"
        :options="{ bottom: 'from below', top: 'from above', middle: 'through, at half depth' }"
      />
      <el-button text @click="draft.notches!.splice(i, 1)">Take away</el-button>
    </div>
    <el-button @click="addNotch"> Add a notch </el-button>
  </details>
</template>
