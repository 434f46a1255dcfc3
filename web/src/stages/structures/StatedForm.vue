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
    <summary>Pieces and spans as stated <span class="soft">where they do not follow from the bars</span></summary>
    <p class="soft">Bars by name, in order, with commas: {{ bars.slice(0, 12).join(', ') }}</p>
    <div v-for="(m, i) in members" :key="`m${i}`" class="fields">
      <TextField :id="`piece-${i}`" v-model="m.name" label="One piece, called" :at="`members.${i}.name`" />
      <div class="field">
        <label :for="`piece-bars-${i}`">Its bars</label
        ><TextInput :id="`piece-bars-${i}`" :value="m.bars.join(', ')" @done="m.bars = named($event)" /><span
          class="echo"
        ></span>
      </div>
      <div class="field">
        <label :for="`piece-held-${i}`">Held sideways at, from its start</label
        ><TextInput
          :id="`piece-held-${i}`"
          :value="held(m)"
          placeholder="where something frames in"
          @done="hold(m, $event)"
        /><span class="echo">{{ m.held_sideways ? 'places apart by ;' : '' }}</span>
      </div>
      <el-button text @click="members = members.filter((x) => x !== m)">Take away</el-button>
    </div>
    <el-button @click="addMember">State a piece</el-button>
    <div v-for="(s, i) in stretches" :key="`s${i}`" class="fields">
      <TextField :id="`stretch-${i}`" v-model="s.name" label="Stretch, called" :at="`stretches.${i}.name`" />
      <ChoiceField
        :id="`stretch-kind-${i}`"
        v-model="s.kind"
        label="It is"
        :at="`stretches.${i}.kind`"
        :options="{ span: 'a span', overhang: 'an overhang' }"
      />
      <div class="field">
        <label :for="`stretch-bars-${i}`">Its bars</label
        ><TextInput :id="`stretch-bars-${i}`" :value="s.bars.join(', ')" @done="s.bars = named($event)" /><span
          class="echo"
        ></span>
      </div>
      <NumberField
        :id="`stretch-over-${i}`"
        placeholder="as the brief says"
        v-model="s.over"
        label="May move its length over"
        :at="`stretches.${i}.over`"
      />
      <el-button text @click="stretches = stretches.filter((x) => x !== s)"> Take away </el-button>
    </div>
    <el-button @click="addStretch">State a span or an overhang</el-button>
  </details>
</template>
