<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { call, type S } from '../api/client'
import Alive from '../shared/Alive.vue'
import EntryField from '../shared/EntryField.vue'
import { attempt, catalogue, change, copy, job, mayWrite, save, why } from '../shared/job'
import { useDraft } from '../composables/useDraft'
import { usePicked } from '../composables/usePicked'
import { drafted, usePreview } from '../shared/preview'
import Reserve from '../shared/Reserve.vue'
import RowActions from '../shared/RowActions.vue'
import { shown } from '../shared/reserve'
import SectionPick from '../shared/SectionPick.vue'
import { force, length, mass, moment, trim, unit } from '../shared/units'
import BeamDrawing from './BeamDrawing.vue'
import Joints from './Joints.vue'
import Plates from './Plates.vue'
import Structures from './Structures.vue'
import NumberInput from '../shared/NumberInput.vue'

type Spec = S['MemberSpec']
const router = useRouter()
const entry = (text: string) => ({ text, unit: unit.value, value: 0 })
const weakestFirst = computed(() => [...job.value!.members].sort((a, b) => least(a) - least(b)))
const least = (m: S['MemberRow']) => Math.min(m.verdict?.strength.value ?? -1, m.verdict?.stiffness.value ?? -1)
const chosen = ref<number | null>(weakestFirst.value[0]?.id ?? null)
usePicked('member', chosen)
const row = computed(() => job.value!.members.find((m) => m.id === chosen.value))
const shape = ref('simple')
const form = useDraft<Spec>('members', { more: shape, whole: (d) => whole(d), saved: (id) => (chosen.value = id) })
const { draft, row: editing, close, store } = form

function blank(): Spec {
  const first = job.value!.loads[0]
  return {
    mark: `B${job.value!.members.length + 1}`,
    name: '',
    module: '',
    qty: 1,
    length: entry(''),
    supports: [],
    loads: first ? [on(first)] : [],
    axis: 'strong',
    section_id: unit.value === 'mm' ? 'SHS 60×60×4 hot' : 'HSS3X3X1/4',
    material_id: unit.value === 'mm' ? 'S355' : 'A500 Gr C',
    welded: true,
    pinned: [],
    decided: '',
  } as unknown as Spec
}
function on(load: S['LoadRow']): S['MemberLoad'] {
  return {
    load_id: load.id,
    at: load.spec.form === 'force' ? [entry('')] : [],
    width: load.spec.form === 'area' ? entry('') : null,
  } as S['MemberLoad']
}
function add() {
  if (form.begin(blank())) shape.value = 'simple'
}
function revise(m: S['MemberRow']) {
  if (form.begin(m.spec, m)) shape.value = 'as it is'
}
const loadOf = (id: number) => job.value!.loads.find((l) => l.id === id)?.spec
const supports: Record<string, (length: string) => Spec['supports']> = {
  simple: (l) => [
    { at: entry('0'), kind: 'simple' },
    { at: entry(l), kind: 'simple' },
  ],
  cantilever: () => [{ at: entry('0'), kind: 'fixed' }],
  fixed: (l) => [
    { at: entry('0'), kind: 'fixed' },
    { at: entry(l), kind: 'fixed' },
  ],
  propped: (l) => [
    { at: entry('0'), kind: 'fixed' },
    { at: entry(l), kind: 'simple' },
  ],
}
const words: Record<string, string> = {
  simple: 'on two ends',
  cantilever: 'an arm, fixed at the left',
  fixed: 'fixed at both ends',
  propped: 'fixed left, on the right end',
  'as it is': 'as entered below',
}
const whole = (typed: Spec): Spec => {
  const spec = copy(typed)
  if (supports[shape.value]) spec.supports = supports[shape.value](spec.length.text)
  return spec
}
const preview = usePreview(() =>
  draft.value ? { kind: 'members', id: editing.value?.id, spec: whole(draft.value) } : null,
)
const alive = computed(() => drafted(preview.found, 'members', editing.value?.id))
const lightest = ref<S['Candidate'] | null>(null)
watch(
  () => [chosen.value, row.value?.version, job.value?.last_edit?.id],
  async () => {
    lightest.value = null
    const m = row.value
    if (!m?.verdict) return
    await attempt(async () => {
      const material = (await catalogue()).materials.find((x) => x.id === m.spec.material_id)
      const family = (await catalogue()).materials.filter((x) => x.family === material?.family).map((x) => x.id)
      const found = await call<S['CompareOut']>('POST', `/jobs/${job.value!.job.id}/members/${m.id}/compare`, {
        materials: family,
        system: job.value!.job.spec.unit === 'in' ? 'inch' : 'metric',
      })
      lightest.value = found.lightest
    })
  },
  { immediate: true },
)
const aside = computed(() =>
  (row.value?.verdict?.reactions ?? [])
    .map((r) => ({ r, sideways: Math.abs(r.aside_N ?? 0) >= 1, twists: Math.abs(r.twist_Nmm ?? 0) >= 1000 }))
    .filter((x) => x.sideways || x.twists)
    .map(({ r, sideways, twists }) => {
      const what = [sideways && `${force(r.aside_N!)} sideways`, twists && `${moment(r.twist_Nmm!)} of twist`]
      return `at ${length(r.x_mm)}, ${what.filter(Boolean).join(' and ')}`
    }),
)
const take = () =>
  attempt(async () => {
    const c = lightest.value!
    await change('POST', `/jobs/${job.value!.job.id}/members/${row.value!.id}/choose`, {
      version: row.value!.version,
      section_id: c.section_id,
      material_id: c.material_id,
      reason: '',
    })
  })
const makePart = () =>
  attempt(async () => {
    const m = row.value!
    await save('parts', null, {
      mark: m.spec.mark,
      name: m.spec.name,
      module: m.spec.module,
      qty: m.spec.qty,
      shape: { family: 'bar', member_id: m.id },
    })
    await router.push(`/jobs/${job.value!.job.id}/parts`)
  })
const whyOf = (member: number, check: string) => {
  chosen.value = member
  why.value = { title: '', member, check }
}
</script>
<template>
  <div class="row spread">
    <h1>Size</h1>
    <span class="soft">Which section holds, and what gives first? Pick any number to see why.</span
    ><span class="row"
      ><router-link class="button link" :to="`/jobs/${job!.job.id}/section`">Sections</router-link
      ><router-link class="button link" :to="`/jobs/${job!.job.id}/check`">Check and release</router-link
      ><router-link v-if="job!.structures.length" class="button link" :to="`/jobs/${job!.job.id}/chain`"
        >Chain</router-link
      ><a class="button link" :href="`/api/jobs/${job!.job.id}/export/report.pdf?unit=${unit}`"
        >Calculation report PDF</a
      ></span
    >
  </div>
  <p v-if="!job!.loads.length" class="notice">
    There is no load yet: <router-link :to="`/jobs/${job!.job.id}/brief`">enter one in the brief</router-link>.
  </p>
  <section v-if="row?.verdict && !draft" class="gap">
    <div class="row spread">
      <h2>
        {{ row.spec.mark }} {{ row.spec.name }}
        <span class="soft"
          ><router-link :to="`/jobs/${job!.job.id}/section?id=${encodeURIComponent(row.spec.section_id)}`">{{
            row.spec.section_id
          }}</router-link
          >, {{ row.spec.material_id }}; {{ mass(row.verdict.mass_kg) }} each</span
        >
      </h2>
      <div class="row verdict">
        <span class="soft">breaks</span>
        {{ ' '
        }}<button
          class="button quiet"
          @click="why = { title: '', member: row.id, check: row.verdict.strength.check_id ?? 'bending' }"
        >
          <Reserve :value="row.verdict.strength.value" />
        </button>
        <span class="soft">moves</span>
        {{ ' '
        }}<button
          class="button quiet"
          @click="why = { title: '', member: row.id, check: row.verdict.stiffness.check_id ?? '' }"
        >
          <Reserve :value="row.verdict.stiffness.value" />
        </button>
      </div>
      <div v-if="mayWrite" class="row">
        <button class="button" @click="revise(row)">Change</button>
        <router-link class="button link" :to="`/jobs/${job!.job.id}/compare?member=${row.id}`">Compare</router-link>
        <button
          v-if="!job!.parts.some((p) => p.spec.shape.family === 'bar' && p.spec.shape.member_id === row!.id)"
          class="button main"
          @click="makePart"
        >
          Make it a part
        </button>
      </div>
    </div>
    <BeamDrawing :spec="row.spec" :verdict="row.verdict" :loads="job!.loads" />
    <p class="soft">
      Reactions and movement under unfactored loads; shear and moment as strength is judged, with dynamic and load
      factors in them.
    </p>
    <p v-if="aside.length" class="soft">Loads across and aside put on its supports too: {{ aside.join('; ') }}.</p>
    <p v-if="lightest" class="notice row spread">
      <span v-if="lightest.section_id === row.spec.section_id && lightest.material_id === row.spec.material_id"
        >This is the lightest section of the catalogue that holds in this metal.</span
      >
      <span v-else
        >Lightest that holds: <b>{{ lightest.section_id }}, {{ lightest.material_id }}</b
        >, {{ mass(lightest.mass_kg) }}; breaks {{ shown(lightest.strength) }}, moves
        {{ shown(lightest.stiffness) }}</span
      >
      <button
        v-if="
          mayWrite && (lightest.section_id !== row.spec.section_id || lightest.material_id !== row.spec.material_id)
        "
        class="button"
        @click="take"
      >
        Take it
      </button>
    </p>
  </section>
  <p v-else-if="row?.trouble && !draft" class="notice bad">
    Not checked: {{ row.trouble }} <button class="button" @click="revise(row)">Change</button>
  </p>
  <form v-if="draft" v-begun class="panel gap" @submit.prevent="store">
    <h2>{{ editing ? `Change ${draft.mark}` : 'A new member' }}</h2>
    <div class="live">
      <div>
        <div class="fields gap">
          <div class="field">
            <label for="m-mark">Mark</label><input id="m-mark" v-model="draft.mark" /><span class="echo"></span>
          </div>
          <div class="field">
            <label for="m-name">Name</label><input id="m-name" v-model="draft.name" placeholder="rail" /><span
              class="echo"
            ></span>
          </div>
          <div class="field">
            <label for="m-qty">Pieces</label><NumberInput id="m-qty" v-model="draft.qty" inputmode="numeric" /><span
              class="echo"
            ></span>
          </div>
          <EntryField v-model="draft.length" label="Length" />
          <div class="field">
            <label for="m-shape">It stands</label
            ><select id="m-shape" v-model="shape">
              <option v-for="(w, k) in words" :key="k" :value="k">{{ w }}</option></select
            ><span class="echo"></span>
          </div>
          <SectionPick v-model:section="draft.section_id" v-model:material="draft.material_id" />
          <div class="field">
            <label for="m-axis">Bent about</label
            ><select id="m-axis" v-model="draft.axis">
              <option value="strong">its strong axis</option>
              <option value="weak">its weak axis</option></select
            ><span class="echo"></span>
          </div>
          <EntryField v-model="draft.unbraced" label="Held sideways every" optional hint="only at its ends" />
          <EntryField
            v-model="draft.bearing"
            label="Loads and supports bear on"
            optional
            hint="walls not checked"
          /><EntryField
            v-model="draft.wheel_from_edge"
            label="Wheels, from the flange's edge"
            optional
            hint="no wheels"
          />
          <label class="row"><input v-model="draft.welded" type="checkbox" /> welded where stressed most</label>
        </div>
        <div v-if="shape === 'as it is'">
          <h3>Supports</h3>
          <div v-for="(s, i) in draft.supports" :key="i" class="fields">
            <EntryField v-model="s.at" :label="`Support ${i + 1} at`" />
            <div class="field">
              <label>It</label
              ><select v-model="s.kind" :aria-label="`Kind of support ${i + 1}`">
                <option value="simple">may turn</option>
                <option value="fixed">is fixed</option>
              </select>
            </div>
            <button type="button" class="button quiet" @click="draft.supports.splice(i, 1)">Take away</button>
          </div>
          <button type="button" class="button" @click="draft.supports.push({ at: entry(''), kind: 'simple' })">
            Add a support
          </button>
        </div>
        <details class="gap">
          <summary>Notches and slots</summary>
          <div v-for="(n, i) in draft.notches" :key="i" class="fields">
            <EntryField v-model="n.at" label="From the left" /><EntryField v-model="n.length" label="Long" /><EntryField
              v-model="n.depth"
              label="Deep"
            />
            <div class="field">
              <label :for="`m-n${i}`">It is cut</label
              ><select :id="`m-n${i}`" v-model="n.side">
                <option value="bottom">from below</option>
                <option value="top">from above</option>
                <option value="middle">through, at half depth</option></select
              ><span class="echo"></span>
            </div>
            <button type="button" class="button quiet" @click="draft.notches!.splice(i, 1)">Take away</button>
          </div>
          <button
            type="button"
            class="button"
            @click="
              draft.notches = [
                ...(draft.notches ?? []),
                { at: entry(''), length: entry(''), depth: entry(''), side: 'bottom' },
              ]
            "
          >
            Add a notch
          </button>
        </details>
        <h3 class="gap">Loads on it</h3>
        <div v-for="(l, i) in draft.loads" :key="i" class="fields">
          <div class="field">
            <label>Load</label><b>{{ loadOf(l.load_id)?.name ?? 'gone' }}</b>
          </div>
          <template v-if="loadOf(l.load_id)?.form === 'force' && !l.runs"
            ><EntryField v-for="(_, k) in l.at" :key="k" v-model="l.at![k]" label="Acts at, from the left"
          /></template>
          <EntryField v-else-if="loadOf(l.load_id)?.form === 'area'" v-model="l.width" label="Width it carries" />
          <template v-if="loadOf(l.load_id)?.form !== 'force' || l.runs"
            ><EntryField v-model="l.start" label="From" optional hint="the left end" /><EntryField
              v-model="l.end"
              label="To"
              optional
              hint="the right end"
          /></template>
          <EntryField v-model="l.aside" label="Aside of the axis by" optional hint="on its axis" />
          <label v-if="loadOf(l.load_id)?.form === 'force'" class="row"
            ><input v-model="l.runs" type="checkbox" @change="l.at = l.runs ? [] : [entry('')]" /> runs along</label
          >
          <label class="row"><input v-model="l.sideways" type="checkbox" /> acts sideways</label>
          <button type="button" class="button quiet" @click="draft.loads!.splice(i, 1)">Take away</button>
        </div>
        <div class="row">
          <span class="soft">Put on:</span
          ><button
            v-for="l in job!.loads"
            :key="l.id"
            type="button"
            class="button quiet"
            @click="draft.loads!.push(on(l))"
          >
            + {{ l.spec.name }}
          </button>
        </div>
      </div>
      <Alive :row="alive" :preview="preview">
        <BeamDrawing
          v-if="alive?.verdict"
          :width="440"
          :spec="alive.spec"
          :verdict="alive.verdict"
          :loads="job!.loads"
        />
      </Alive>
    </div>
    <div class="row gap">
      <button class="button main">Save member</button
      ><button type="button" class="button" @click="close">Leave it</button>
    </div>
  </form>
  <section class="gap">
    <div class="row spread">
      <h2>Members <span class="soft">weakest first; not checked before all</span></h2>
      <button v-if="mayWrite && !draft" class="button" @click="add">Add a member</button>
    </div>
    <p v-if="!job!.members.length" class="soft">
      No single member yet: a beam on its supports is added here, bars joined to each other below.
    </p>
    <table v-else class="list">
      <thead>
        <tr>
          <th>Mark</th>
          <th>What</th>
          <th>Section</th>
          <th>What governs</th>
          <th>Breaks</th>
          <th>Moves</th>
          <th class="num">Each</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="m in weakestFirst"
          :key="m.id"
          class="pick"
          :class="{ chosen: m.id === chosen }"
          @click="chosen = m.id"
        >
          <td>
            <button class="button quiet" @click="chosen = m.id">
              <b>{{ m.spec.mark }}</b>
            </button>
          </td>
          <td>
            {{ m.spec.name }} <span class="soft">× {{ m.spec.qty }}</span>
          </td>
          <td>
            {{ m.spec.section_id }} <span class="soft">{{ m.spec.material_id }}</span>
          </td>
          <td class="soft">
            {{
              m.trouble ??
              (least(m) === m.verdict!.stiffness.value ? m.verdict!.stiffness.governs : m.verdict!.strength.governs)
            }}
          </td>
          <td>
            <button class="button quiet" @click.stop="whyOf(m.id, m.verdict?.strength.check_id ?? 'bending')">
              <Reserve :value="m.verdict?.strength.value" />
            </button>
          </td>
          <td>
            <button class="button quiet" @click.stop="whyOf(m.id, m.verdict?.stiffness.check_id ?? '')">
              <Reserve :value="m.verdict?.stiffness.value" />
            </button>
          </td>
          <td class="num">{{ m.verdict ? mass(m.verdict.mass_kg) : '' }}</td>
          <td class="num">
            <RowActions kind="members" :row="m" :name="m.spec.mark" />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="row?.verdict" class="soft">
      {{ row.spec.mark }}: stiffness under its point loads
      {{
        row.verdict.stiffness_N_per_mm
          ? `${trim(row.verdict.stiffness_N_per_mm, 0)} N/mm`
          : 'not asked (no point load)'
      }}.
    </p>
  </section>
  <Structures />
  <Plates />
  <Joints />
</template>
<style scoped>
.link {
  text-decoration: none;
  color: var(--ink);
}
.verdict {
  align-items: center;
}
</style>
