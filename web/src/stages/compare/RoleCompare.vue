<script setup lang="ts">
/** A role of a structure in other sections and metals, each worked out through the whole structure. */
import { computed, ref, watch } from 'vue'
import { call, type S } from '../../api/client'
import { attempt, change, job, mayWrite } from '../../shared/job'
import { marked } from '../../shared/named'
import { useCatalogue } from '../../composables/useCatalogue'
import Reserve from '../../shared/Reserve.vue'
import { mass, small, unit } from '../../shared/units'
import Choice from '../../ui/Choice.vue'
import { whyNot } from './joining'
import TextField from '../../ui/TextField.vue'

const all = useCatalogue()
const chosen = ref(job.value!.structures[0]?.id ?? 0)
const row = computed(() => job.value!.structures.find((x) => x.id === chosen.value))
const roles = computed(() => Object.keys(row.value?.spec.roles ?? {}))
const role = ref(roles.value[0] ?? '')
watch(roles, (r) => {
  if (!r.includes(role.value)) role.value = r[0] ?? ''
})
const present = computed(() => row.value?.spec.roles[role.value])
const wanted = ref<string[]>([])
watch(
  present,
  (p) => {
    if (p) wanted.value = [p.material_id]
  },
  { immediate: true },
)
const found = ref<S['RoleResult'] | null>(null)
const busy = ref(false)
watch(
  () => [chosen.value, role.value, job.value?.last_edit?.id],
  () => {
    found.value = null
  },
)
const compare = () =>
  attempt(async () => {
    busy.value = true
    try {
      found.value = await call('POST', `/jobs/${job.value!.job.id}/structures/${chosen.value}/compare`, {
        role: role.value,
        materials: wanted.value,
        system: unit.value === 'in' ? 'inch' : 'metric',
      })
    } finally {
      busy.value = false
    }
  })
const reason = ref('')
const take = (c: S['RoleCandidate']) =>
  attempt(async () => {
    await change('POST', `/jobs/${job.value!.job.id}/structures/${chosen.value}/take`, {
      version: row.value!.version,
      words: `${role.value}: ${c.section_id}, ${c.material_id}`,
      role: role.value,
      section_id: c.section_id,
      material_id: c.material_id,
      reason: reason.value,
    })
    reason.value = ''
  })
const metals = computed(() =>
  (all.value?.materials ?? []).filter((m) => (all.value?.sections ?? []).some((s) => s.materials.includes(m.id))),
)
</script>
<template>
  <section class="gap">
    <h2>
      {{ $t('compare.structures') }} <span class="soft">{{ $t('compare.one_role_at_a_time') }}</span>
    </h2>
    <div class="row gap wrap">
      <label
        >{{ $t('compare.structure') }}
        <Choice :aria-label="$t('compare.structure_to_compare')" v-model="chosen" :options="marked(job!.structures)"
      /></label>
      <label
        >{{ $t('compare.role') }} <Choice :aria-label="$t('compare.role')" v-model="role" :options="roles"
      /></label>
      <details>
        <summary>
          {{ $t('compare.in_x_2', [wanted.length, wanted.length === 1 ? $t('compare.metal') : $t('compare.metals')]) }}
        </summary>
        <el-checkbox v-for="m in metals" :key="m.id" :value="m.id" v-model="wanted">{{ m.name }}</el-checkbox>
      </details>
      <el-button :disabled="busy || !wanted.length" @click="compare">{{
        busy ? $t('compare.working_it_out') : $t('compare.compare_this_role')
      }}</el-button>
    </div>
    <p v-if="present" class="soft">{{ $t('compare.now_x_2', [present.section_id, present.material_id]) }}</p>
    <template v-if="found">
      <p class="soft">
        {{ $t('compare.pairs_looked_at_with_the_x', [found.looked_at, found.worked_out]) }}
      </p>
      <TextField v-if="mayWrite" id="role-why" v-model="reason" :label="$t('compare.why_with_a_reason_it')" />
      <table class="list">
        <thead>
          <tr>
            <th>{{ $t('compare.section') }}</th>
            <th>{{ $t('compare.material') }}</th>
            <th class="num">{{ $t('compare.structure_weighs') }}</th>
            <th class="num">{{ $t('compare.metal_costs') }}</th>
            <th class="num">{{ $t('compare.moves') }}</th>
            <th>{{ $t('compare.breaks') }}</th>
            <th>{{ $t('compare.stiffness') }}</th>
            <th>{{ $t('compare.then_governs') }}</th>
            <th></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="c in found.candidates" :key="c.section_id + c.material_id" :class="{ chosen: c.present }">
            <td>
              <b v-if="c.on_frontier">{{ c.section_id }}</b><template v-else>{{ c.section_id }}</template> {{ ' '
              }}<span v-if="c.present" class="soft">{{ $t('compare.now') }}</span>
            </td>
            <td>
              {{ c.material_id }}
              <span v-if="whyNot(c.material_id)" class="bad">{{ whyNot(c.material_id) }}</span>
            </td>
            <td class="num">{{ mass(c.mass_kg) }}</td>
            <td class="num">{{ c.price.toFixed(0) }}</td>
            <td class="num">{{ small(c.movement_mm) }}</td>
            <td><Reserve :value="c.strength" /></td>
            <td><Reserve :value="c.stiffness" /></td>
            <td class="soft">{{ c.governs }}</td>
            <td>
              <el-button
                text
                v-if="mayWrite && !c.present"
                :aria-label="$t('compare.take_in_x', [c.section_id, c.material_id])"
                @click="take(c)"
              >
                {{ $t('compare.take') }}
              </el-button>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="soft">{{ $t('compare.bold_none_of_these_beats') }}</p>
    </template>
  </section>
</template>
<style scoped>
.wrap {
  flex-wrap: wrap;
}
.metal {
  display: block;
}
</style>
