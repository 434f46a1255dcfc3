<script setup lang="ts">
/** A role of a structure in other sections and metals, each worked out through the whole structure. */
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { call, type S } from '../../api/client'
import { attempt, catalogue, change, job, mayWrite } from '../../shared/job'
import Reserve from '../../shared/Reserve.vue'
import { mass, small, unit } from '../../shared/units'
import Choice from '../../ui/Choice.vue'
import TextField from '../../ui/TextField.vue'

const all = shallowRef<S['Catalogue'] | null>(null)
onMounted(async () => {
  all.value = await catalogue()
})
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
    <h2>Structures <span class="soft">one role at a time, the whole structure worked out with each</span></h2>
    <div class="row gap wrap">
      <label
        >Structure
        <Choice
          aria-label="Structure to compare"
          v-model="chosen"
          :options="job!.structures.map((x) => ({ value: x.id, label: `${x.spec.mark} ${x.spec.name}` }))"
      /></label>
      <label>Role <Choice aria-label="Role" v-model="role" :options="roles" /></label>
      <details>
        <summary>in {{ wanted.length }} {{ wanted.length === 1 ? 'metal' : 'metals' }}</summary>
        <el-checkbox v-for="m in metals" :key="m.id" :value="m.id" v-model="wanted">{{ m.name }}</el-checkbox>
      </details>
      <el-button :disabled="busy || !wanted.length" @click="compare">{{
        busy ? 'Working it out…' : 'Compare this role'
      }}</el-button>
    </div>
    <p v-if="present" class="soft">Now: {{ present.section_id }}, {{ present.material_id }}.</p>
    <template v-if="found">
      <p class="soft">
        {{ found.looked_at }} pairs looked at with the present forces, the {{ found.worked_out }} most likely worked out
        in full.
      </p>
      <TextField v-if="mayWrite" id="role-why" v-model="reason" label="Why? With a reason it goes to the log." />
      <table class="list">
        <thead>
          <tr>
            <th>Section</th>
            <th>Material</th>
            <th class="num">Structure weighs</th>
            <th class="num">Metal costs</th>
            <th class="num">Moves</th>
            <th>Breaks</th>
            <th>Stiffness</th>
            <th>Then governs</th>
            <th></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="c in found.candidates" :key="c.section_id + c.material_id" :class="{ chosen: c.present }">
            <td>
              <b v-if="c.on_frontier">{{ c.section_id }}</b><template v-else>{{ c.section_id }}</template> {{ ' '
              }}<span v-if="c.present" class="soft">now</span>
            </td>
            <td>{{ c.material_id }}</td>
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
                :aria-label="`Take ${c.section_id} in ${c.material_id}`"
                @click="take(c)"
              >
                Take
              </el-button>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="soft">Bold: none of these beats it in mass, money and movement.</p>
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
