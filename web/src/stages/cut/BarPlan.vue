<script setup lang="ts">
/** The bar plan of one profile: what comes out of which bar, and a bar ticked off as it is cut. */
import { t } from '../../messages'
import { computed, ref, useId } from 'vue'
import { type S } from '../../api/client'
import { attempt, change, job, mayWrite } from '../../shared/job'
import { shortName } from '../../shared/named'
import { length, mass } from '../../shared/units'
import QuantityField from '../../ui/QuantityField.vue'
import TextField from '../../ui/TextField.vue'
import BarStrip from './BarStrip.vue'
import { OVER, ROUND } from './lying'
import Stops from './Stops.vue'

const props = defineProps<{ b: S['BarView']; longest: number }>()
const marked = defineModel<string>('marked', { required: true })
const id = useId()
const base = computed(() => `/jobs/${job.value!.job.id}`)
const stockOf = (id: string) => props.b.group.problem.stock.find((s) => s.id === id)
const lineOf = (id: string) => props.b.group.lines.find((l) => l.id === id)
const parts = computed(() => [...new Set(props.b.laid.flatMap((bar) => bar.map((p) => p.part)))])
const shares = computed(() => props.b.laid.some((bar) => bar.some((p) => p.shared && p.left)))
const held = computed(() =>
  Object.entries(props.b.group.held ?? {})
    .map(([part, most]) => `${part}, ${t('cut.at_most_x', [length(most)])}`)
    .join('; '),
)
const ticking = ref<{
  at: number
  bar: S['Bar']
  drop: { text: string; unit?: 'mm' | 'in'; value?: number } | null
  location: string
} | null>(null)
const tick = () =>
  attempt(async () => {
    const t = ticking.value!
    await change('POST', `${base.value}/cuts`, {
      key: props.b.group.key,
      stock: t.bar.stock,
      cuts: Object.fromEntries(t.bar.cuts.map((c) => [c.part, c.qty])),
      drop: t.drop,
      location: t.location,
    })
    ticking.value = null
  })
</script>
<template>
  <div class="profile">
    <div class="row spread">
      <b>{{ shortName(b.group.section_id) }}, {{ b.group.material_id }}</b
      ><span class="soft"
        >{{ $t('cut.kerf_x', [b.proof, mass(b.group.mass_kg), length(b.group.problem.kerf ?? 0)])
        }}<template v-if="(job!.job.spec.machines!.stack ?? 1) > 1">{{
          $t('cut.at_once_where_cut_alike_x', [job!.job.spec.machines!.stack])
        }}</template
        >{{ $t('cut.trim_x', [length(b.group.problem.end_trim ?? 0)]) }}</span
      >
    </div>
    <p v-for="u in b.plan.unplaced" :key="u.part" class="bad">
      {{ $t('cut.not_planned_no_stock_is_x', [u.qty, u.part]) }}
      <router-link :to="`${base}/stock`">{{ $t('cut.add_stock') }}</router-link>
    </p>
    <p v-for="w in b.group.left_out" :key="w" class="soft">{{ w }}</p>
    <p v-if="shares" class="soft">{{ $t('cut.slants_share_cuts', [OVER, ROUND]) }}</p>
    <p v-if="held" class="notice">{{ $t('cut.held_back_until_the_assembly_x', [held]) }}</p>
    <p v-if="b.group.ripped?.length" class="soft">
      {{ $t('cut.split_lengthwise_after_cutting_two_x', [b.group.ripped.join(', ')]) }}
    </p>
    <Stops :stops="b.stops" />
    <template v-for="(bar, i) in b.plan.bars" :key="i">
      <div class="bar">
        <span class="soft"
          >{{ b.plan.bars.length > 1 ? `${i + 1}. ` : '' }}{{ bar.count }} × {{ lineOf(bar.stock)?.words }}<br />{{
            lineOf(bar.stock)?.on_hand ? lineOf(bar.stock)?.location || $t('cut.on_hand') : $t('cut.buy')
          }}</span
        >
        <BarStrip
          v-model:marked="marked"
          :pieces="b.laid[i]"
          :stock="stockOf(bar.stock)?.length ?? 0"
          :depth="b.group.problem.depth ?? 0"
          :longest="longest"
          :parts="parts"
        />
        <span class="drop soft"
          >{{ $t('cut.drop_x', [length(bar.drop ?? 0)])
          }}<el-button
            text
            v-if="mayWrite && lineOf(bar.stock)?.on_hand"
            :aria-label="$t('cut.tick_off_x', [bar.cuts.map((c) => c.part).join(', ')])"
            @click="ticking = { at: i, bar, drop: null, location: '' }"
          >
            {{ $t('cut.tick_off') }}
          </el-button></span
        >
      </div>
      <form v-if="ticking?.at === i" class="panel ticked row" @submit.prevent="tick">
        <QuantityField v-model="ticking.drop" :label="$t('cut.drop_measured')" optional :hint="length(bar.drop ?? 0)" />
        <TextField :id="id" v-model="ticking.location" :label="$t('cut.drop_goes_to')" />
        <el-button type="primary" native-type="submit">{{ $t('cut.it_is_cut') }}</el-button><el-button
          @click="ticking = null"
          >{{ $t('cut.not_yet') }}</el-button
        >
      </form>
    </template>
  </div>
</template>
<style scoped>
.bar {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr) 130px;
  gap: 8px;
  align-items: start;
  margin: 8px 0;
}
.bar > .soft:first-child {
  line-height: 1.2;
}
.ticked {
  align-items: flex-end;
  margin: 6px 0;
}
.drop {
  line-height: 1.2;
}
</style>
