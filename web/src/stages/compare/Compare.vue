<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { call, type S } from '../../api/client'
import { attempt, catalogue, change, copy, job, mayWrite, save } from '../../shared/job'
import Reserve from '../../shared/Reserve.vue'
import Findings from './Findings.vue'
import RoleCompare from './RoleCompare.vue'
import Swap from './Swap.vue'
import { IN, mass, small, trim, unit } from '../../shared/units'
import Choice from '../../ui/Choice.vue'
import TextField from '../../ui/TextField.vue'

const route = useRoute()
const chosen = ref<number | null>(Number(route.query.member) || (job.value!.members[0]?.id ?? null))
const row = computed(() => job.value!.members.find((m) => m.id === chosen.value))
const materials = ref<S['Material'][]>([])
const wanted = ref<string[]>([])
const system = ref<string>('')
const found = ref<S['CompareOut'] | null>(null)
const picked = ref<S['Candidate'] | null>(null)
const reason = ref('')
const onlyFrontier = ref(true)
void catalogue().then((c) => {
  const sold = new Set(c.sections.flatMap((s) => s.materials))
  materials.value = c.materials.filter((m) => sold.has(m.id))
})
watch(
  () => [chosen.value, row.value?.version, wanted.value.join(), system.value, job.value?.last_edit?.id],
  () => {
    if (!row.value) return
    void attempt(async () => {
      found.value = await call('POST', `/jobs/${job.value!.job.id}/members/${row.value!.id}/compare`, {
        materials: wanted.value,
        system: system.value || null,
        pinned: row.value!.spec.pinned,
      })
      picked.value = null
    })
  },
  { immediate: true },
)
const key = (c: S['Candidate']) => `${c.section_id}|${c.material_id}`
const holding = computed(() => (found.value?.candidates ?? []).filter((c) => c.holds))
const shapeOf: Record<string, string> = { 'carbon steel': 'square', stainless: 'diamond', aluminium: 'ring' }
const family = (id: string) => materials.value.find((m) => m.id === id)?.family ?? 'carbon steel'
const MANY_TIMES = 2.5
const bounds = computed(() => {
  const now = found.value?.present
  const all = [...holding.value, ...(now ? [now] : [])]
  const most = Math.max(...all.map((c) => c.mass_kg), 1)
  const near = Math.max(now?.mass_kg ?? most, found.value?.lightest?.mass_kg ?? 0) * MANY_TIMES
  return { m: Math.min(most, near) * 1.05, d: Math.max(...all.map((c) => c.deflection_mm), 0.1) * 1.08 }
})
const listed = computed(() =>
  onlyFrontier.value ? holding.value.filter((c) => c.on_frontier) : (found.value?.candidates ?? []),
)
const rows = computed(() => listed.value.filter((c) => c.mass_kg <= bounds.value.m).slice(0, 40))
/** The efficient ones last, so that the same section in a dearer metal does not cover them. */
const drawn = computed(() =>
  holding.value
    .filter((c) => c.mass_kg <= bounds.value.m)
    .sort((a, b) => Number(a.on_frontier) - Number(b.on_frontier)),
)
const X = (kg: number) => 60 + (kg / bounds.value.m) * 560
const Y = (mm: number) => 210 - (mm / bounds.value.d) * 190
const px = (c: S['Candidate']) => X(c.mass_kg)
const py = (c: S['Candidate']) => Y(c.deflection_mm)
/** Round figures along an axis, in the unit shown: about five of them. */
function ticks(most: number, perUnit: number): { at: number; text: string }[] {
  const rough = most / perUnit / 5
  const power = 10 ** Math.floor(Math.log10(rough))
  const step = [1, 2, 5, 10].map((k) => k * power).find((s) => s >= rough)!
  return Array.from({ length: Math.floor(most / perUnit / step + 1e-9) + 1 }, (_, i) => ({
    at: i * step * perUnit,
    text: trim(i * step, 3),
  }))
}
const masses = computed(() => ticks(bounds.value.m, unit.value === 'in' ? 0.45359237 : 1))
const moves = computed(() => ticks(bounds.value.d, unit.value === 'in' ? IN : 1))
const isPinned = (c: S['Candidate']) =>
  (row.value!.spec.pinned ?? []).some((p) => p[0] === c.section_id && p[1] === c.material_id)
const pin = (c: S['Candidate']) =>
  attempt(async () => {
    const spec = copy(row.value!.spec)
    spec.pinned = isPinned(c)
      ? spec.pinned!.filter((p) => p[0] !== c.section_id || p[1] !== c.material_id)
      : ([...(spec.pinned ?? []), [c.section_id, c.material_id]].slice(-5) as typeof spec.pinned)
    await save('members', row.value!, spec)
  })
const choose = () =>
  attempt(async () => {
    const c = picked.value!
    await change('POST', `/jobs/${job.value!.job.id}/members/${row.value!.id}/choose`, {
      version: row.value!.version,
      section_id: c.section_id,
      material_id: c.material_id,
      reason: reason.value,
    })
    reason.value = ''
  })
</script>
<template>
  <div class="row spread">
    <h1>Compare</h1>
    <span class="soft">Which section and metal is lightest, stiffest, cheapest here?</span>
  </div>
  <Findings />
  <RoleCompare v-if="job!.structures.length" />
  <p v-if="!row && !job!.structures.length" class="notice">
    There is no member yet: <router-link :to="`/jobs/${job!.job.id}/size`">add one in Size</router-link>.
  </p>
  <template v-if="row">
    <div class="row gap">
      <label
        >Member
        <Choice
          aria-label="Member"
          v-model="chosen"
          :options="job!.members.map((m) => ({ value: m.id, label: `${m.spec.mark} ${m.spec.name}` }))"
      /></label>
      <label
        >Sizes
        <Choice
          aria-label="Sizes"
          v-model="system"
          :options="{ '': 'metric and inch', metric: 'metric', inch: 'inch' }"
      /></label>
      <el-checkbox v-for="m in materials" :key="m.id" :value="m.id" v-model="wanted">{{ m.name }}</el-checkbox>
    </div>
    <p class="soft">
      {{ found?.held ?? 0 }} of {{ found?.worked_out ?? found?.tried ?? 0 }} hold<template v-if="found?.worked_out"
        >: the likeliest of {{ found.tried }}, each worked out with all that its loads do</template
      >. Now: {{ row.spec.section_id }}, {{ row.spec.material_id
      }}<template v-if="row.spec.decided">, because {{ row.spec.decided }}</template
      >.
    </p>
    <div class="two">
      <svg
        viewBox="0 0 640 254"
        role="img"
        aria-label="Mass against movement of every candidate that holds; the table beside has the figures"
      >
        <g v-for="t in masses" :key="'m' + t.text">
          <path :d="`M${X(t.at)} 20V214`" stroke="var(--rule)" />
          <text :x="X(t.at)" y="228" text-anchor="middle">{{ t.text }}</text>
        </g>
        <g v-for="t in moves" :key="'d' + t.text">
          <path :d="`M56 ${Y(t.at)}H625`" stroke="var(--rule)" />
          <text x="52" :y="Y(t.at) + 4" text-anchor="end">{{ t.text }}</text>
        </g>
        <path d="M60 10V210H625" fill="none" stroke="var(--ink)" />
        <text x="340" y="246" text-anchor="middle">
          mass of the member, {{ unit === 'in' ? 'lb' : 'kg' }}
          <template v-if="drawn.length < holding.length">
            ({{ holding.length - drawn.length }} heavier ones not drawn)
          </template>
        </text>
        <text transform="translate(14 110) rotate(-90)" text-anchor="middle">
          moves, {{ unit === 'in' ? 'inches' : 'mm' }}
        </text>
        <g
          v-for="c in drawn"
          :key="key(c)"
          :transform="`translate(${px(c)} ${py(c)})`"
          class="dot"
          :class="{ best: c.on_frontier, sel: picked && key(picked) === key(c) }"
          @click="picked = c"
        >
          <title>{{ c.section_id }} {{ c.material_id }}: {{ mass(c.mass_kg) }}</title>
          <rect v-if="shapeOf[family(c.material_id)] === 'square'" x="-3" y="-3" width="6" height="6" />
          <path v-else-if="shapeOf[family(c.material_id)] === 'diamond'" d="M0-4L4 0L0 4L-4 0Z" />
          <circle v-else r="3.4" />
        </g>
        <g v-if="found?.present" :transform="`translate(${px(found.present)} ${py(found.present)})`">
          <path d="M-9 0H9M0-9V9" stroke="var(--gives)" stroke-width="2" />
          <text x="10" y="-6" class="halo">now</text>
        </g>
      </svg>
      <form v-if="mayWrite" class="panel" @submit.prevent="choose">
        <h2>Choose</h2>
        <p v-if="!picked" class="soft">Pick a point or a line of the table.</p>
        <template v-else>
          <p>
            <b>{{ picked.section_id }}, {{ picked.material_id }}</b
            ><br />{{ mass(picked.mass_kg) }} each, {{ job!.job.spec.currency }} {{ picked.price.toFixed(0) }}; against
            now {{ found?.present ? mass(picked.mass_kg - found.present.mass_kg) : '' }}
          </p>
          <p class="soft">
            Twist: {{ found?.present ? trim(picked.GJ_Nmm2 / found.present.GJ_Nmm2, 2) : '' }} times as stiff as now.
            {{ materials.find((m) => m.id === picked!.material_id)?.weldability }}.
          </p>
          <TextField id="reason" v-model="reason" label="Why this one? It goes to the log." />
          <div class="row gap">
            <el-button type="primary" native-type="submit">Choose</el-button
            ><el-button @click="pin(picked)">{{ isPinned(picked) ? 'Unpin' : 'Pin' }}</el-button>
          </div>
        </template>
      </form>
    </div>
    <p class="soft key">
      Filled: none beats it in mass, price and movement. Squares are steel, diamonds stainless, rings aluminium.
    </p>
    <div class="row spread gap">
      <h2>{{ onlyFrontier ? 'The efficient ones' : 'All, lightest that hold first' }}</h2>
      <el-checkbox v-model="onlyFrontier">only those that nothing beats</el-checkbox>
    </div>
    <table class="list">
      <thead>
        <tr>
          <th>Section</th>
          <th>Material</th>
          <th class="num">Each</th>
          <th class="num">Price</th>
          <th class="num">Moves</th>
          <th>Breaks</th>
          <th>Stiffness</th>
          <th class="num">Paint</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="c in [...(found?.pinned ?? []), ...rows]"
          :key="key(c) + isPinned(c)"
          class="pick"
          :class="{ chosen: picked && key(picked) === key(c) }"
          @click="picked = c"
        >
          <td>
            <el-button text @click="picked = c">{{ c.section_id }}</el-button><span v-if="isPinned(c)" class="soft">
              pinned</span
            >
          </td>
          <td>{{ c.material_id }}</td>
          <td class="num">{{ mass(c.mass_kg) }}</td>
          <td class="num">{{ c.price.toFixed(0) }}</td>
          <td class="num">{{ small(c.deflection_mm) }}</td>
          <td><Reserve :value="c.strength" /></td>
          <td><Reserve :value="c.stiffness" /></td>
          <td class="num">{{ trim(c.surface_m2, 2) }} m²</td>
        </tr>
      </tbody>
    </table>
    <p v-if="rows.length < listed.length" class="soft">
      {{ listed.length - rows.length }} heavier or further ones are not listed.
    </p>
  </template>
  <Swap />
</template>
<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.7fr) minmax(230px, 1fr);
  gap: 16px;
}
svg {
  width: 100%;
  background: var(--sheet);
  border: 1px solid var(--rule);
}
.dot {
  fill: var(--field);
  stroke: var(--edge);
  cursor: pointer;
}
.dot.best {
  fill: var(--mark);
  stroke: var(--mark);
}
.dot.sel {
  fill: var(--gives);
  stroke: var(--gives);
}
svg text {
  font-size: 11px;
}
.halo {
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
  font-weight: 600;
}
.key {
  margin: 6px 0 0;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
