<script setup lang="ts">
/** The nest of one thickness: asked for, seen, changed by hand, and put on the table. */
import { computed, ref, watch } from 'vue'
import { call, type S } from '../api/client'
import CutFile from '../shared/CutFile.vue'
import { attempt, job, mayWrite, open } from '../shared/job'
import { going, keysOf } from '../shared/nest'
import { length, lengthUnit, mass, unit } from '../shared/units'
import NestEditor from './NestEditor.vue'
import SheetPicture from './SheetPicture.vue'
import TableView from './TableView.vue'
import Variants from './Variants.vue'
import NumberInput from '../shared/NumberInput.vue'

const props = defineProps<{ s: S['SheetView']; plan?: S['PlanView'] }>()
const marked = defineModel<string>('marked', { required: true })
const seconds = defineModel<number>('seconds', { required: true })
const base = computed(() => `/jobs/${job.value!.job.id}`)
const file = (name: string) => `/api${base.value}/export/${name}?unit=${unit.value}`
const editing = ref(false)
const table = ref('')
watch(
  () => props.plan?.id,
  () => {
    editing.value = false
    table.value = ''
  },
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
  <section class="gap">
    <p v-if="s.done?.stale" class="notice row spread">
      <span><b>Stale.</b> This nest was made before the last change of its parts or stock. Its files say so.</span
      ><button v-if="mayWrite" class="button main" @click="ask">Make it again</button>
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
          ><button class="button" @click="stop">Stop, keep the best</button></template
        >
        <template v-else-if="mayWrite"
          ><label class="soft"
            >seconds
            <NumberInput v-model="seconds" class="narrow" inputmode="numeric" aria-label="Seconds to search" /></label
          ><button class="button" :class="{ main: !s.done }" @click="ask">
            {{ s.done ? 'Nest again' : 'Nest these' }}
          </button></template
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
      <p class="soft">
        {{ job!.job.spec.currency }} {{ plan.result.cost.toFixed(2) }} of metal,
        {{ (plan.result.utilisation * 100).toFixed(0) }} % used; no choice of sheets below
        {{ plan.result.lower_bound.toFixed(2) }} has the area; {{ plan.result.evaluations }} steps of search.
      </p>
      <p v-for="u in plan.result.unplaced" :key="u.part" class="bad">
        No room for {{ u.qty }} × {{ u.part }}: add a sheet in <router-link :to="`${base}/stock`">Stock</router-link>.
      </p>
      <Variants :sheets="s" />
      <NestEditor v-if="editing" :key="plan.id" :plan="plan" @done="edited" @asked="edited" />
      <p
        v-else-if="
          mayWrite && !s.done?.stale && !job!.job.spec.machines!.straight_cuts_only && plan.result.placements.length
        "
      >
        <button class="button" @click="editing = true">Move pieces by hand</button>
      </p>
      <div v-if="!editing" class="sheets">
        <SheetPicture
          v-for="k in keysOf(plan.result.placements)"
          :key="k"
          v-model:marked="marked"
          :plan="plan"
          :sheet="k"
          @table="table = k"
        />
      </div>
      <TableView v-if="table" :plan="plan.id" :sheet="table" />
    </template>
    <p v-else-if="!going(s)" class="soft">Not nested yet; the thread counts it at a usual yield.</p>
  </section>
</template>
<style scoped>
.sheets {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(380px, 1fr));
  gap: 14px;
}
</style>
