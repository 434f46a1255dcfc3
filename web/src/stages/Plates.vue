<script setup lang="ts">
/** Flat plates that are sized: floors, skins under water, covers, and webs with lightening holes. */
import { computed, onMounted, ref } from 'vue'
import type { S } from '../api/client'
import Alive from '../shared/Alive.vue'
import EntryField from '../shared/EntryField.vue'
import { attempt, catalogue, job, mayWrite, save, why } from '../shared/job'
import { useDraft } from '../composables/useDraft'
import { usePicked } from '../composables/usePicked'
import { drafted, usePreview } from '../shared/preview'
import Reserve from '../shared/Reserve.vue'
import RowActions from '../shared/RowActions.vue'
import { force, length, lengthUnit, mass, unit } from '../shared/units'

type Spec = S['PlateSpec']
const materials = ref<S['Material'][]>([])
onMounted(() =>
  attempt(async () => {
    materials.value = (await catalogue()).materials
  }),
)
const entry = (text: string) => ({ text, unit: unit.value, value: 0 })
const words: Record<string, string> = {
  panel: 'a panel on four edges',
  strip: 'a strip on two ends',
  disc: 'a round plate',
  web: 'a web with lightening holes',
}
const { draft, row: editing, begin, close, store } = useDraft<Spec>('plates', { saved: (id) => (chosen.value = id) })
const chosen = ref<number | null>(job.value!.plates[0]?.id ?? null)
usePicked('plate', chosen)
const row = computed(() => job.value!.plates.find((p) => p.id === chosen.value))
const points = computed(() => job.value!.loads.filter((l) => l.spec.form === 'force'))
const addPatch = () => {
  draft.value!.patches = [
    ...(draft.value!.patches ?? []),
    {
      load_id: points.value[0].id,
      along: entry(''),
      up: entry(''),
      size_along: entry(''),
      size_up: entry(''),
    } as unknown as S['PatchSpec'],
  ]
}
const areas = computed(() => job.value!.loads.filter((l) => l.spec.form === 'area'))
function add() {
  begin({
    mark: `PL${job.value!.plates.length + 1}`,
    name: '',
    module: '',
    qty: 1,
    form: 'panel',
    a: entry(''),
    b: entry(''),
    thickness: entry(unit.value === 'mm' ? '6' : '1/4'),
    material_id: unit.value === 'mm' ? 'S355' : 'A36',
    edges: ['simple', 'simple', 'simple', 'simple'],
    lies: 'flat',
    loads: areas.value.map((l) => l.id).slice(0, 1),
    patches: [],
    water: null,
    hole: null,
    pitch: null,
    rim: null,
    moment: null,
    shear: null,
    welded: false,
    decided: '',
  } as unknown as Spec)
}
function change(p: S['PlateRow']) {
  begin(p.spec, p)
}
const preview = usePreview(() => (draft.value ? { kind: 'plates', id: editing.value?.id, spec: draft.value } : null))
const alive = computed(() => drafted(preview.found, 'plates', editing.value?.id))
function toggle(id: number, on: boolean) {
  draft.value!.loads = on ? [...draft.value!.loads!, id] : draft.value!.loads!.filter((x) => x !== id)
}
const explain = (p: S['PlateRow'], kind: 'strength' | 'stiffness') => {
  chosen.value = p.id
  why.value = { title: '', member: 0, plate: p.id, check: p.verdict?.[kind].check_id ?? 'plate-stress' }
}
/** Height of the drawing where its length is 100. */
const tall = computed(() => (row.value?.spec.b ? (row.value.spec.b.value! / row.value.spec.a.value!) * 100 : 100))
const most = computed(() => Math.max(1e-9, ...(row.value?.verdict?.moved_mm ?? []).flat().map(Math.abs)))
const asMade = (p: S['PlateRow']) =>
  attempt(async () => {
    const { mark, name, module, qty, material_id, thickness, a, b } = p.spec
    await save('parts', null, {
      mark,
      name,
      module,
      qty,
      material_id,
      shape:
        p.spec.form === 'disc'
          ? { family: 'ring', outer: a, thickness }
          : { family: 'rectangle', width: a, height: b, thickness },
    })
  })
</script>
<template>
  <section class="gap">
    <div class="row spread">
      <h2>Plates <span class="soft">floors, skins under water, covers, webs with holes</span></h2>
      <button v-if="mayWrite && !draft" class="button" @click="add">Add a plate</button>
    </div>
    <form v-if="draft" v-begun class="panel gap" @submit.prevent="store">
      <Alive :row="alive" :preview="preview" />
      <div class="fields">
        <div class="field">
          <label for="pl-mark">Mark of the plate</label><input id="pl-mark" v-model="draft.mark" /><span
            class="echo"
          ></span>
        </div>
        <div class="field">
          <label for="pl-name">Called</label><input id="pl-name" v-model="draft.name" /><span class="echo"></span>
        </div>
        <div class="field">
          <label for="pl-form">It is</label
          ><select id="pl-form" v-model="draft.form">
            <option v-for="(w, k) in words" :key="k" :value="k">{{ w }}</option></select
          ><span class="echo"></span>
        </div>
        <EntryField
          v-model="draft.a"
          :label="draft.form === 'disc' ? 'Diameter' : draft.form === 'strip' ? 'Span' : 'Along'"
        />
        <EntryField
          v-if="draft.form !== 'disc'"
          v-model="draft.b"
          :label="draft.form === 'strip' ? 'Width' : draft.form === 'web' ? 'Depth' : 'Upwards or across'"
        />
        <EntryField v-model="draft.thickness" label="Thickness of it" kind="thickness" :material="draft.material_id" />
        <div class="field">
          <label for="pl-mat">Of</label
          ><select id="pl-mat" v-model="draft.material_id">
            <option v-for="m in materials" :key="m.id" :value="m.id">{{ m.id }}</option></select
          ><span class="echo"></span>
        </div>
        <div v-if="draft.form !== 'web'" class="field">
          <label for="pl-lies">It lies</label
          ><select id="pl-lies" v-model="draft.lies">
            <option value="flat">flat, and carries itself</option>
            <option value="upright">upright</option></select
          ><span class="echo"></span>
        </div>
        <label class="row"><input v-model="draft.welded" type="checkbox" /> welded where stressed most</label>
      </div>
      <template v-if="draft.form !== 'web'">
        <div class="fields gap">
          <div
            v-for="(w, k) in draft.form === 'panel'
              ? ['Left edge', 'Right edge', 'Lower edge', 'Upper edge']
              : draft.form === 'strip'
                ? ['Left end', 'Right end']
                : ['Rim']"
            :key="k"
            class="field"
          >
            <label :for="`pl-e${k}`">{{ w }}</label><select :id="`pl-e${k}`" v-model="draft.edges![k]">
              <option value="simple">rests, may turn</option>
              <option value="clamped">clamped</option>
              <option value="free">free</option></select
            ><span class="echo"></span>
          </div>
          <EntryField
            v-if="draft.form === 'panel'"
            v-model="draft.water"
            label="Water over the lower edge"
            optional
            hint="none"
          />
        </div>
        <p v-if="draft.form === 'strip'" class="soft">
          Clamped at one end and resting at the other is taken as an arm: nothing holds the other end.
        </p>
        <div class="row">
          <span class="soft">Loads on it:</span
          ><label v-for="l in areas" :key="l.id" class="row"
            ><input
              type="checkbox"
              :checked="draft.loads!.includes(l.id)"
              @change="toggle(l.id, ($event.target as HTMLInputElement).checked)"
            />
            {{ l.spec.name }}</label
          ><span v-if="!areas.length" class="soft">no load per area in the brief</span>
        </div>
        <div v-for="(p, k) in draft.form === 'panel' ? draft.patches : []" :key="k" class="fields gap">
          <div class="field">
            <label :for="`pl-p${k}`">A force on a part of it</label
            ><select :id="`pl-p${k}`" v-model="p.load_id">
              <option v-for="l in points" :key="l.id" :value="l.id">{{ l.spec.name }}</option></select
            ><span class="echo"></span>
          </div>
          <EntryField v-model="p.along" label="Its middle, along" /><EntryField
            v-model="p.up"
            label="Its middle, upwards"
          /><EntryField v-model="p.size_along" label="Wide" /><EntryField v-model="p.size_up" label="High" />
          <button type="button" class="button quiet" @click="draft.patches!.splice(k, 1)">Take away</button>
        </div>
        <button v-if="draft.form === 'panel' && points.length" type="button" class="button quiet" @click="addPatch">
          Add a force on a part of it
        </button>
      </template>
      <div v-else class="fields gap">
        <EntryField v-model="draft.hole" label="Holes, diameter" optional hint="" /><EntryField
          v-model="draft.pitch"
          label="From hole to hole"
          optional
          hint=""
        /><EntryField v-model="draft.rim" label="Pressed rim, height" optional hint="none" /><EntryField
          v-model="draft.moment"
          label="Moment at a hole"
          kind="moment"
          optional
          hint="none"
        /><EntryField v-model="draft.shear" label="Shear there" kind="force" optional hint="none" />
      </div>
      <div class="row gap">
        <button class="button main">Save plate</button
        ><button type="button" class="button" @click="close">Leave it</button>
      </div>
    </form>
    <table v-if="job!.plates.length" class="list">
      <thead>
        <tr>
          <th>Mark</th>
          <th>What</th>
          <th>Size</th>
          <th>Breaks</th>
          <th>Moves</th>
          <th class="num">Each</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="p in job!.plates"
          :key="p.id"
          class="pick"
          :class="{ chosen: p.id === chosen }"
          @click="chosen = p.id"
        >
          <td>
            <button class="button quiet">
              <b>{{ p.spec.mark }}</b>
            </button>
          </td>
          <td>
            {{ p.spec.name }} <span class="soft">{{ words[p.spec.form!] }} × {{ p.spec.qty }}</span>
          </td>
          <td>
            {{ p.spec.a.text }}<template v-if="p.spec.b && p.spec.form !== 'disc'"> × {{ p.spec.b.text }}</template> ×
            {{ p.spec.thickness.text }} <span class="soft">{{ p.spec.material_id }}</span>
          </td>
          <td v-if="p.trouble" colspan="3" class="bad">Not checked: {{ p.trouble }}</td>
          <template v-else
            ><td>
              <button class="button quiet" @click.stop="explain(p, 'strength')">
                <Reserve :value="p.verdict?.strength.value" />
              </button>
            </td>
            <td>
              <button v-if="p.spec.form !== 'web'" class="button quiet" @click.stop="explain(p, 'stiffness')">
                <Reserve :value="p.verdict?.stiffness.value" /></button
              ><span v-else class="soft">with its member</span>
            </td>
            <td class="num">{{ mass(p.verdict!.mass_kg) }}</td></template
          >
          <td class="num">
            <RowActions kind="plates" :row="p" :name="p.spec.mark" :change="() => change(p)">
              <button
                v-if="!job!.parts.some((x) => x.spec.mark === p.spec.mark)"
                class="button quiet"
                @click.stop="asMade(p)"
              >
                Make it a part
              </button>
            </RowActions>
          </td>
        </tr>
      </tbody>
    </table>
    <div v-if="row?.verdict && !draft" class="row gap beside">
      <svg
        v-if="row.verdict.moved_mm?.length"
        :viewBox="`-1 -1 102 ${tall + 2}`"
        class="map"
        role="img"
        :aria-label="`How far ${row.spec.mark} moves where`"
      >
        <g v-for="(line, k) in row.verdict.moved_mm" :key="k">
          <rect
            v-for="(w, i) in line"
            :key="i"
            :x="(i * 100) / line.length"
            :y="((row.verdict.moved_mm.length - 1 - k) * tall) / row.verdict.moved_mm.length"
            :width="101 / line.length"
            :height="(1.01 * tall) / row.verdict.moved_mm.length"
            fill="var(--mark)"
            :fill-opacity="0.08 + (0.85 * Math.abs(w)) / most"
          />
        </g>
        <rect
          x="0"
          y="0"
          width="100"
          :height="tall"
          fill="none"
          stroke="var(--ink)"
          stroke-width="1.4"
          vector-effect="non-scaling-stroke"
        />
      </svg>
      <p class="soft">
        <template v-if="row.verdict.moved_mm?.length"
          >Darkest where it moves most, {{ length(most) }}{{ lengthUnit() }}; all on it
          {{ force(row.verdict.total_N) }}.
        </template>
        <template v-if="row.verdict.perforated"
          >{{ row.verdict.perforated.holes }} holes take {{ (row.verdict.perforated.mass_saved * 100).toFixed(0) }} % of
          its mass and leave {{ (row.verdict.perforated.bending_kept * 100).toFixed(0) }} % of its stiffness in bending.
        </template>
        Outside: {{ row.verdict.outside.join('; ') }}.
      </p>
    </div>
  </section>
</template>
<style scoped>
.beside {
  align-items: flex-start;
}
.map {
  width: 180px;
  max-height: 180px;
}
.map + p {
  flex: 1;
  min-width: 260px;
}
</style>
