<script setup lang="ts">
/** What would mend a structure's weakest link, worked out when asked for; with `takes` an offer can be taken here. */
import { ref, watch } from 'vue'
import { call, type S } from '../../api/client'
import { attempt, change, job, mayWrite } from '../../shared/job'
import { shown } from '../../shared/reserve'
import { mass } from '../../shared/units'
import TextField from '../../ui/TextField.vue'

const props = defineProps<{ row: S['StructureRow']; takes?: boolean }>()
const offers = ref<S['Upgrade'][] | null>(null)
const reason = ref('')
watch(
  () => [props.row.id, props.row.version, job.value?.last_edit?.id],
  () => {
    offers.value = null
  },
)
const path = () => `/jobs/${job.value!.job.id}/structures/${props.row.id}`
const look = () =>
  attempt(async () => {
    offers.value = await call('GET', `${path()}/upgrades`)
  })
const take = ({ words, role, section_id, weld_leg_mm, joint_at, joint }: S['Upgrade']) =>
  attempt(async () => {
    const chosen = { words, role, section_id, weld_leg_mm, joint_at, joint }
    await change('POST', `${path()}/take`, {
      version: props.row.version,
      ...chosen,
      reason: reason.value,
    })
    reason.value = ''
  })
const signed = (v: number, text: string) => (v > 0.005 ? `+${text}` : v < -0.005 ? `−${text}` : 'same')
</script>
<template>
  <el-button v-if="!offers" @click="look">{{ $t('structures.work_out_offers') }}</el-button>
  <p v-else-if="!offers.length" class="soft">
    {{ $t('structures.nothing_in_the_catalogues_next') }}
  </p>
  <template v-else>
    <TextField v-if="takes && mayWrite" id="t-why" v-model="reason" :label="$t('structures.why_with_a_reason_it')" />
    <table class="list">
      <thead>
        <tr>
          <th>{{ $t('structures.change') }}</th>
          <th class="num">{{ $t('structures.mass') }}</th>
          <th class="num">{{ $t('structures.money') }}</th>
          <th>{{ $t('structures.least_reserve') }}</th>
          <th v-if="takes"></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="u in offers" :key="u.words">
          <td>
            {{ u.words }}<br /><span class="soft">{{ $t('structures.then_x', [u.governs_after]) }}</span>
          </td>
          <td class="num">{{ signed(u.mass_kg, mass(Math.abs(u.mass_kg))) }}</td>
          <td class="num">{{ signed(u.price, Math.abs(u.price).toFixed(0)) }}</td>
          <td>
            {{ shown(u.before) }} → <b>{{ shown(u.after) }}</b>
          </td>
          <td v-if="takes">
            <el-button v-if="mayWrite" :aria-label="$t('structures.take_x', [u.words])" @click="take(u)">{{
              $t('structures.take')
            }}</el-button>
          </td>
        </tr>
      </tbody>
    </table>
  </template>
</template>
