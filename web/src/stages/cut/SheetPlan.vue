<script setup lang="ts">
/** The nest of one thickness: asked for, seen, changed by hand, and put on the table. */
import { computed, ref, watch } from 'vue'
import { call, type S } from '../../api/client'
import CutFile from '../../shared/CutFile.vue'
import { attempt, job, mayWrite, open } from '../../shared/job'
import { going } from '../../shared/nest'
import { length, lengthUnit, mass, unit } from '../../shared/units'
import DrillList from './DrillList.vue'
import NestEditor from './NestEditor.vue'
import SheetSteps from './SheetSteps.vue'
import Variants from './Variants.vue'
import NumberInput from '../../ui/NumberInput.vue'

const props = defineProps<{ s: S['SheetView']; plan?: S['PlanView'] }>()
const marked = defineModel<string>('marked', { required: true })
const seconds = defineModel<number>('seconds', { required: true })
const base = computed(() => `/jobs/${job.value!.job.id}`)
const file = (name: string) => `/api${base.value}/export/${name}?unit=${unit.value}`
const editing = ref(false)
watch(
  () => props.plan?.id,
  () => {
    editing.value = false
  },
)
const byHand = computed(
  () =>
    mayWrite.value &&
    !editing.value &&
    !props.s.done?.stale &&
    !job.value!.job.spec.machines!.straight_cuts_only &&
    !!props.plan?.result?.placements.length,
)
const ask = () =>
  attempt(async () => {
    await call('POST', `${base.value}/plans`, { key: props.s.key, seconds: seconds.value })
    await open(job.value!.job.id)
  })
const stop = () =>
  attempt(async () => {
    await call('POST', `${base.value}/plans/${props.s.latest!.id}/cancel`)
    await open(job.value!.job.id)
  })
const edited = () => {
  editing.value = false
  return attempt(() => open(job.value!.job.id))
}
</script>
<template>
  <section>
    <p v-if="s.done?.stale" class="notice row spread">
      <span
        ><b>{{ $t('cut.stale') }}</b> {{ $t('cut.this_nest_was_made_before') }}</span
      ><el-button type="primary" v-if="mayWrite" @click="ask">{{ $t('cut.make_it_again') }}</el-button>
    </p>
    <div class="row spread">
      <h2>
        {{
          $t('cut.plate_x', [length(s.thickness_mm), lengthUnit(), s.material_id, s.process ? `, ${s.process}` : ''])
        }}
        <span class="soft">{{ $t('cut.pieces_x_2', [s.pieces, mass(s.mass_kg)]) }}</span>
      </h2>
      <div class="row">
        <template v-if="going(s)"
          ><progress :value="s.latest!.progress" max="1" :aria-label="$t('cut.nesting_x', [s.key])"></progress
          ><span class="soft"
            >{{ s.latest!.state
            }}<template v-if="s.latest!.early">
              {{ $t('cut.so_far_sheets_x', [s.latest!.early.sheets]) }}</template
            ></span
          ><el-button @click="stop">{{ $t('cut.stop_keep_the_best') }}</el-button></template
        >
        <template v-else-if="mayWrite"
          ><label class="soft"
            >{{ $t('cut.seconds') }}
            <NumberInput
              v-model="seconds"
              class="narrow"
              inputmode="numeric"
              :aria-label="$t('cut.seconds_to_search')" /></label
          ><el-button :type="s.done ? 'default' : 'primary'" @click="ask">{{
            s.done ? $t('cut.nest_again') : $t('cut.nest_these')
          }}</el-button></template
        >
        <template v-if="s.done"
          ><CutFile :href="file(`plans/${s.done.id}.dxf`)">{{
            $t('cut.dxf_x', [s.done.stale ? ' ' + $t('cut.stale_2') : ''])
          }}</CutFile
          ><a class="button" :href="file(`plans/${s.done.id}.pdf`)">{{
            $t('cut.pdf_x', [s.done.stale ? ' ' + $t('cut.stale_2') : ''])
          }}</a
          ><a class="button" :href="file(`plans/${s.done.id}.svg`)">{{ $t('cut.svg') }}</a></template
        >
      </div>
    </div>
    <p v-if="s.latest?.state === 'failed'" class="bad">{{ $t('cut.the_last_try_failed_x', [s.latest.message]) }}</p>
    <template v-if="plan?.result">
      <div class="row spread">
        <p class="soft">
          {{
            $t('cut.of_metal_used_no_choice_x', [
              job!.job.spec.currency,
              plan.result.cost.toFixed(2),
              (plan.result.utilisation * 100).toFixed(0),
              plan.result.lower_bound.toFixed(2),
              plan.result.evaluations,
            ])
          }}
        </p>
        <el-button v-if="byHand" @click="editing = true">{{ $t('cut.move_pieces_by_hand') }}</el-button>
      </div>
      <p v-for="u in plan.result.unplaced" :key="u.part" class="bad">
        {{ $t('cut.no_room_for_add_a_x', [u.qty, u.part]) }}
        <router-link :to="`${base}/stock`">{{ $t('cut.stock') }}</router-link>.
      </p>
      <Variants :sheets="s" />
      <NestEditor v-if="editing" :key="plan.id" :plan="plan" @done="edited" @asked="edited" />
      <SheetSteps v-if="!editing" :key="plan.id" v-model:marked="marked" :plan="plan" />
      <DrillList :of="plan.group.drilled ?? []" />
    </template>
    <p v-else-if="!going(s)" class="soft">{{ $t('cut.not_nested_yet_the_thread') }}</p>
  </section>
</template>
