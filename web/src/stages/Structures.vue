<script setup lang="ts">
/** Structures from starters: the form, the drawing, the chain of strength, and what would mend its weakest link. */
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { call, type S } from '../api/client'
import EntryField from '../shared/EntryField.vue'
import { attempt, copy, job, mayWrite, remove, save, why } from '../shared/job'
import Reserve from '../shared/Reserve.vue'
import { shown } from '../shared/reserve'
import SectionPick from '../shared/SectionPick.vue'
import { force, mass, moment, unit } from '../shared/units'
import { blankStarter, optionalDims, starters, type Starter } from './starters'
import StructureDrawing from './StructureDrawing.vue'

const router = useRouter()
const chosen = ref<number | null>(job.value!.structures[0]?.id ?? null)
const row = computed(() => job.value!.structures.find((x) => x.id === chosen.value))
const bar = ref('')
watch(() => row.value?.verdict, (v) => { if (v && !v.bars.some((b) => b.name === bar.value)) bar.value = v.weakest }, { immediate: true })
const draft = ref<S['StructureSpec'] | null>(null)
const editing = ref<{ id: number; version: number } | null>(null)
const asked = ref<S['StarterView'] | null>(null)
const reason = ref('')
const offers = ref<S['Upgrade'][] | null>(null)
const usual = (role: string) => (unit.value === 'mm'
  ? { section_id: role === 'tie' ? 'RD 20' : 'SHS 80×80×5 hot', material_id: 'S355', turned: false }
  : { section_id: 'HSS3X3X1/4', material_id: 'A500 Gr C', turned: false })

async function ask() {
  const d = draft.value!
  asked.value = await call<S['StarterView']>('POST', '/starters', { ...d, mark: d.mark || 'X', loads: [] })
  d.roles = Object.fromEntries(asked.value.roles.map((r) => [r, d.roles[r] ?? usual(r)]))
  d.loads = (d.loads ?? []).filter((l) => l.spot in asked.value!.spots)
}
function add(kind: string) {
  const n = job.value!.structures.length + 1
  draft.value = { mark: `T${n}`, name: '', module: '', qty: 1, starter: blankStarter(kind as Starter['kind'], unit.value), roles: {}, loads: [], welded: true, weld_leg: { text: unit.value === 'mm' ? '5' : '3/16', unit: unit.value }, pin: { text: unit.value === 'mm' ? '16' : '5/8', unit: unit.value }, decided: '' } as unknown as S['StructureSpec']
  editing.value = null
  void attempt(ask)
}
function change() { draft.value = copy(row.value!.spec); editing.value = { id: row.value!.id, version: row.value!.version }; void attempt(ask) }
/* eslint-disable-next-line @typescript-eslint/no-explicit-any -- the dimensions of six starters; the server's models decide */
const dims = computed(() => draft.value!.starter as any)
const store = () => attempt(async () => { chosen.value = await save('structures', editing.value, draft.value); draft.value = null })
function spotsFor(load: S['LoadRow']) {
  const a = asked.value!
  const fits = (k: string) => (load.spec.form === 'force' ? true : load.spec.form === 'area' ? a.loads_per_area.includes(k) : !a.at_nodes.includes(k))
  return Object.entries(a.spots).filter(([k]) => fits(k))
}
function put(load: S['LoadRow']) {
  const spot = spotsFor(load)[0]
  if (spot) draft.value!.loads!.push({ load_id: load.id, spot: spot[0], direction: 'down' })
}
const loadOf = (id: number) => job.value!.loads.find((l) => l.id === id)
const weakestFirst = computed(() => [...(row.value?.chain ?? [])].sort((a, b) => (a.reserve ?? -1) - (b.reserve ?? -1)))
const byPath = ref(true)
const links = computed(() => (byPath.value ? (row.value?.chain ?? []) : weakestFirst.value))
const explain = (link: { check_id: string }) => { why.value = { title: '', member: 0, structure: row.value!.id, check: link.check_id } }
watch(() => [chosen.value, row.value?.version, job.value?.last_edit?.id], () => { offers.value = null })
const look = () => attempt(async () => { offers.value = await call('GET', `/jobs/${job.value!.job.id}/structures/${row.value!.id}/upgrades`) })
const take = (u: S['Upgrade']) => attempt(async () => {
  job.value = await call('POST', `/jobs/${job.value!.job.id}/structures/${row.value!.id}/take`, { version: row.value!.version, words: u.words, role: u.role, section_id: u.section_id, weld_leg_mm: u.weld_leg_mm, pin_mm: u.pin_mm, reason: reason.value })
  reason.value = ''
})
const makeParts = () => attempt(async () => {
  job.value = await call('POST', `/jobs/${job.value!.job.id}/structures/${row.value!.id}/parts`, { version: row.value!.version })
  await router.push(`/jobs/${job.value!.job.id}/parts`)
})
const signed = (v: number, text: string) => (v > 0.005 ? `+${text}` : v < -0.005 ? `−${text}` : 'same')
</script>
<template>
  <section class="gap">
    <div class="row spread"><h2>Structures <span class="soft">bars joined to each other, sized as one frame</span></h2>
      <label v-if="mayWrite && !draft">Add <select aria-label="Add a structure" value="" @change="add(($event.target as HTMLSelectElement).value); ($event.target as HTMLSelectElement).value = ''"><option value="">choose one</option><option v-for="(s, k) in starters" :key="k" :value="k">{{ s.words }}</option></select></label></div>
    <form v-if="draft" class="panel gap" @submit.prevent="store">
      <h3>{{ starters[draft.starter.kind].words }}</h3>
      <div class="fields gap">
        <div class="field"><label for="t-mark">Mark of the structure</label><input id="t-mark" v-model="draft.mark" /><span class="echo"></span></div>
        <div class="field"><label for="t-name">Called</label><input id="t-name" v-model="draft.name" /><span class="echo"></span></div>
        <div class="field"><label for="t-qty">How many</label><input id="t-qty" v-model.number="draft.qty" inputmode="numeric" /><span class="echo"></span></div>
        <EntryField v-for="[k, words] in starters[draft.starter.kind].dims" :key="k" v-model="dims[k]" :label="words" :optional="optionalDims.includes(k)" hint="none" @change="k === 'post_height' && attempt(ask)" />
        <div v-for="[k, words] in starters[draft.starter.kind].counts ?? []" :key="k" class="field"><label :for="`t-${k}`">{{ words }}</label><input :id="`t-${k}`" v-model.number="dims[k]" inputmode="numeric" /><span class="echo"></span></div>
        <label v-if="draft.starter.kind === 'portal'" class="row"><input v-model="dims.pinned_feet" type="checkbox" /> feet on pins</label>
        <EntryField v-model="draft.weld_leg" label="Weld leg, all round" /><EntryField v-model="draft.pin" label="Pins at hinges" />
        <label class="row"><input v-model="draft.welded" type="checkbox" /> metal beside welds counts as welded</label>
      </div>
      <div v-for="(r, name) in draft.roles" :key="name" class="fields"><div class="field"><label>Made of</label><b>{{ name }}</b></div><SectionPick v-model:section="r.section_id" v-model:material="r.material_id" /><label class="row"><input v-model="r.turned" type="checkbox" /> lies on its side</label></div>
      <div v-for="(l, i) in draft.loads" :key="i" class="row">
        <b>{{ loadOf(l.load_id)?.spec.name ?? 'gone' }}</b>
        <select v-if="loadOf(l.load_id) && asked" v-model="l.spot" :aria-label="`Where load ${i + 1} stands`"><option v-for="[k, words] in spotsFor(loadOf(l.load_id)!)" :key="k" :value="k">{{ words }}</option></select>
        <select v-model="l.direction" :aria-label="`Direction of load ${i + 1}`"><option>down</option><option>sideways</option><option>along</option></select>
        <button type="button" class="button quiet" @click="draft.loads!.splice(i, 1)">Take off</button>
      </div>
      <div v-if="asked" class="row gap"><span class="soft">Put on:</span><button v-for="l in job!.loads" :key="l.id" type="button" class="button quiet" :disabled="!spotsFor(l).length" @click="put(l)">+ {{ l.spec.name }}</button></div>
      <div class="row gap"><button class="button main">Save structure</button><button type="button" class="button" @click="draft = null">Leave it</button></div>
    </form>
    <table v-if="job!.structures.length" class="list">
      <thead><tr><th>Mark</th><th>What</th><th>What governs</th><th>Breaks</th><th>Moves</th><th class="num">Each</th><th></th></tr></thead>
      <tbody><tr v-for="x in job!.structures" :key="x.id" class="pick" :class="{ chosen: x.id === chosen }" @click="chosen = x.id">
        <td><button class="button quiet" @click="chosen = x.id"><b>{{ x.spec.mark }}</b></button></td><td>{{ x.spec.name || starters[x.spec.starter.kind].words }} <span class="soft">× {{ x.spec.qty }}</span></td>
        <td class="soft">{{ x.trouble ?? x.verdict!.strength.governs }}</td><td><Reserve :value="x.verdict?.strength.value" /></td><td><Reserve :value="x.verdict?.stiffness.value" /></td><td class="num">{{ x.verdict ? mass(x.verdict.mass_kg) : '' }}</td>
        <td class="num"><button v-if="mayWrite" class="button quiet" :aria-label="`Take away ${x.spec.mark}`" @click.stop="attempt(() => remove('structures', x))">Take away</button></td></tr></tbody>
    </table>
    <template v-if="row && !draft">
      <p v-if="row.trouble" class="notice bad">Not checked: {{ row.trouble }}</p>
      <div class="row spread gap"><h3>{{ row.spec.mark }} {{ row.spec.name }}</h3><div v-if="mayWrite" class="row"><button class="button" @click="change">Change</button><button v-if="row.verdict" class="button" @click="makeParts">Make its bars parts</button></div></div>
      <template v-if="row.verdict">
        <StructureDrawing :verdict="row.verdict" :chosen="bar" @choose="bar = $event" />
        <p class="row"><span class="soft">moves</span><button class="button quiet" @click="explain({ check_id: 'movement' })"><Reserve :value="row.verdict.stiffness.value" /></button><span class="soft">{{ row.verdict.movement.title }}, {{ row.verdict.movement.clause }}; {{ mass(row.verdict.mass_kg) }}, {{ job!.job.spec.currency }} {{ row.verdict.price.toFixed(0) }} of metal<template v-if="row.verdict.swings_empty_hz != null">; swings {{ row.verdict.swings_empty_hz.toFixed(1) }} times a second empty<template v-if="row.verdict.swings_loaded_hz != null">, {{ row.verdict.swings_loaded_hz.toFixed(1) }} loaded</template></template></span></p>
        <div class="columns gap">
          <div>
            <div class="row spread"><h3>The chain of strength</h3><label><input v-model="byPath" type="checkbox" /> in the order the load meets it</label></div>
            <table class="list chain"><tbody><tr v-for="l in links" :key="l.check_id" class="pick" :class="{ chosen: l.bar === bar }" @click="bar = l.bar"><td class="num soft">{{ l.order }}</td><td>{{ l.what }}<span v-if="l.why_not" class="bad"> {{ l.why_not }}</span></td><td><button class="button quiet" @click.stop="bar = l.bar; explain(l)"><Reserve :value="l.reserve" /></button></td></tr></tbody></table>
          </div>
          <div>
            <h3>What would mend it</h3>
            <button v-if="!offers" class="button gap" @click="look">Work out offers</button>
            <p v-else-if="!offers.length" class="soft">Nothing in the catalogue's next sizes lifts it by much: change its shape or its dimensions.</p>
            <template v-else>
              <div v-if="mayWrite" class="field"><label for="t-why">Why? With a reason it goes to the log.</label><input id="t-why" v-model="reason" /></div>
              <table class="list"><thead><tr><th>Change</th><th class="num">Mass</th><th class="num">Money</th><th>Least reserve</th><th></th></tr></thead><tbody><tr v-for="u in offers" :key="u.words"><td>{{ u.words }}<br /><span class="soft">then: {{ u.governs_after }}</span></td><td class="num">{{ signed(u.mass_kg, mass(Math.abs(u.mass_kg))) }}</td><td class="num">{{ signed(u.price, Math.abs(u.price).toFixed(0)) }}</td><td>{{ shown(u.before) }} → <b>{{ shown(u.after) }}</b></td><td><button v-if="mayWrite" class="button" :aria-label="`Take ${u.words}`" @click="take(u)">Take</button></td></tr></tbody></table>
            </template>
            <h3 class="gap">Handed to what carries it</h3>
            <table class="list"><tbody><tr v-for="h in row.verdict.handed" :key="h.node + h.component"><td>{{ h.node }}</td><td>{{ h.component }}</td><td class="num">{{ (h.unit === 'N' ? force : moment)(h.most) }}</td><td class="num soft">{{ Math.abs(h.most - h.least) > 1 ? (h.unit === 'N' ? force : moment)(h.least) : '' }}</td></tr></tbody></table>
            <p class="soft">Outside these checks: {{ row.verdict.outside.join('; ') }}.</p>
          </div>
        </div>
      </template>
    </template>
  </section>
</template>
<style scoped>
.columns { display: grid; grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr); gap: 22px; } .chain td { padding-block: 2px; }
@media (max-width: 1100px) { .columns { grid-template-columns: minmax(0, 1fr); } }
</style>
