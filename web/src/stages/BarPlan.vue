<script setup lang="ts">
/** The bar plan of one profile: what comes out of which bar, and a bar ticked off as it is cut. */
import { computed, ref, useId } from 'vue'
import { type S } from '../api/client'
import EntryField from '../shared/EntryField.vue'
import { attempt, change, job, mayWrite } from '../shared/job'
import { shortName } from '../shared/named'
import { length, mass } from '../shared/units'

const props = defineProps<{ b: S['BarView']; longest: number }>()
const marked = defineModel<string>('marked', { required: true })
const id = useId()
const base = computed(() => `/jobs/${job.value!.job.id}`)
const stockOf = (id: string) => props.b.group.problem.stock.find((s) => s.id === id)
const lineOf = (id: string) => props.b.group.lines.find((l) => l.id === id)
const above = (cost: number, bound: number) => (((cost - bound) / Math.max(bound, 1e-9)) * 100).toFixed(1)
const proof = computed(() => {
  const { proven, lower_bound, cost } = props.b.plan
  if (proven) return 'proven: no plan costs less'
  return lower_bound == null ? 'not complete' : `at most ${above(cost, lower_bound)} % above the bound`
})
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
        >{{ proof }}; {{ mass(b.group.mass_kg) }}; kerf {{ length(b.group.problem.kerf ?? 0)
        }}<template v-if="(job!.job.spec.machines!.stack ?? 1) > 1"
          >, {{ job!.job.spec.machines!.stack }} at once where cut alike</template
        >, trim {{ length(b.group.problem.end_trim ?? 0) }}</span
      >
    </div>
    <p v-for="u in b.plan.unplaced" :key="u.part" class="bad">
      Not planned: {{ u.qty }} × {{ u.part }}, no stock is long enough or left.
      <router-link :to="`${base}/stock`">Add stock</router-link>
    </p>
    <p v-for="w in [...(b.group.said ?? []), ...b.group.left_out]" :key="w" class="soft">{{ w }}</p>
    <p v-if="b.group.held?.length" class="notice">
      Held back until the assembly is measured: {{ b.group.held.join(', ') }}. Stock for the longest they may be is
      kept.
    </p>
    <p v-if="b.group.ripped?.length" class="soft">
      Split lengthwise after cutting, two from each: {{ b.group.ripped.join(', ') }}.
    </p>
    <template v-for="(bar, i) in b.plan.bars" :key="i">
      <div class="bar">
        <span class="soft"
          >{{ bar.count }} × {{ lineOf(bar.stock)?.words }}<br />{{
            lineOf(bar.stock)?.on_hand ? lineOf(bar.stock)?.location || 'on hand' : 'buy'
          }}</span
        >
        <svg viewBox="0 0 1000 30" preserveAspectRatio="none">
          <rect
            x="0.5"
            y="1"
            :width="((stockOf(bar.stock)?.length ?? 0) / longest) * 998"
            height="28"
            fill="none"
            stroke="var(--rule)"
            stroke-dasharray="4 3"
          />
          <g v-for="(p, k) in b.laid[i]" :key="k">
            <rect
              :x="(p.at_mm / longest) * 998"
              y="1"
              :width="(p.length_mm / longest) * 998"
              height="28"
              :fill="marked === p.part ? 'var(--mark-pale)' : 'var(--sheet)'"
              stroke="var(--ink)"
              vector-effect="non-scaling-stroke"
              @click="marked = p.part"
            />
          </g>
        </svg>
        <div class="labels">
          <span
            v-for="(p, k) in b.laid[i]"
            :key="k"
            :style="{ left: `${(p.at_mm / longest) * 100}%`, width: `${(p.length_mm / longest) * 100}%` }"
            ><b>{{ p.part }}</b> {{ length(p.length_mm) }}</span
          >
        </div>
        <span class="drop soft"
          >drop {{ length(bar.drop ?? 0)
          }}<button
            v-if="mayWrite && lineOf(bar.stock)?.on_hand"
            class="button quiet"
            :aria-label="`Tick off ${bar.cuts.map((c) => c.part).join(', ')}`"
            @click="ticking = { at: i, bar, drop: null, location: '' }"
          >
            Tick off
          </button></span
        >
      </div>
      <form v-if="ticking?.at === i" class="panel ticked row" @submit.prevent="tick">
        <EntryField v-model="ticking.drop" label="Drop, measured" optional :hint="length(bar.drop ?? 0)" />
        <div class="field">
          <label :for="id">Drop goes to</label><input :id="id" v-model="ticking.location" /><span class="echo"></span>
        </div>
        <button class="button main">It is cut</button
        ><button type="button" class="button" @click="ticking = null">Not yet</button>
      </form>
    </template>
  </div>
</template>
<style scoped>
.profile {
  margin-top: 12px;
}
.bar {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr) 160px;
  gap: 8px;
  align-items: center;
  margin: 3px 0;
  position: relative;
}
.bar svg {
  width: 100%;
  height: 30px;
  display: block;
}
.labels {
  position: absolute;
  left: 158px;
  right: 168px;
  height: 30px;
  pointer-events: none;
}
.labels span {
  position: absolute;
  top: 5px;
  padding: 0 6px;
  overflow: hidden;
  white-space: nowrap;
  font-size: 12.5px;
}
.bar > .soft:first-child {
  line-height: 1.2;
  font-size: 12px;
}
.ticked {
  align-items: flex-end;
  margin: 6px 0;
}
.drop {
  line-height: 1.2;
}
</style>
