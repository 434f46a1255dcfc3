<script setup lang="ts">
/**
 * Sections: any size of the catalogue to look at, and sections of the job's own put together from sizes, plates and
 * outlines.
 */
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { call, type S } from '../api/client'
import { picked } from '../shared/file'
import { attempt, job, mayWrite } from '../shared/job'
import { useDraft } from '../composables/useDraft'
import RowActions from '../shared/RowActions.vue'
import SectionPick from '../shared/SectionPick.vue'
import { entry, massPerMetre, trim, unit, value } from '../shared/units'
import SectionDrawing from './SectionDrawing.vue'
import TextField from '../ui/TextField.vue'
import ChoiceField from '../ui/ChoiceField.vue'
import NumberField from '../ui/NumberField.vue'
import QuantityField from '../ui/QuantityField.vue'
import EditForm from '../ui/EditForm.vue'

type Part = S['ProfilePart']
const route = useRoute()
const looked = ref(
  typeof route.query.id === 'string'
    ? route.query.id
    : (job.value!.members[0]?.spec.section_id ?? (unit.value === 'mm' ? 'RHS 120×80×6.3 hot' : 'HSS3X3X1/4')),
)
const metal = ref('')
const view = ref<S['SectionView'] | null>(null)
let name = ''
const form = useDraft<S['ProfileSpec']>('profiles', {
  whole: (d) => {
    name = d.name
    return d
  },
  saved: () => (looked.value = name),
})
const { draft, begin: open_ } = form
const trouble = ref('')
const part = (kind: Part['kind'], more: object = {}): Part =>
  ({
    kind,
    section_id: '',
    width: null,
    thickness: null,
    outline: '',
    x: entry('0'),
    y: entry('0'),
    turn_deg: 0,
    mirrored: false,
    ...more,
  }) as unknown as Part
const plate = (w: string, t: string, x: string, y: string, turn = 0) =>
  part('plate', { width: entry(w), thickness: entry(t), x: entry(x), y: entry(y), turn_deg: turn })
const presets: Record<string, () => Part[]> = {
  'a tube with a plate on it': () => [
    part('size', { section_id: 'SHS 60×60×4 hot' }),
    plate('80 mm', '6 mm', '-10 mm', '60 mm'),
  ],
  'an I of three plates': () => [
    plate('100 mm', '8 mm', '0', '0'),
    plate('184 mm', '6 mm', '53 mm', '8 mm', 90),
    plate('100 mm', '8 mm', '0', '192 mm'),
  ],
  'a box of four plates': () => [
    plate('100 mm', '8 mm', '0', '0'),
    plate('100 mm', '6 mm', '6 mm', '8 mm', 90),
    plate('100 mm', '6 mm', '100 mm', '8 mm', 90),
    plate('100 mm', '8 mm', '0', '108 mm'),
  ],
  'a flat stiffened by an angle': () => [
    plate('120 mm', '8 mm', '-60 mm', '-8 mm'),
    part('size', { section_id: 'L 50×50×5' }),
  ],
  'a channel closed by a plate': () => [
    part('size', { section_id: 'UPE 100' }),
    plate('100 mm', '6 mm', '61 mm', '0', 90),
  ],
  "a slotted profile by its maker's figures": () => [part('figures', { figures: figures() })],
  'one plate': () => [plate('80 mm', '6 mm', '0', '0')],
}
const FIGURES = [
  ['depth_mm', 'Depth, mm', true],
  ['width_mm', 'Width, mm', true],
  ['A_mm2', 'A, mm²', true],
  ['Ix_mm4', 'Ix, mm⁴', true],
  ['Iy_mm4', 'Iy, mm⁴', true],
  ['J_mm4', 'J, mm⁴', true],
  ['shear_area_mm2', 'Shear area, mm²', true],
  ['Sx_mm3', 'Sx, mm³', false],
  ['Sy_mm3', 'Sy, mm³', false],
  ['Ct_mm3', 'Ct, mm³', false],
  ['inside_b_t', 'Slimmest wall, b/t', false],
  ['outstand_b_t', 'Slimmest lip, b/t', false],
] as const
type Figure = (typeof FIGURES)[number][0]
const figures = () => Object.fromEntries(FIGURES.map(([k]) => [k, null]))
const byFigures = computed(() => !!draft.value?.parts.some((p) => p.kind === 'figures'))
const missing = (p: Part) => FIGURES.filter(([k, , asked]) => asked && p.figures?.[k] == null).map(([, words]) => words)
function figure(p: Part, name: Figure, value: number) {
  p.figures![name] = value as never
}
function begin(preset: string) {
  open_({ name: `P${job.value!.profiles.length + 1}`, parts: presets[preset](), joined: 'continuous' })
}
function change(row: S['ProfileRow']) {
  open_(row.spec, row)
}
let turn = 0
let timer = 0
async function look() {
  const mine = ++turn
  const open = (draft.value?.parts ?? []).flatMap((p) => (p.kind === 'figures' ? missing(p) : []))
  if (open.length) {
    trouble.value = `Still to state: ${open.join('; ')}.`
    return
  }
  try {
    const own = job.value!.profiles.find((p) => p.spec.name === looked.value)
    const found = draft.value
      ? await call<S['SectionView']>('POST', `/jobs/${job.value!.job.id}/section`, draft.value)
      : await call<S['SectionView']>('GET', `/section?id=${encodeURIComponent(own?.line ?? looked.value)}`)
    if (mine === turn) {
      view.value = found
      trouble.value = ''
    }
  } catch (error) {
    if (mine === turn) trouble.value = (error as { sentence?: string }).sentence ?? String(error)
  }
}
watch(
  [draft, looked],
  () => {
    clearTimeout(timer)
    timer = window.setTimeout(look, 200)
  },
  { immediate: true, deep: true },
)
async function read(event: Event, p: Part) {
  const brought = await picked(event)
  if (!brought) return
  await attempt(async () => {
    p.outline = (await call<string[]>('POST', '/section/outline', { ...brought, unit: null }))[0]
  })
}
const s = computed(() => view.value?.section)
const rows = computed<[string, string, string][]>(() =>
  s.value
    ? [
        ['A', 'area', value(s.value.A_mm2, 'mm2')],
        ['Ix', 'second moment, x', value(s.value.Ix_mm4, 'mm4')],
        ['Iy', 'second moment, y', value(s.value.Iy_mm4, 'mm4')],
        [
          'I1, I2',
          'about the principal axes',
          `${value(s.value.I_major_mm4, 'mm4')}, ${value(s.value.I_minor_mm4, 'mm4')}`,
        ],
        ['α', 'axis 1 from x', `${trim(s.value.major_axis_deg! || 0, 1)}°`],
        ['Sx, Sy', 'elastic moduli', `${value(s.value.Sx_mm3, 'mm3')}, ${value(s.value.Sy_mm3, 'mm3')}`],
        ['Zx, Zy', 'plastic moduli', `${value(s.value.Zx_mm3, 'mm3')}, ${value(s.value.Zy_mm3, 'mm3')}`],
        ['J', 'torsion constant', value(s.value.J_mm4, 'mm4')],
        ['Cw', 'warping constant', value(s.value.Cw_mm6!, 'mm6')],
        [
          'Av',
          'shear areas, upright and across',
          `${value(s.value.shear_area_y_mm2, 'mm2')}, ${value(s.value.shear_area_x_mm2, 'mm2')}`,
        ],
        ['c', 'centroid, from the lower left', `${value(s.value.cx_mm, 'mm')}, ${value(s.value.cy_mm, 'mm')}`],
        ['e', 'shear centre', `${value(s.value.shear_centre_x_mm, 'mm')}, ${value(s.value.shear_centre_y_mm, 'mm')}`],
        ['', 'mass of a metre', massPerMetre(view.value!.mass_kg_per_m)],
        ['', 'outside to paint, of a metre', `${(s.value.perimeter_mm / 1000).toFixed(3)} m²`],
      ]
    : [],
)
</script>
<template>
  <div class="row spread">
    <h1>Sections</h1>
    <span class="soft"
      >What a section is worth, and sections of your own: joined all along, stitched, or lying side by side.</span
    ><router-link class="button link" :to="`/jobs/${job!.job.id}/size`">Back to Size</router-link>
  </div>
  <div class="bench gap">
    <div>
      <SectionDrawing v-if="view" :view="view" />
      <p v-if="trouble" class="notice bad" role="alert">{{ trouble }}</p>
      <p v-if="view" class="soft">{{ s!.computed }}. Sold in {{ view.materials.slice(0, 6).join(', ') }}.</p>
      <table v-if="s" class="list">
        <tbody>
          <tr v-for="[symbol, words, shown] in rows" :key="words">
            <td>
              <b>{{ symbol }}</b>
            </td>
            <td class="soft">{{ words }}</td>
            <td class="num">{{ shown }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <div>
      <template v-if="!draft">
        <div class="fields"><SectionPick v-model:section="looked" v-model:material="metal" :metal="false" /></div>
        <div v-if="mayWrite" class="row">
          <span class="soft">Put one together, starting from</span
          ><el-button v-for="(_, name) in presets" :key="name" @click="begin(String(name))">{{ name }}</el-button>
        </div>
        <table v-if="job!.profiles.length" class="list gap">
          <thead>
            <tr>
              <th>Own sections</th>
              <th>Joined</th>
              <th></th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="p in job!.profiles"
              :key="p.id"
              class="pick"
              :class="{ chosen: looked === p.spec.name }"
              @click="looked = p.spec.name"
            >
              <td>
                <el-button text
                  ><b>{{ p.spec.name }}</b></el-button
                >
                {{ ' ' }}<span class="soft">{{ p.spec.parts.length }} parts</span>
                <span v-if="p.trouble" class="bad"> {{ p.trouble }}</span>
              </td>
              <td>{{ p.spec.joined }}</td>
              <td class="num">
                <RowActions kind="profiles" :row="p" :name="p.spec.name" :change="() => change(p)" />
              </td>
            </tr>
          </tbody>
        </table>
      </template>
      <EditForm v-else :form="form" save="Keep it">
        <div class="fields">
          <TextField
            id="p-name"
            v-model="draft.name"
            label="Name"
            echo="members are made of it by this name"
            at="name"
          />
          <ChoiceField
            v-if="!byFigures"
            id="p-joined"
            v-model="draft.joined"
            label="Parts are"
            at="joined"
            :options="{ continuous: 'welded all along', stitched: 'stitched at places', 'not joined': 'not joined' }"
          />
        </div>
        <div v-for="(p, i) in draft.parts" :key="i" class="part">
          <div class="row spread">
            <b>Part {{ i + 1 }}: {{ p.kind }}</b
            ><el-button text @click="draft.parts.splice(i, 1)">Take away</el-button>
          </div>
          <div class="fields">
            <SectionPick
              v-if="p.kind === 'size'"
              v-model:section="p.section_id!"
              v-model:material="metal"
              :within="`parts.${i}.`"
              :own="false"
              :metal="false"
            />
            <template v-else-if="p.kind === 'figures'"
              ><NumberField
                v-for="[k, words, asked] in FIGURES"
                :key="k"
                :id="`p-${i}-${k}`"
                :model-value="p.figures?.[k]"
                @update:model-value="figure(p, k, $event as number)"
                :label="words"
                :at="`parts.${i}.figures.${k}`"
                :echo="asked || p.figures?.[k] != null ? '' : 'not stated'"
            /></template>
            <template v-else-if="p.kind !== 'outline'"
              ><QuantityField
                :at="`parts.${i}.width`"
                v-model="p.width"
                :label="p.kind === 'tube' ? 'Diameter' : 'Width'" /><QuantityField
                :at="`parts.${i}.thickness`"
                v-model="p.thickness"
                :label="p.kind === 'tube' ? 'Wall' : 'Thickness'"
                kind="thickness"
            /></template>
            <div v-else class="field">
              <label>DXF or SVG of its outline</label
              ><input type="file" accept=".dxf,.svg" @change="read($event, p)" /><span class="echo">{{
                p.outline ? `${p.outline.split(',').length} corners` : 'none yet'
              }}</span>
            </div>
            <template v-if="p.kind !== 'figures'"
              ><QuantityField :at="`parts.${i}.x`" v-model="p.x" label="Right by" /><QuantityField
                :at="`parts.${i}.y`"
                v-model="p.y"
                label="Up by"
            /></template>
            <NumberField
              v-if="p.kind !== 'figures'"
              :id="`p-turn${i}`"
              v-model="p.turn_deg"
              label="Turned, degrees"
              :at="`parts.${i}.turn_deg`"
            />
            <el-checkbox v-if="p.kind !== 'figures'" v-model="p.mirrored">mirrored</el-checkbox>
          </div>
        </div>
        <div v-if="!byFigures" class="row gap">
          <span class="soft">Add</span
          ><el-button
            v-for="k in ['size', 'plate', 'tube', 'outline'] as const"
            :key="k"
            @click="
              draft.parts.push(
                part(
                  k,
                  k === 'size'
                    ? { section_id: 'FL 60×8' }
                    : k === 'outline'
                      ? {}
                      : { width: entry('60 mm'), thickness: entry('6 mm') },
                ),
              )
            "
            >{{ k }}</el-button
          >
        </div></EditForm
      >
      <div v-if="view?.seams?.length && view.seams.length > 1" class="gap">
        <h3>What the seams carry</h3>
        <table class="list">
          <thead>
            <tr>
              <th>Part</th>
              <th class="num">for each kN upright</th>
              <th class="num">across</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(p, i) in view.seams" :key="i">
              <td>{{ p.name }}</td>
              <td class="num">{{ (p.shear_flow_per_N_vertical * 1000).toFixed(2) }} N/mm</td>
              <td class="num">{{ (p.shear_flow_per_N_sideways * 1000).toFixed(2) }} N/mm</td>
            </tr>
          </tbody>
        </table>
        <p class="soft">Flow in all seams of a part together; a stitch carries the flow times its pitch.</p>
      </div>
    </div>
  </div>
</template>
<style scoped>
.bench {
  display: grid;
  grid-template-columns: minmax(320px, 1fr) minmax(380px, 1.15fr);
  gap: 18px;
  align-items: start;
}
.part {
  border-top: 1px solid var(--rule);
  padding: 8px 0;
}
.link {
  text-decoration: none;
  color: var(--ink);
}
@media (max-width: 900px) {
  .bench {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
