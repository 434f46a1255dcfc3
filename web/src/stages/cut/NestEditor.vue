<script setup lang="ts">
/**
 * A nest changed by hand: drag, nudge and turn pieces, see at once what stands too close, lock some and have the
 * rest planned anew.
 */
import { ref } from 'vue'
import { call, type S } from '../../api/client'
import { attempt, job } from '../../shared/job'
import { keyOf } from '../../shared/nest'
import Slider from '../../shared/Slider.vue'
import { length, lengthUnit, unit } from '../../shared/units'
import Choice from '../../ui/Choice.vue'
import NumberInput from '../../ui/NumberInput.vue'
import NestInHand from './NestInHand.vue'
import { useByHand } from './useByHand'

const props = defineProps<{ plan: S['PlanView'] }>()
const emit = defineEmits<{ done: []; asked: [] }>()
const held = useByHand(props.plan)
const { placed, chosen, locked, wrong, looked, changed, sheets, sheet, hand } = held
const { turns, turn, lock, back, lockOthers, carry } = hand
const seconds = ref(5)
const zoom = ref(1)
const keep = () =>
  attempt(async () => {
    await held.stored()
    emit('done')
  })
const rest = () =>
  attempt(async () => {
    const from = `/jobs/${job.value!.job.id}/plans/${await held.stored()}`
    await call('POST', `${from}/rest`, { locked: [...locked.value], seconds: seconds.value })
    emit('asked')
  })
</script>
<template>
  <section class="panel gap" aria-label="Change the nest by hand">
    <div class="row spread">
      <h3>
        By hand
        <span class="soft"
          >drag, or arrow keys ({{ unit === 'in' ? '1/16"' : '1 mm' }}, with shift ten of them), r turns, l locks</span
        >
      </h3>
      <div class="row">
        <label>Zoom <Slider v-model="zoom" min="1" max="6" step="0.5" aria-label="Zoom" /></label
        ><label v-if="sheets.length > 1"
          >Sheet
          <Choice
            aria-label="Sheet shown"
            v-model="sheet"
            :options="sheets.map((k, i) => ({ value: k, label: String(i + 1) }))"
        /></label>
      </div>
    </div>
    <NestInHand :plan="plan" :held="held" :zoom="zoom" />
    <div class="row">
      <template v-if="chosen !== null">
        <b>{{ placed[chosen].part }}</b><span class="soft"
          >{{ length(placed[chosen].x) }}, {{ length(placed[chosen].y) }}{{ lengthUnit() }},
          {{ placed[chosen].rotation_deg.toFixed(0) }}°</span
        >
        <el-button :disabled="locked.has(chosen) || turns(placed[chosen]).length < 2" @click="turn"> Turn</el-button
        ><el-button @click="lock(chosen)">{{ locked.has(chosen) ? 'Unlock' : 'Lock' }}</el-button
        ><el-button @click="back">Back where it was</el-button
        ><el-button @click="lockOthers">Lock all others</el-button>
        <label v-if="sheets.length > 1"
          >to sheet
          <Choice
            aria-label="Carry it to sheet"
            @change="carry($event)"
            :model-value="keyOf(placed[chosen])"
            :options="sheets.map((k, i) => ({ value: k, label: String(i + 1) }))"
        /></label>
      </template>
      <span v-else class="soft">Pick a piece.</span>
      <span class="soft">{{ locked.size }} locked</span>
    </div>
    <p v-if="wrong.length" class="bad" role="status">
      {{ wrong[0].words }}<template v-if="wrong.length > 1"> and {{ wrong.length - 1 }} more</template>.
    </p>
    <p v-else-if="changed && looked" class="soft" role="status">
      Clear everywhere; {{ (looked.utilisation * 100).toFixed(0) }} % used.
    </p>
    <div class="row">
      <el-button type="primary" :disabled="!changed || wrong.length > 0" @click="keep">Keep it so</el-button>
      <label class="soft"
        >seconds
        <NumberInput v-model="seconds" class="narrow" inputmode="numeric" aria-label="Seconds for the rest" /></label
      ><el-button :disabled="!locked.size || wrong.length > 0" @click="rest">
        Plan the rest around the locked
      </el-button>
      <el-button @click="emit('done')">Leave it</el-button>
    </div>
  </section>
</template>
