<script setup lang="ts">
import { computed, onBeforeUnmount, reactive, ref, watch } from 'vue'
import { call, type S } from '../api/client'
import EntryField from '../shared/EntryField.vue'
import { attempt, job, mayWrite, open } from '../shared/job'
import { outlinePath } from '../shared/OutlinePath'
import { length, lengthUnit, mass, unit } from '../shared/units'
import BuyList from './BuyList.vue'
import DoneBars from './DoneBars.vue'
import Hardware from './Hardware.vue'
import NestEditor from './NestEditor.vue'
import Processes from './Processes.vue'
import Savings from './Savings.vue'
import TableView from './TableView.vue'
import Variants from './Variants.vue'

const base = computed(() => `/jobs/${job.value!.job.id}`)
const file = (name: string) => `/api${base.value}/export/${name}?unit=${unit.value}`
const longest = computed(() =>
  Math.max(...job.value!.bars.flatMap((b) => b.plan.bars.map((x) => stockOf(b, x.stock)?.length ?? 1)), 1),
)
const stockOf = (b: S['BarView'], id: string) => b.group.problem.stock.find((s) => s.id === id)
const lineOf = (b: S['BarView'], id: string) => b.group.lines.find((l) => l.id === id)
const above = (cost: number, bound: number) => (((cost - bound) / Math.max(bound, 1e-9)) * 100).toFixed(1)
const proof = (b: S['BarView']) =>
  b.plan.proven
    ? 'proven: no plan costs less'
    : b.plan.lower_bound == null
      ? 'not complete'
      : `at most ${above(b.plan.cost, b.plan.lower_bound)} % above the bound`
const buy = computed(() => [...buyBars.value, ...buySheets.value])
const buyBars = computed(() =>
  job
    .value!.bars.flatMap((b) =>
      b.group.lines
        .filter((l) => !l.on_hand)
        .map((l) => ({
          key: b.group.key,
          sheet: false,
          what: shortName(b.group.section_id),
          material: b.group.material_id,
          l,
          n: b.plan.bars.filter((x) => x.stock === l.id).reduce((s, x) => s + x.count, 0),
        })),
    )
    .filter((r) => r.n),
)
const buySheets = computed(() =>
  job.value!.sheets.flatMap((s) => {
    const p = plans[s.key]
    if (!p?.result) return []
    return p.group.lines
      .filter((l) => !l.on_hand)
      .map((l) => ({
        key: s.key,
        sheet: true,
        what: `plate ${length(s.thickness_mm)}${lengthUnit()}`,
        material: s.material_id,
        l,
        n: used(p).filter((k) => k.split('#')[0] === l.id).length,
      }))
      .filter((r) => r.n)
  }),
)
const shortName = (id: string) => id.split(' = ')[0]
const notNested = computed(() => job.value!.sheets.filter((s) => !plans[s.key]?.result).length)
const plans = reactive<Record<string, S['PlanView']>>({})
const seconds = ref(8)
let timer = 0
const going = (s: S['SheetView']) => s.latest && ['waiting', 'running'].includes(s.latest.state)
async function refresh() {
  for (const s of job.value!.sheets)
    if (s.done && plans[s.key]?.id !== s.done.id) plans[s.key] = await call('GET', `${base.value}/plans/${s.done.id}`)
}
watch(
  () => job.value!.sheets.map((s) => `${s.key}${s.latest?.id}${s.latest?.state}${s.done?.id}${s.done?.stale}`).join(),
  () => {
    void attempt(refresh)
    clearTimeout(timer)
    const again = () => {
      timer = window.setTimeout(async () => {
        await attempt(() => open(job.value!.job.id))
        if (job.value!.sheets.some(going)) again()
      }, 700)
    }
    if (job.value!.sheets.some(going)) again()
  },
  { immediate: true },
)
onBeforeUnmount(() => clearTimeout(timer))
const ask = (s: S['SheetView']) =>
  attempt(async () => {
    await call('POST', `${base.value}/plans`, { key: s.key, seconds: seconds.value })
    await open(job.value!.job.id)
  })
const stop = (s: S['SheetView']) =>
  attempt(async () => {
    await call('POST', `${base.value}/plans/${s.latest!.id}/cancel`)
    await open(job.value!.job.id)
  })
const used = (p: S['PlanView']) =>
  [...new Set((p.result?.placements ?? []).map((x) => `${x.sheet}#${x.sheet_index}`))].sort()
const frameOf = (s: { width: number; height: number }) => `-4 ${-s.height - 4} ${s.width + 8} ${s.height + 8}`
const sheetOf = (p: S['PlanView'], key: string) => p.group.problem.sheets.find((s) => s.id === key.split('#')[0])!
const outlineOf = (s: S['SheetStock']) =>
  s.outline ?? [
    [0, 0],
    [s.width, 0],
    [s.width, s.height],
    [0, s.height],
  ]
const on = (p: S['PlanView'], key: string) => p.result!.placements.filter((x) => `${x.sheet}#${x.sheet_index}` === key)
const middle = (p: S['PlanView'], x: S['Placement']) => {
  const [ax, cy] = labelAt(p.outlines[x.part])
  const cx = x.mirrored ? -ax : ax
  const t = (x.rotation_deg * Math.PI) / 180
  return [cx * Math.cos(t) - cy * Math.sin(t) + x.x, cx * Math.sin(t) + cy * Math.cos(t) + x.y]
}
/**
 * Where a mark stands: the middle of the corners, or where that is outside the metal the roomiest of a grid of
 * places.
 */
const places = new WeakMap<object, [number, number]>()
function labelAt(o: S['Outline']): [number, number] {
  const known = places.get(o)
  if (known) return known
  const v = o.outer.vertices
  const within = (x: number, y: number) =>
    v.reduce((odd, a, i) => {
      const b = v[(i + 1) % v.length]
      return a.y > y !== b.y > y && x < a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x) ? !odd : odd
    }, false)
  let best: [number, number] = [v.reduce((s, a) => s + a.x, 0) / v.length, v.reduce((s, a) => s + a.y, 0) / v.length]
  if (v.length > 2 && !within(...best)) {
    const room = (x: number, y: number) =>
      Math.min(
        ...v.map((a, i) => {
          const b = v[(i + 1) % v.length]
          const l = Math.hypot(b.x - a.x, b.y - a.y) || 1
          const t = Math.max(0, Math.min(1, ((x - a.x) * (b.x - a.x) + (y - a.y) * (b.y - a.y)) / (l * l)))
          return Math.hypot(a.x + t * (b.x - a.x) - x, a.y + t * (b.y - a.y) - y)
        }),
      )
    const [x0, x1, y0, y1] = [
      Math.min(...v.map((a) => a.x)),
      Math.max(...v.map((a) => a.x)),
      Math.min(...v.map((a) => a.y)),
      Math.max(...v.map((a) => a.y)),
    ]
    let most = -1
    for (let i = 1; i < 14; i++)
      for (let k = 1; k < 14; k++) {
        const [x, y] = [x0 + ((x1 - x0) * i) / 14, y0 + ((y1 - y0) * k) / 14]
        if (within(x, y) && room(x, y) > most) {
          most = room(x, y)
          best = [x, y]
        }
      }
  }
  places.set(o, best)
  return best
}
/** How far under a part's middle its mark stands, so that an opening there does not hide it. */
function below(o: S['Outline'], font: number): number {
  const centre = (r: S['Ring']) => [
    r.vertices.reduce((t, v) => t + v.x, 0) / r.vertices.length,
    r.vertices.reduce((t, v) => t + v.y, 0) / r.vertices.length,
  ]
  const [x, y] = centre(o.outer)
  const reach = (o.openings ?? []).map((r) => {
    const [cx, cy] = centre(r)
    const radius = Math.max(...r.vertices.map((v) => Math.hypot(v.x - cx, v.y - cy)))
    return Math.hypot(cx - x, cy - y) < radius + font ? radius + Math.hypot(cx - x, cy - y) : 0
  })
  return Math.max(0, ...reach) > 0 ? Math.max(...reach) + font * 1.1 : font * 0.35
}
const ticking = ref<{
  at: string
  b: S['BarView']
  bar: S['Bar']
  drop: { text: string; unit?: 'mm' | 'in'; value?: number } | null
  location: string
} | null>(null)
const tick = () =>
  attempt(async () => {
    const t = ticking.value!
    job.value = await call('POST', `${base.value}/cuts`, {
      key: t.b.group.key,
      stock: t.bar.stock,
      cuts: Object.fromEntries(t.bar.cuts.map((c) => [c.part, c.qty])),
      drop: t.drop,
      location: t.location,
    })
    ticking.value = null
  })
const zoom = reactive<Record<string, number>>({})
const marked = ref('')
const editing = ref<number | null>(null)
const table = ref<{ plan: number; sheet: string } | null>(null)
const edited = () => {
  editing.value = null
  return attempt(() => open(job.value!.job.id))
}
</script>
<template>
  <div class="row spread">
    <h1>Cut</h1>
    <div class="row">
      <a class="button" :href="file('cut-list.pdf')">Cut list PDF</a
      ><a class="button" :href="file('lists.xlsx')">Lists XLSX</a><a class="button" :href="file('lists.csv')">CSV</a
      ><a class="button" :href="file('labels.pdf')">Labels PDF</a
      ><a class="button" :href="`/api${base}/export/job.json`">Job file</a>
    </div>
  </div>
  <p v-if="!job!.parts.length" class="notice">
    There is nothing to cut yet: <router-link :to="`${base}/parts`">make parts first</router-link>.
  </p>
  <p v-if="job!.figures.unverified.length" class="notice">
    <b>Measure first.</b> Not verified: {{ job!.figures.unverified.join(', ') }}.
  </p>
  <div
    v-for="c in job!.figures.cautions.filter((x) => ['galvanised', 'cutting'].includes(x.id))"
    :key="c.id"
    class="caution"
    :class="c.level"
  >
    <b>{{ c.title }}.</b> {{ c.text }} {{ c.do }}
  </div>
  <section v-if="job!.bars.length" class="gap">
    <h2>
      Bars <span class="soft">{{ job!.figures.bars_to_cut }} to cut, {{ job!.figures.bars_to_buy }} to buy</span>
    </h2>
    <div v-for="b in job!.bars" :key="b.group.key" class="profile">
      <div class="row spread">
        <b>{{ shortName(b.group.section_id) }}, {{ b.group.material_id }}</b
        ><span class="soft"
          >{{ proof(b) }}; {{ mass(b.group.mass_kg) }}; kerf {{ length(b.group.problem.kerf ?? 0)
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
            >{{ bar.count }} × {{ lineOf(b, bar.stock)?.words }}<br />{{
              lineOf(b, bar.stock)?.on_hand ? lineOf(b, bar.stock)?.location || 'on hand' : 'buy'
            }}</span
          >
          <svg viewBox="0 0 1000 30" preserveAspectRatio="none">
            <rect
              x="0.5"
              y="1"
              :width="((stockOf(b, bar.stock)?.length ?? 0) / longest) * 998"
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
              v-if="mayWrite && lineOf(b, bar.stock)?.on_hand"
              class="button quiet"
              :aria-label="`Tick off ${bar.cuts.map((c) => c.part).join(', ')}`"
              @click="ticking = { at: `${b.group.key} ${i}`, b, bar, drop: null, location: '' }"
            >
              Tick off
            </button></span
          >
        </div>
        <form v-if="ticking?.at === `${b.group.key} ${i}`" class="panel ticked row" @submit.prevent="tick">
          <EntryField v-model="ticking.drop" label="Drop, measured" optional :hint="length(bar.drop ?? 0)" />
          <div class="field">
            <label for="k-loc">Drop goes to</label><input id="k-loc" v-model="ticking.location" /><span
              class="echo"
            ></span>
          </div>
          <button class="button main">It is cut</button
          ><button type="button" class="button" @click="ticking = null">Not yet</button>
        </form>
      </template>
    </div>
  </section>
  <Savings v-if="job!.bars.length" />
  <BuyList v-if="job!.bars.length || job!.sheets.length" :rows="buy" :not-nested="notNested" />
  <Hardware />
  <DoneBars />
  <Processes />
  <section v-for="s in job!.sheets" :key="s.key" class="gap">
    <p v-if="s.done?.stale" class="notice row spread">
      <span><b>Stale.</b> This nest was made before the last change of its parts or stock. Its files say so.</span
      ><button v-if="mayWrite" class="button main" @click="ask(s)">Make it again</button>
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
          ><button class="button" @click="stop(s)">Stop, keep the best</button></template
        >
        <template v-else-if="mayWrite"
          ><label class="soft"
            >seconds
            <input v-model.number="seconds" class="narrow" inputmode="numeric" aria-label="Seconds to search" /></label
          ><button class="button" :class="{ main: !s.done }" @click="ask(s)">
            {{ s.done ? 'Nest again' : 'Nest these' }}
          </button></template
        >
        <template v-if="s.done"
          ><a class="button" :href="file(`plans/${s.done.id}.dxf`)">DXF{{ s.done.stale ? ' (stale)' : '' }}</a
          ><a class="button" :href="file(`plans/${s.done.id}.pdf`)">PDF{{ s.done.stale ? ' (stale)' : '' }}</a
          ><a class="button" :href="file(`plans/${s.done.id}.svg`)">SVG</a></template
        >
      </div>
    </div>
    <p v-if="s.latest?.state === 'failed'" class="bad">The last try failed: {{ s.latest.message }}</p>
    <template v-if="plans[s.key]?.result">
      <p class="soft">
        {{ job!.job.spec.currency }} {{ plans[s.key].result!.cost.toFixed(2) }} of metal,
        {{ (plans[s.key].result!.utilisation * 100).toFixed(0) }} % used; no choice of sheets below
        {{ plans[s.key].result!.lower_bound.toFixed(2) }} has the area; {{ plans[s.key].result!.evaluations }} steps of
        search.
      </p>
      <p v-for="u in plans[s.key].result!.unplaced" :key="u.part" class="bad">
        No room for {{ u.qty }} × {{ u.part }}: add a sheet in <router-link :to="`${base}/stock`">Stock</router-link>.
      </p>
      <Variants :sheets="s" />
      <NestEditor
        v-if="editing === plans[s.key].id"
        :key="editing"
        :plan="plans[s.key]"
        @done="edited"
        @asked="edited"
      />
      <p
        v-else-if="
          mayWrite &&
          !s.done?.stale &&
          !job!.job.spec.machines!.straight_cuts_only &&
          plans[s.key].result!.placements.length
        "
      >
        <button class="button" @click="editing = plans[s.key].id">Move pieces by hand</button>
      </p>
      <div v-if="editing !== plans[s.key].id" class="sheets">
        <figure v-for="k in used(plans[s.key])" :key="k">
          <div class="room">
            <svg
              :style="{ width: `${(zoom[k] ?? 1) * 100}%`, maxHeight: (zoom[k] ?? 1) > 1 ? 'none' : '' }"
              :viewBox="frameOf(sheetOf(plans[s.key], k))"
              role="img"
              :aria-label="`Sheet ${k}`"
            >
              <g transform="scale(1 -1)">
                <path
                  :d="
                    'M' +
                    outlineOf(sheetOf(plans[s.key], k))
                      .map((q) => q.join(' '))
                      .join('L') +
                    'Z'
                  "
                  fill="var(--metal)"
                  stroke="var(--ink)"
                  vector-effect="non-scaling-stroke"
                />
                <path
                  v-for="(x, n) in on(plans[s.key], k)"
                  :key="n"
                  :d="outlinePath(plans[s.key].outlines[x.part])"
                  :transform="`translate(${x.x} ${x.y}) rotate(${x.rotation_deg})${x.mirrored ? ' scale(-1 1)' : ''}`"
                  fill-rule="evenodd"
                  :fill="marked === x.part ? 'var(--mark-pale)' : 'var(--sheet)'"
                  stroke="var(--ink)"
                  vector-effect="non-scaling-stroke"
                  @click="marked = x.part"
                />
              </g>
              <text
                v-for="(x, n) in on(plans[s.key], k)"
                :key="'t' + n"
                :x="middle(plans[s.key], x)[0]"
                :y="-middle(plans[s.key], x)[1]"
                :dy="below(plans[s.key].outlines[x.part], sheetOf(plans[s.key], k).width / 62)"
                text-anchor="middle"
                :style="`font-size:${sheetOf(plans[s.key], k).width / 62}px`"
              >
                {{ x.part }}
              </text>
            </svg>
          </div>
          <figcaption class="soft">
            <label
              >zoom
              <input
                v-model.number="zoom[k]"
                type="range"
                min="1"
                max="6"
                step="0.5"
                value="1"
                :aria-label="`Zoom of sheet ${k}`"
            /></label>
            {{ length(sheetOf(plans[s.key], k).width) }} × {{ length(sheetOf(plans[s.key], k).height) }}:
            {{ on(plans[s.key], k).length }} pieces
            <button class="button quiet" @click="table = { plan: plans[s.key].id, sheet: k }">
              Put it on the table
            </button>
          </figcaption>
        </figure>
      </div>
      <TableView v-if="table?.plan === plans[s.key].id" :plan="table.plan" :sheet="table.sheet" />
    </template>
    <p v-else-if="!going(s)" class="soft">Not nested yet; the thread counts it at a usual yield.</p>
  </section>
</template>
<style scoped>
a.button {
  text-decoration: none;
  color: var(--ink);
}
.profile {
  margin-top: 12px;
}
.narrow {
  width: 52px;
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
.sheets {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(380px, 1fr));
  gap: 14px;
}
figure {
  margin: 0;
}
.room {
  overflow: auto;
  max-height: 380px;
}
figure svg {
  width: 100%;
  max-height: 360px;
}
</style>
