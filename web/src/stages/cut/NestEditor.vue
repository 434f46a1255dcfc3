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
  <section class="panel gap" :aria-label="$t('cut.change_the_nest_by_hand')">
    <div class="row spread">
      <h3>
        {{ $t('cut.by_hand') }}
        <span class="soft">{{
          $t('cut.drag_or_arrow_keys_with_x', [unit === 'in' ? '1/16"' : $t('cut.n_1_mm')])
        }}</span>
      </h3>
      <div class="row">
        <label
          >{{ $t('cut.zoom') }} <Slider v-model="zoom" min="1" max="6" step="0.5" :aria-label="$t('cut.zoom')" /></label
        ><label v-if="sheets.length > 1"
          >{{ $t('cut.sheet') }}
          <Choice
            :aria-label="$t('cut.sheet_shown')"
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
        <el-button :disabled="locked.has(chosen) || turns(placed[chosen]).length < 2" @click="turn">
          {{ $t('cut.turn') }}</el-button><el-button @click="lock(chosen)">{{
          locked.has(chosen) ? $t('cut.unlock') : $t('cut.lock')
        }}</el-button
        ><el-button @click="back">{{ $t('cut.back_where_it_was') }}</el-button
        ><el-button @click="lockOthers">{{ $t('cut.lock_all_others') }}</el-button>
        <label v-if="sheets.length > 1"
          >{{ $t('cut.to_sheet') }}
          <Choice
            :aria-label="$t('cut.carry_it_to_sheet')"
            @change="carry($event)"
            :model-value="keyOf(placed[chosen])"
            :options="sheets.map((k, i) => ({ value: k, label: String(i + 1) }))"
        /></label>
      </template>
      <span v-else class="soft">{{ $t('cut.pick_a_piece') }}</span>
      <span class="soft">{{ $t('cut.locked_x', [locked.size]) }}</span>
    </div>
    <p v-if="wrong.length" class="bad" role="status">
      {{ wrong[0].words }}<template v-if="wrong.length > 1"> {{ $t('cut.and_more_x', [wrong.length - 1]) }}</template
      >.
    </p>
    <p v-else-if="changed && looked" class="soft" role="status">
      {{ $t('cut.clear_everywhere_used_x', [(looked.utilisation * 100).toFixed(0)]) }}
    </p>
    <div class="row">
      <el-button type="primary" :disabled="!changed || wrong.length > 0" @click="keep">{{
        $t('cut.keep_it_so')
      }}</el-button>
      <label class="soft"
        >{{ $t('cut.seconds') }}
        <NumberInput
          v-model="seconds"
          class="narrow"
          inputmode="numeric"
          :aria-label="$t('cut.seconds_for_the_rest')" /></label
      ><el-button :disabled="!locked.size || wrong.length > 0" @click="rest">
        {{ $t('cut.plan_the_rest_around_the') }}
      </el-button>
      <el-button @click="emit('done')">{{ $t('cut.leave_it') }}</el-button>
    </div>
  </section>
</template>
