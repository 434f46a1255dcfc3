<script setup lang="ts">
import { computed, ref } from 'vue'
import type { S } from '../api/client'
import Alive from '../shared/Alive.vue'
import CutFile from '../shared/CutFile.vue'
import EntryField from '../shared/EntryField.vue'
import { attempt, catalogue, job, mayWrite, remove } from '../shared/job'
import { useDraft } from '../composables/useDraft'
import { usePicked } from '../composables/usePicked'
import { drafted, usePreview } from '../shared/preview'
import SectionPick from '../shared/SectionPick.vue'
import { length, mass, unit } from '../shared/units'
import DrawingIn from './DrawingIn.vue'
import PartDrawing from './PartDrawing.vue'
import NumberInput from '../shared/NumberInput.vue'

/* eslint-disable @typescript-eslint/no-explicit-any -- the form edits four families; the server's models decide */
type Draft = {
  mark: string
  name: string
  module: string
  qty: number
  material_id: string
  shape: any
  grain: boolean
}
const chosen = ref<number | null>(job.value!.parts[0]?.id ?? null)
usePicked('part', chosen)
const row = computed(() => job.value!.parts.find((p) => p.id === chosen.value))
const drawing = ref(false)
const {
  draft,
  row: editing,
  begin,
  close,
  leave,
  store,
} = useDraft<Draft>('parts', { saved: (id) => (chosen.value = id) })
const e = (text: string) => ({ text, unit: unit.value })
const families = {
  base_plate: 'Plate with holes',
  gusset: 'Gusset',
  rectangle: 'Rectangle',
  ring: 'Ring or disc',
  lug: 'Lug',
  slotted: 'Slotted plate',
  bar: 'Bar or tube',
}
const materials = ref<S['Material'][]>([])
void catalogue().then((c) => {
  materials.value = c.materials
})
const metal = () => job.value!.members[0]?.spec.material_id ?? (unit.value === 'mm' ? 'S355' : 'A36')
const plate = () => (unit.value === 'mm' ? '8' : '3/8')
const starts: Record<string, () => any> = {
  base_plate: () => ({
    family: 'base_plate',
    width: e(''),
    height: e(''),
    thickness: e(plate()),
    hole: e(unit.value === 'mm' ? '13.5' : '9/16'),
    columns: 2,
    rows: 2,
    edge: e(unit.value === 'mm' ? '30' : '1 1/4'),
  }),
  gusset: () => ({
    family: 'gusset',
    leg_x: e(''),
    leg_y: e(''),
    thickness: e(plate()),
    nose: e(unit.value === 'mm' ? '15' : '1/2'),
    root_clip: e(unit.value === 'mm' ? '12' : '1/2'),
  }),
  rectangle: () => ({ family: 'rectangle', width: e(''), height: e(''), thickness: e(plate()) }),
  ring: () => ({ family: 'ring', outer: e(''), inner: null, thickness: e(plate()) }),
  lug: () => ({
    family: 'lug',
    width: e(unit.value === 'mm' ? '60' : '2 1/2'),
    height: e(''),
    hole: e(unit.value === 'mm' ? '21' : '13/16'),
    thickness: e(plate()),
    root_clip: null,
  }),
  slotted: () => ({
    family: 'slotted',
    width: e(''),
    height: e(''),
    thickness: e(plate()),
    slot_length: e(unit.value === 'mm' ? '40' : '1 1/2'),
    slot_width: e(unit.value === 'mm' ? '13.5' : '9/16'),
    slots: 2,
  }),
  bar: () => ({
    family: 'bar',
    member_id: null,
    section_id: unit.value === 'mm' ? 'SHS 60×60×4 hot' : 'HSS3X3X1/4',
    length: e(''),
    left_end: e('0'),
    right_end: e('0'),
    left_shape: { kind: 'straight', size: null },
    right_shape: { kind: 'straight', size: null },
  }),
}
const letters: Record<string, string> = {
  base_plate: 'F',
  gusset: 'G',
  rectangle: 'S',
  ring: 'R',
  lug: 'L',
  slotted: 'T',
  bar: 'P',
}
function add(family: string) {
  const letter = letters[family]
  const taken = job.value!.parts.map((p) => p.spec.mark)
  let n = 1
  while (taken.includes(`${letter}${n}`)) n++
  begin({
    mark: `${letter}${n}`,
    name: '',
    module: '',
    qty: 1,
    material_id: metal(),
    shape: starts[family](),
    grain: false,
  })
}
function change() {
  begin(row.value!.spec as Draft, row.value!)
}
const preview = usePreview(() => (draft.value ? { kind: 'parts', id: editing.value?.id, spec: draft.value } : null))
const alive = computed(() => drafted(preview.found, 'parts', editing.value?.id))
const endsOf = (s: any) => ['left', 'right'].filter((side) => (s[`${side}_shape`]?.kind ?? 'straight') !== 'straight')
const size = (p: S['PartRow']) =>
  !p.geometry
    ? ''
    : p.geometry.kind === 'bar'
      ? length(p.geometry.length_mm ?? 0)
      : `${length(p.geometry.width_mm)} × ${length(p.geometry.height_mm)}`
const addFamily = (kind: string) => {
  add(kind)
  drawing.value = false
}
const drawIn = () => {
  if (leave()) drawing.value = true
}
const choose = (part: number) => {
  if (leave()) chosen.value = part
}
</script>
<template>
  <div class="row spread">
    <h1>Parts</h1>
    <div v-if="mayWrite" class="row">
      <span class="soft">Add:</span
      ><button v-for="(w, k) in families" :key="k" class="button" @click="addFamily(k)">
        {{ w }}</button
      ><button class="button" @click="drawIn">From a drawing</button>
    </div>
  </div>
  <div class="columns gap">
    <section>
      <table class="list">
        <thead>
          <tr>
            <th>Mark</th>
            <th>Name</th>
            <th>From</th>
            <th>Size</th>
            <th class="num">Pieces</th>
            <th class="num">Each</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="p in job!.parts"
            :key="p.id"
            class="pick"
            :class="{ chosen: p.id === chosen }"
            @click="choose(p.id)"
          >
            <td>
              <button class="button quiet" @click="chosen = p.id">
                <b>{{ p.spec.mark }}</b>
              </button>
            </td>
            <td>
              {{ p.spec.name }} <span class="soft">{{ p.followed.module }}</span>
            </td>
            <td>
              {{
                p.geometry?.kind === 'bar'
                  ? p.geometry.section_id
                  : p.geometry
                    ? `plate ${length(p.geometry.thickness_mm ?? 0)}`
                    : ''
              }}
              <span class="soft">{{ p.followed.material_id }}</span>
            </td>
            <td :class="{ bad: p.trouble }">{{ p.trouble ?? size(p) }}</td>
            <td class="num">{{ p.spec.qty }}</td>
            <td class="num">{{ p.geometry ? mass(p.geometry.mass_kg) : '' }}</td>
          </tr>
          <tr v-if="!job!.parts.length">
            <td colspan="6" class="soft">No part yet. A member becomes a bar part in Size; plates are added above.</td>
          </tr>
        </tbody>
      </table>
      <h2 class="gap">Budget by module</h2>
      <table class="list">
        <thead>
          <tr>
            <th>Module</th>
            <th class="num">Mass</th>
            <th class="num">Metal, {{ job!.job.spec.currency }}</th>
            <th>Of</th>
            <th>To lift it, and its heaviest piece</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="m in job!.figures.modules" :key="m.module">
            <td>
              {{ m.module }} <span class="soft">{{ m.pieces }} pieces</span>
            </td>
            <td class="num">
              <b>{{ mass(m.mass_kg) }}</b>
              <div v-if="m.loaded_kg > m.mass_kg" class="soft">
                {{ mass(m.empty_kg) }} empty<template v-if="m.loaded_kg > m.empty_kg"
                  >, {{ mass(m.loaded_kg) }} loaded</template
                >
              </div>
            </td>
            <td class="num">
              {{ m.price.toFixed(0) }}
              <div v-if="m.bought_price" class="soft">+ {{ m.bought_price.toFixed(0) }} bought</div>
            </td>
            <td class="soft" style="white-space: nowrap">
              {{
                m.metals
                  .map((x) =>
                    m.metals.length > 1 && m.mass_kg
                      ? `${x.material_id} ${((x.mass_kg / m.mass_kg) * 100).toFixed(0)} %`
                      : x.material_id,
                  )
                  .join(', ')
              }}
            </td>
            <td class="soft">
              {{ m.lift }}; {{ m.heaviest }} {{ mass(m.heaviest_kg) }}, {{ m.heaviest_lift
              }}<template v-if="m.within">; within {{ mass(m.limit_kg!) }}</template
              ><span v-if="m.within === false" class="bad">; over the limit of {{ mass(m.limit_kg!) }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="job!.parts.length" class="notice gap">
        Next: <router-link :to="`/jobs/${job!.job.id}/cut`">how every piece comes out of the stock</router-link>.
      </p>
    </section>
    <section>
      <DrawingIn v-if="drawing" :materials="materials" @done="drawing = false" />
      <form v-else-if="draft" v-begun class="panel" @submit.prevent="store">
        <Alive :row="alive" :preview="preview">
          <template v-if="alive?.geometry" #other>
            <p class="soft">{{ mass(alive.geometry.mass_kg) }} each; nothing is stored yet</p>
            <PartDrawing :geometry="alive.geometry" />
          </template>
        </Alive>
        <h2>{{ families[draft.shape.family as keyof typeof families] ?? 'From a drawing' }}</h2>
        <div class="fields gap">
          <div class="field">
            <label for="p-mark">Mark</label><input id="p-mark" v-model="draft.mark" /><span class="echo"></span>
          </div>
          <div class="field">
            <label for="p-name">Name</label><input id="p-name" v-model="draft.name" /><span class="echo"></span>
          </div>
          <div class="field">
            <label for="p-qty">Pieces</label><NumberInput id="p-qty" v-model="draft.qty" inputmode="numeric" /><span
              class="echo"
            ></span>
          </div>
          <div class="field">
            <label for="p-mod">Module</label><input id="p-mod" v-model="draft.module" list="modules" /><datalist
              id="modules"
            >
              <option v-for="m in job!.job.spec.modules" :key="m" :value="m" /></datalist
            ><span class="echo"></span>
          </div>
          <template v-if="draft.shape.family === 'bar'">
            <div class="field">
              <label for="p-member">Follows</label
              ><select id="p-member" v-model="draft.shape.member_id">
                <option :value="null">nothing: as given here</option>
                <option v-for="m in job!.members" :key="m.id" :value="m.id">{{ m.spec.mark }}</option></select
              ><span class="echo"></span>
            </div>
            <template v-if="!draft.shape.member_id"
              ><SectionPick v-model:section="draft.shape.section_id" v-model:material="draft.material_id"
            /></template>
            <EntryField
              v-model="draft.shape.length"
              label="Length, point to point"
              :optional="!!draft.shape.member_id"
              hint="the member's"
            />
            <EntryField v-model="draft.shape.left_end" label="Left end, from square" kind="angle" /><EntryField
              v-model="draft.shape.right_end"
              label="Right end, from square"
              kind="angle"
            />
            <template v-for="side in ['left', 'right']" :key="side"
              ><div class="field">
                <label :for="`p-${side}`">{{ side === 'left' ? 'Left' : 'Right' }} end is</label
                ><select :id="`p-${side}`" v-model="draft.shape[`${side}_shape`].kind">
                  <option value="straight">cut straight</option>
                  <option value="saddle">saddled onto a tube</option>
                  <option value="notch">notched</option></select
                ><span class="echo"></span>
              </div>
              <template v-if="draft.shape[`${side}_shape`].kind !== 'straight'"
                ><EntryField
                  v-model="draft.shape[`${side}_shape`].size"
                  :label="
                    draft.shape[`${side}_shape`].kind === 'saddle' ? 'Onto the diameter' : 'Notch, deep'
                  " /><EntryField
                  v-if="draft.shape[`${side}_shape`].kind === 'notch'"
                  v-model="draft.shape[`${side}_shape`].width"
                  label="Notch, wide"
                  optional
                  hint="half of it" /></template
            ></template>
            <EntryField
              v-model="draft.shape.held_to"
              label="Measured later, at most"
              optional
              hint="cut as given"
            /><label class="row"
              ><input v-model="draft.shape.ripped" type="checkbox" /> split lengthwise, two from one</label
            >
          </template>
          <template v-else>
            <div class="field">
              <label for="p-mat">Material</label
              ><select id="p-mat" v-model="draft.material_id">
                <option v-for="m in materials" :key="m.id" :value="m.id">{{ m.name }}</option></select
              ><span class="echo"></span>
            </div>
            <template v-if="draft.shape.family === 'gusset'"
              ><EntryField v-model="draft.shape.leg_x" label="Leg along" /><EntryField
                v-model="draft.shape.leg_y"
                label="Leg up" /><EntryField v-model="draft.shape.nose" label="Points cut off" /><EntryField
                v-model="draft.shape.root_clip"
                label="Root cut, for the weld"
            /></template>
            <template v-else-if="draft.shape.family === 'ring'"
              ><EntryField v-model="draft.shape.outer" label="Outer diameter" /><EntryField
                v-model="draft.shape.inner"
                label="Opening"
                optional
                hint="none: a disc"
            /></template>
            <template v-else-if="draft.shape.family === 'lug'"
              ><EntryField v-model="draft.shape.width" label="Width" /><EntryField
                v-model="draft.shape.height"
                label="Foot to the hole's middle" /><EntryField v-model="draft.shape.hole" label="Hole" /><EntryField
                v-model="draft.shape.root_clip"
                label="Corners cut at the foot"
                optional
                hint="none"
            /></template>
            <p v-else-if="draft.shape.family === 'free'" class="soft">
              Outline from {{ draft.shape.source || 'a drawing' }}.
            </p>
            <template v-else
              ><EntryField v-model="draft.shape.width" label="Width" /><EntryField
                v-model="draft.shape.height"
                label="Height" /><EntryField
                v-model="draft.shape.corner_radius"
                label="Corner radius"
                optional
                hint="sharp"
            /></template>
            <EntryField
              v-model="draft.shape.thickness"
              label="Thickness"
              kind="thickness"
              :material="draft.material_id"
            />
            <template v-if="draft.shape.family === 'slotted'"
              ><EntryField v-model="draft.shape.slot_length" label="Slot length" /><EntryField
                v-model="draft.shape.slot_width"
                label="Slot width" />
              <div class="field">
                <label for="p-slots">Slots up its height</label
                ><NumberInput id="p-slots" v-model="draft.shape.slots" inputmode="numeric" /><span
                  class="echo"
                ></span></div
            ></template>
            <template v-if="draft.shape.family === 'base_plate'">
              <EntryField v-model="draft.shape.hole" label="Hole" /><EntryField
                v-model="draft.shape.edge"
                label="Hole to edge"
              />
              <div class="field">
                <label for="p-col">Holes across</label
                ><NumberInput id="p-col" v-model="draft.shape.columns" inputmode="numeric" /><span class="echo"></span>
              </div>
              <div class="field">
                <label for="p-rows">Holes up</label
                ><NumberInput id="p-rows" v-model="draft.shape.rows" inputmode="numeric" /><span class="echo"></span>
              </div>
              <EntryField v-model="draft.shape.middle_hole" label="Middle hole" optional hint="none" />
            </template>
            <div class="field">
              <label for="p-edge">Edge it needs</label
              ><select id="p-edge" v-model="(draft as any).edge">
                <option>rough</option>
                <option>cut</option>
                <option>clean</option></select
              ><span class="echo"></span>
            </div>
            <label v-if="draft.shape.family === 'rectangle'" class="row"
              ><input v-model="draft.shape.off_bar" type="checkbox" /> off flat bar</label
            >
            <label class="row"><input v-model="(draft as any).mirror" type="checkbox" /> may be turned over</label>
            <label class="row"
              ><input v-model="(draft as any).first" type="checkbox" /> goes first if the metal does not reach</label
            >
            <label class="row"><input v-model="draft.grain" type="checkbox" /> keep the grain's direction</label>
          </template>
        </div>
        <div class="row">
          <button class="button main">Save part</button
          ><button type="button" class="button" @click="close">Leave it</button>
        </div>
      </form>
      <div v-else-if="row" class="panel">
        <div class="row spread">
          <h2>
            {{ row.spec.mark }} {{ row.spec.name }} <span class="soft">× {{ row.spec.qty }}</span>
          </h2>
          <div class="row">
            <CutFile v-if="row.geometry" quiet :href="`/api/jobs/${job!.job.id}/export/parts/${row.id}.dxf`"
              >DXF</CutFile
            ><a v-if="row.geometry" class="button quiet" :href="`/api/jobs/${job!.job.id}/export/parts/${row.id}.svg`"
              >SVG</a
            >
            <template v-if="row.spec.shape.family === 'bar'"
              ><a
                v-for="side in endsOf(row.spec.shape)"
                :key="side"
                class="button quiet"
                :href="`/api/jobs/${job!.job.id}/export/parts/${row.id}/${side}-end.svg`"
                >Template, {{ side }}</a
              ></template
            >
            <template v-if="mayWrite"
              ><button class="button" @click="change">Change</button
              ><button class="button quiet" @click="attempt(() => remove('parts', row!))">Take away</button></template
            >
          </div>
        </div>
        <p v-if="row.trouble" class="bad">{{ row.trouble }}</p>
        <template v-if="row.geometry"
          ><PartDrawing :geometry="row.geometry" />
          <p class="soft">
            {{ row.geometry.notes.join('; ') }}; {{ mass(row.geometry.mass_kg) }} each<template
              v-if="row.geometry.cut_length_mm"
              >, {{ (row.geometry.cut_length_mm / 1000).toFixed(2) }} m of cut</template
            >.
          </p></template
        >
      </div>
    </section>
  </div>
</template>
<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 20px;
}
.panel a {
  text-decoration: none;
}
@media (max-width: 1100px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
