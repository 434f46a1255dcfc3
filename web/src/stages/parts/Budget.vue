<script setup lang="ts">
/** What each module weighs and costs, empty and loaded, and who can lift it. */
import type { S } from '../../api/client'
import { job } from '../../shared/job'
import { mass } from '../../shared/units'

type Module = S['JobView']['figures']['modules'][number]
function metalsOf(m: Module): string {
  const share = (kg: number) => ((kg / m.mass_kg) * 100).toFixed(0)
  const several = m.metals.length > 1 && m.mass_kg > 0
  return m.metals.map((x) => (several ? `${x.material_id} ${share(x.mass_kg)} %` : x.material_id)).join(', ')
}
</script>
<template>
  <h2 class="gap">{{ $t('parts.budget_by_module') }}</h2>
  <table class="list">
    <thead>
      <tr>
        <th>{{ $t('parts.module') }}</th>
        <th class="num">{{ $t('parts.mass') }}</th>
        <th class="num">{{ $t('parts.metal_x', [job!.job.spec.currency]) }}</th>
        <th>{{ $t('parts.of') }}</th>
        <th>{{ $t('parts.to_lift_it_and_its') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="m in job!.figures.modules" :key="m.module">
        <td>
          {{ m.module }} <span class="soft">{{ $t('parts.pieces_x', [m.pieces]) }}</span>
        </td>
        <td class="num">
          <b>{{ mass(m.mass_kg) }}</b>
          <div v-if="m.loaded_kg > m.mass_kg" class="soft">
            {{ $t('parts.empty_x', [mass(m.empty_kg)])
            }}<template v-if="m.loaded_kg > m.empty_kg">{{ $t('parts.loaded_x', [mass(m.loaded_kg)]) }}</template>
          </div>
        </td>
        <td class="num">
          {{ m.price.toFixed(0) }}
          <div v-if="m.bought_price" class="soft">{{ $t('parts.bought_x', [m.bought_price.toFixed(0)]) }}</div>
        </td>
        <td class="soft" style="white-space: nowrap">
          {{ metalsOf(m) }}
        </td>
        <td class="soft">
          <template v-if="m.loaded_kg > m.empty_kg">{{
            $t('parts.empty_and_loaded_x', [m.lift, m.loaded_lift])
          }}</template><template v-else>{{ m.lift }}</template
          >; {{ m.heaviest }} {{ mass(m.heaviest_kg) }}, {{ m.heaviest_lift
          }}<template v-if="m.within">{{ $t('parts.within_x', [mass(m.limit_kg!)]) }}</template
          ><span v-if="m.within === false" class="bad">{{ $t('parts.over_the_limit_of_x', [mass(m.limit_kg!)]) }}</span>
        </td>
      </tr>
    </tbody>
  </table>
</template>
