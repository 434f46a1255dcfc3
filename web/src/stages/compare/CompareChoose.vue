<script setup lang="ts">
/** The one that was picked, against what there is now, and why it is taken. */
import type { S } from '../../api/client'
import { job } from '../../shared/job'
import { mass, trim } from '../../shared/units'
import TextField from '../../ui/TextField.vue'
import { rackWords } from './candidate'
import { isSaid, whyNot } from './joining'

defineProps<{
  picked: S['Candidate'] | null
  present: S['Candidate'] | null
  weldability: string | undefined
  rack: number
  pinned: boolean
}>()
const reason = defineModel<string>('reason', { required: true })
const emit = defineEmits<{ choose: []; pin: [] }>()
</script>
<template>
  <form class="panel" @submit.prevent="emit('choose')">
    <h2>{{ $t('compare.choose') }}</h2>
    <p v-if="!picked" class="soft">{{ $t('compare.pick_a_point_or_a') }}</p>
    <template v-else>
      <p>
        <b>{{ picked.section_id }}, {{ picked.material_id }}</b
        ><br />{{
          $t('compare.each_against_now_x', [
            mass(picked.mass_kg),
            job!.job.spec.currency,
            picked.price.toFixed(0),
            present ? mass(picked.mass_kg - present.mass_kg) : '',
          ])
        }}
      </p>
      <p>{{ rackWords(rack) }}</p>
      <p class="soft">
        {{
          $t('compare.twist_times_as_stiff_as_x', [
            present ? trim(picked.GJ_Nmm2 / present.GJ_Nmm2, 2) : '',
            weldability,
          ])
        }}
      </p>
      <p v-if="whyNot(picked.material_id)" class="notice">
        {{ $t('compare.the_shop_cannot_weld_it_x', [whyNot(picked.material_id)]) }}
      </p>
      <p v-else-if="!isSaid" class="soft">{{ $t('compare.with_what_the_shop_welds') }}</p>
      <TextField id="reason" v-model="reason" :label="$t('compare.why_this_one_it_goes')" />
      <div class="row gap">
        <el-button type="primary" native-type="submit">{{ $t('compare.choose') }}</el-button><el-button
          @click="emit('pin')"
          >{{ pinned ? $t('compare.unpin') : $t('compare.pin') }}</el-button
        >
      </div>
    </template>
  </form>
</template>
