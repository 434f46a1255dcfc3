<script setup lang="ts">
/** What the shop's saw and table take away, and what is worth keeping. */
import { computed } from 'vue'
import type { S } from '../../api/client'
import { useCatalogue } from '../../composables/useCatalogue'
import NumberField from '../../ui/NumberField.vue'
import QuantityField from '../../ui/QuantityField.vue'

const brief = defineModel<S['JobSpec']>({ required: true })
type Welders = NonNullable<S['SawAndTable']['welders']>
const all = useCatalogue()
const known = computed<Welders>(() => all.value?.welders ?? [])
const welders = computed({
  get: () => brief.value.machines!.welders ?? [],
  set: (now) => (brief.value.machines!.welders = known.value.filter((w) => now.includes(w))),
})
</script>
<template>
  <details class="gap">
    <summary>
      {{ $t('brief.saw_and_table') }}
      <span class="soft">{{
        $t('brief.kerf_and_a_drop_is_x', [
          brief.machines!.saw_kerf?.text,
          brief.machines!.table_kerf?.text,
          brief.machines!.drop_worth?.text,
        ])
      }}</span>
    </summary>
    <div class="fields gap">
      <QuantityField
        at="machines.saw_kerf"
        v-model="brief.machines!.saw_kerf"
        :label="$t('brief.saw_kerf')"
      /><QuantityField
        at="machines.end_trim"
        v-model="brief.machines!.end_trim"
        :label="$t('brief.trim_of_a_bars_end')"
      /><QuantityField
        at="machines.drop_worth"
        v-model="brief.machines!.drop_worth"
        :label="$t('brief.a_drop_is_kept_from')"
      /><QuantityField
        at="machines.clamp_dead"
        v-model="brief.machines!.clamp_dead"
        :label="$t('brief.end_the_clamp_holds')"
      /><QuantityField
        at="machines.yard_tolerance"
        v-model="brief.machines!.yard_tolerance"
        :label="$t('brief.a_yards_cut_is_off')"
      />
      <NumberField
        id="b-stack"
        v-model="brief.machines!.stack"
        :label="$t('brief.bars_the_saw_takes_at')"
        at="machines.stack"
      />
      <QuantityField
        at="machines.table_kerf"
        v-model="brief.machines!.table_kerf"
        :label="$t('brief.kerf_at_the_table')"
      /><QuantityField
        at="machines.part_gap"
        v-model="brief.machines!.part_gap"
        :label="$t('brief.gap_between_parts')"
      />
      <QuantityField
        at="machines.edge_margin"
        v-model="brief.machines!.edge_margin"
        :label="$t('brief.margin_at_the_sheets_edge')"
      /><QuantityField at="machines.lead" v-model="brief.machines!.lead" :label="$t('brief.lead_of_a_cut')" />
      <NumberField
        id="b-feed"
        v-model="brief.machines!.table_feed_mm_min"
        :label="$t('brief.feed_mm_a_minute')"
        optional
        at="machines.table_feed_mm_min"
      /><NumberField
        id="b-pierce"
        v-model="brief.machines!.pierce_s"
        :label="$t('brief.a_pierce_takes_s')"
        optional
        at="machines.pierce_s"
      /><NumberField
        id="b-mark"
        v-model="brief.machines!.mark_s"
        :label="$t('brief.a_centre_mark_takes_s')"
        at="machines.mark_s"
      /><NumberField
        id="b-bridges"
        v-model="brief.machines!.bridges"
        :label="$t('brief.bridges_in_an_outside')"
        at="machines.bridges"
      />
    </div>
    <div class="field gap">
      <span id="b-welders">{{ $t('brief.the_shop_welds_with') }}</span>
      <el-checkbox-group v-model="welders" aria-labelledby="b-welders">
        <el-checkbox v-for="w in known" :key="w" :value="w">{{ w }}</el-checkbox>
      </el-checkbox-group>
    </div>
    <el-checkbox v-model="brief.machines!.straight_cuts_only">{{ $t('brief.straight_cuts_only') }}</el-checkbox>
    <el-checkbox v-model="brief.machines!.common_line">{{ $t('brief.parts_share_their_cuts_common') }}</el-checkbox>
  </details>
</template>
