<script setup lang="ts">
/** What follows from the bars unless it is stated: which are one piece, where it is held sideways, spans and limits. */
import type { S } from '../../api/client'
import { named } from '../../shared/named'
import { unit } from '../../shared/units'
import TextInput from '../../ui/TextInput.vue'
import TextField from '../../ui/TextField.vue'
import ChoiceField from '../../ui/ChoiceField.vue'
import NumberField from '../../ui/NumberField.vue'

const members = defineModel<S['MemberStated'][]>('members', { default: () => [] })
const stretches = defineModel<S['StretchSpec'][]>('stretches', { default: () => [] })
defineProps<{ bars: string[] }>()
function addMember() {
  members.value = [...members.value, { name: `piece ${members.value.length + 1}`, bars: [], held_sideways: null }]
}
function addStretch() {
  stretches.value = [
    ...stretches.value,
    { name: `stretch ${stretches.value.length + 1}`, kind: 'span', bars: [], over: null },
  ]
}
const held = (m: S['MemberStated']) => m.held_sideways?.map((p) => p.text).join('; ') ?? ''
function hold(m: S['MemberStated'], typed: string) {
  m.held_sideways = typed.trim() ? named(typed, ';').map((t) => ({ text: t, unit: unit.value, value: 0 })) : null
}
</script>
<template>
  <details class="gap">
    <summary>
      {{ $t('structures.pieces_and_spans_as_stated') }}
      <span class="soft">{{ $t('structures.where_they_do_not_follow') }}</span>
    </summary>
    <p class="soft">{{ $t('structures.bars_by_name_in_order_x', [bars.slice(0, 12).join(', ')]) }}</p>
    <div v-for="(m, i) in members" :key="`m${i}`" class="fields">
      <TextField
        :id="`piece-${i}`"
        v-model="m.name"
        :label="$t('structures.one_piece_called')"
        :at="`members.${i}.name`"
      />
      <div class="field">
        <label :for="`piece-bars-${i}`">{{ $t('structures.its_bars') }}</label><TextInput
          :id="`piece-bars-${i}`"
          :value="m.bars.join(', ')"
          @done="m.bars = named($event)"
        /><span class="echo"></span>
      </div>
      <div class="field">
        <label :for="`piece-held-${i}`">{{ $t('structures.held_sideways_at_from_its') }}</label><TextInput
          :id="`piece-held-${i}`"
          :value="held(m)"
          :placeholder="$t('structures.where_something_frames_in')"
          @done="hold(m, $event)"
        /><span class="echo">{{ m.held_sideways ? $t('structures.places_apart_by') : '' }}</span>
      </div>
      <el-button text @click="members = members.filter((x) => x !== m)">{{ $t('structures.take_away') }}</el-button>
    </div>
    <el-button @click="addMember">{{ $t('structures.state_a_piece') }}</el-button>
    <div v-for="(s, i) in stretches" :key="`s${i}`" class="fields">
      <TextField
        :id="`stretch-${i}`"
        v-model="s.name"
        :label="$t('structures.stretch_called')"
        :at="`stretches.${i}.name`"
      />
      <ChoiceField
        :id="`stretch-kind-${i}`"
        v-model="s.kind"
        :label="$t('structures.it_is')"
        :at="`stretches.${i}.kind`"
        :options="{ span: $t('structures.a_span'), overhang: $t('structures.an_overhang') }"
      />
      <div class="field">
        <label :for="`stretch-bars-${i}`">{{ $t('structures.its_bars') }}</label><TextInput
          :id="`stretch-bars-${i}`"
          :value="s.bars.join(', ')"
          @done="s.bars = named($event)"
        /><span class="echo"></span>
      </div>
      <NumberField
        :id="`stretch-over-${i}`"
        :placeholder="$t('structures.as_the_brief_says')"
        v-model="s.over"
        :label="$t('structures.may_move_its_length_over')"
        :at="`stretches.${i}.over`"
      />
      <el-button text @click="stretches = stretches.filter((x) => x !== s)">
        {{ $t('structures.take_away') }}
      </el-button>
    </div>
    <el-button @click="addStretch">{{ $t('structures.state_a_span_or_an') }}</el-button>
  </details>
</template>
