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
    <h3>{{ $t('size.supports') }}</h3>
    <div v-for="(s, i) in draft.supports" :key="i" class="fields">
      <QuantityField v-model="s.at" :at="`supports.${i}.at`" :label="$t('size.support_at_x', [i + 1])" />
      <ChoiceField
        :aria-label="$t('size.kind_of_support_x', [i + 1])"
        v-model="s.kind"
        :label="$t('size.it')"
        :at="`supports.${i}.kind`"
        :options="{ simple: $t('size.may_turn'), fixed: $t('size.is_fixed') }"
      />
      <el-button text @click="draft.supports.splice(i, 1)">{{ $t('size.take_away') }}</el-button>
    </div>
    <el-button @click="draft.supports.push({ at: entry(''), kind: 'simple' })">
      {{ $t('size.add_a_support') }}
    </el-button>
  </div>
  <details class="gap">
    <summary>{{ $t('size.notches_and_slots') }}</summary>
    <div v-for="(n, i) in draft.notches" :key="i" class="fields">
      <QuantityField v-model="n.at" :at="`notches.${i}.at`" :label="$t('size.from_the_left')" /><QuantityField
        :at="`notches.${i}.length`"
        v-model="n.length"
        :label="$t('size.long')"
      /><QuantityField :at="`notches.${i}.depth`" v-model="n.depth" :label="$t('size.deep')" />
      <ChoiceField
        :id="`m-n${i}`"
        v-model="n.side"
        :label="$t('size.it_is_cut')"
        :at="`notches.${i}.side`"
        :options="{
          bottom: $t('size.from_below'),
          top: $t('size.from_above'),
          middle: $t('size.through_at_half_depth'),
        }"
      />
      <el-button text @click="draft.notches!.splice(i, 1)">{{ $t('size.take_away') }}</el-button>
    </div>
    <el-button @click="addNotch"> {{ $t('size.add_a_notch') }} </el-button>
  </details>
</template>
