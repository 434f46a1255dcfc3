<script setup lang="ts">
/** The nest of one thickness: asked for, seen, changed by hand, and put on the table. */
import { computed, ref, watch } from 'vue'
import { call, type S } from '../../api/client'
import CutFile from '../../shared/CutFile.vue'
import { attempt, job, mayWrite, open } from '../../shared/job'
import { going } from '../../shared/nest'
import { length, lengthUnit, mass, unit } from '../../shared/units'
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
      <span><b>Stale.</b> This nest was made before the last change of its parts or stock. Its files say so.</span
      ><el-button type="primary" v-if="mayWrite" @click="ask">Make it again</el-button>
    </p>
    <div class="row spread">
      <h2>
        Plate {{ length(s.thickness_mm) }}{{ lengthUnit() }}, {{ s.material_id }}{{ s.process ? `, ${s.process}` : '' }}
        <span class="soft">{{ s.pieces }} pieces, {{ mass(s.mass_kg) }}</span>
      </h2>
      <div class="row">
        <template v-if="going(s)"
          ><progress :value="s.latest!.progress" max="1" :aria-label="`Nesting ${s.key}`"></progress
          ><span class="soft"
            >{{ s.latest!.state
            }}<template v-if="s.latest!.early"> , so far {{ s.latest!.early.sheets }} sheets</template></span
          ><el-button @click="stop">Stop, keep the best</el-button></template
        >
        <template v-else-if="mayWrite"
          ><label class="soft"
            >seconds
            <NumberInput v-model="seconds" class="narrow" inputmode="numeric" aria-label="Seconds to search" /></label
          ><el-button :type="s.done ? 'default' : 'primary'" @click="ask">{{
            s.done ? 'Nest again' : 'Nest these'
          }}</el-button></template
        >
        <template v-if="s.done"
          ><CutFile :href="file(`plans/${s.done.id}.dxf`)">DXF{{ s.done.stale ? ' (stale)' : '' }}</CutFile
          ><a class="button" :href="file(`plans/${s.done.id}.pdf`)">PDF{{ s.done.stale ? ' (stale)' : '' }}</a
          ><a class="button" :href="file(`plans/${s.done.id}.svg`)">SVG</a></template
        >
      </div>
    </div>
    <p v-if="s.latest?.state === 'failed'" class="bad">The last try failed: {{ s.latest.message }}</p>
    <template v-if="plan?.result">
      <div class="row spread">
        <p class="soft">
          {{ job!.job.spec.currency }} {{ plan.result.cost.toFixed(2) }} of metal,
          {{ (plan.result.utilisation * 100).toFixed(0) }} % used; no choice of sheets below
          {{ plan.result.lower_bound.toFixed(2) }} has the area; {{ plan.result.evaluations }} steps of search.
        </p>
        <el-button v-if="byHand" @click="editing = true">Move pieces by hand</el-button>
      </div>
      <p v-for="u in plan.result.unplaced" :key="u.part" class="bad">
        No room for {{ u.qty }} × {{ u.part }}: add a sheet in <router-link :to="`${base}/stock`">Stock</router-link>.
      </p>
      <Variants :sheets="s" />
      <NestEditor v-if="editing" :key="plan.id" :plan="plan" @done="edited" @asked="edited" />
      <SheetSteps v-if="!editing" :key="plan.id" v-model:marked="marked" :plan="plan" />
    </template>
    <p v-else-if="!going(s)" class="soft">Not nested yet; the thread counts it at a usual yield.</p>
  </section>
</template>
