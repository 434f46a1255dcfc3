<script setup lang="ts">
/** The whole job in another metal, by three kinds of "the same". Nothing is changed here. */
import { computed, ref, watch } from 'vue'
import { call, type S } from '../../api/client'
import { attempt, job } from '../../shared/job'
import { useCatalogue } from '../../composables/useCatalogue'
import Reserve from '../../shared/Reserve.vue'
import { mass } from '../../shared/units'
import { whyNot } from './joining'
import SwapAll from './SwapAll.vue'
import Choice from '../../ui/Choice.vue'

const known = useCatalogue()
const materials = computed(() => (known.value?.materials ?? []).filter((m) => m.family !== 'panel'))
const metal = ref('')
const equal = ref<'section' | 'strength' | 'stiffness'>('stiffness')
const found = ref<S['SwapResult'] | null>(null)
async function look() {
  const asked = new URLSearchParams({ material_id: metal.value, equal: equal.value })
  found.value = await call('GET', `/jobs/${job.value!.job.id}/swap?${asked}`)
}
watch(
  () => [metal.value, equal.value, job.value?.last_edit?.id],
  () => {
    found.value = null
    if (metal.value) void attempt(look)
  },
)
const against = (now: number, before: number) =>
  `${now >= before ? '+' : '−'}${Math.abs((now / before - 1) * 100).toFixed(0)} %`
</script>
<template>
  <section v-if="job!.members.length || job!.structures.length" class="gap">
    <h2>{{ $t('compare.the_whole_job_in_another') }}</h2>
    <p class="soft">{{ $t('compare.structures_keep_the_shape_of') }}</p>
    <div class="row gap">
      <label
        >{{ $t('compare.metal_2') }}
        <Choice
          :aria-label="$t('compare.metal_2')"
          v-model="metal"
          :options="[
            { value: '', label: $t('compare.choose_one') },
            ...materials.map((m) => ({ value: m.id, label: m.name })),
          ]"
      /></label>
      <el-radio-group v-model="equal" :aria-label="$t('compare.at_equal')">
        <el-radio v-for="e in ['section', 'strength', 'stiffness'] as const" :key="e" :value="e">
          {{ $t('compare.at_equal_x', [e]) }}
        </el-radio>
      </el-radio-group>
    </div>
    <SwapAll :metals="materials" :equal="equal" @pick="metal = $event" />
    <template v-if="found">
      <p v-if="found.mass_kg != null" class="notice">
        <b>{{ mass(found.mass_kg) }}</b>
        {{
          $t('compare.against_now_against_x', [
            mass(found.mass_before_kg),
            against(found.mass_kg, found.mass_before_kg),
            job!.job.spec.currency,
            found.price!.toFixed(0),
            found.price_before.toFixed(0),
            against(found.price!, found.price_before),
            found.weldability.charAt(0).toUpperCase() + found.weldability.slice(1),
          ])
        }}
      </p>
      <p v-else class="notice bad">{{ $t('compare.not_the_whole_job_for') }}</p>
      <p v-if="whyNot(metal)" class="notice">{{ $t('compare.the_shop_cannot_weld_it_x', [whyNot(metal)]) }}</p>
      <table class="list">
        <thead>
          <tr>
            <th>{{ $t('compare.mark') }}</th>
            <th>{{ $t('compare.would_be') }}</th>
            <th class="num">{{ $t('compare.each') }}</th>
            <th class="num">{{ $t('compare.price') }}</th>
            <th>{{ $t('compare.breaks') }}</th>
            <th>{{ $t('compare.moves') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="m in found.members" :key="m.mark">
            <td>
              <b>{{ m.mark }}</b> <span class="soft">× {{ m.qty }}</span>
            </td>
            <td>
              {{ m.section_id ?? '' }}<span class="bad">{{ m.why_not }}</span
              ><span v-if="m.remark" class="soft">, {{ m.remark }}</span>
            </td>
            <td class="num">{{ m.mass_kg == null ? '' : mass(m.mass_kg) }}</td>
            <td class="num">{{ m.price?.toFixed(0) ?? '' }}</td>
            <td><Reserve v-if="m.section_id" :value="m.strength" /></td>
            <td><Reserve v-if="m.section_id" :value="m.stiffness" /></td>
          </tr>
        </tbody>
      </table>
    </template>
  </section>
</template>
