<script setup lang="ts">
import { watch, type Ref } from 'vue'
import type { S } from '../api/client'
import { useDraft } from '../composables/useDraft'
import { job, mayWrite, saveBrief } from '../shared/job'
import { usePreview } from '../shared/preview'
import RowActions from '../shared/RowActions.vue'
import EntryField from '../shared/EntryField.vue'
import { force, length, lengthUnit, unit } from '../shared/units'
import NumberInput from '../shared/NumberInput.vue'
import { sizeOf } from '../shared/loads'

const begin = () => form.begin(job.value!.job.spec, { id: 0, version: job.value!.job.version })
const form = useDraft<S['JobSpec']>('brief', {
  send: async (row, spec) => {
    await saveBrief(spec as S['JobSpec'], row!.version)
    return 0
  },
  saved: () => begin(),
})
/** It is always open. */
const brief = form.draft as Ref<S['JobSpec']>
const { dirty, store } = form
if (!form.draft.value) begin()
watch(
  () => job.value!.job.version,
  () => {
    // what is being typed stays, at the version it was begun on: saving it then shows both
    if (!dirty.value) begin()
  },
)
const blankLoad = (): S['LoadSpec'] =>
  ({
    name: '',
    case: 'live',
    form: 'area',
    area: { text: '', unit: unit.value },
    dynamic_factor: 1,
    cycles: 0,
    note: '',
  }) as S['LoadSpec']
const loads = useDraft<S['LoadSpec']>('loads', { whole: (x) => onlyItsForm(x) })
const { draft: load, row: loadRow, store: saveLoad } = loads
const kinds = { force: 'force', line: 'line_load', area: 'area_load' } as const
const forms = { force: 'a force', line: 'per length', area: 'per area' } as const
/** The size of the chosen form alone: what was begun in another form is not part of the load. */
const onlyItsForm = (x: S['LoadSpec']) => ({
  ...x,
  source: x.form === 'force' ? (x.source ?? null) : null,
  force: x.form === 'force' && !x.source ? x.force : null,
  line: x.form === 'line' ? x.line : null,
  area: x.form === 'area' ? (x.area ?? null) : null,
})
if (!load.value && !job.value!.loads.length) loads.begin(blankLoad())
const blankSources: Record<string, () => S['LoadSpec']['source']> = {
  cylinder: () => ({
    kind: 'cylinder',
    bore: { text: '50 mm', unit: unit.value, value: 0 },
    rod: { text: '28 mm', unit: unit.value, value: 0 },
    pressure: { text: '150 bar', unit: unit.value, value: 0 },
    pulls: false,
  }),
  stop: () => ({
    kind: 'stop',
    mass: { text: '100 kg', unit: unit.value, value: 0 },
    speed_m_s: 0.5,
    gives: { text: '10 mm', unit: unit.value, value: 0 },
  }),
  drop: () => ({
    kind: 'drop',
    mass: { text: '100 kg', unit: unit.value, value: 0 },
    height: { text: '100 mm', unit: unit.value, value: 0 },
    gives: { text: '2 mm', unit: unit.value, value: 0 },
  }),
}
function from(kind: string) {
  load.value!.source = kind ? blankSources[kind]() : null
}
usePreview(() => (load.value ? { kind: 'loads', id: loadRow.value?.id, spec: onlyItsForm(load.value) } : null))
const dims = useDraft<S['DimensionSpec']>('dimensions')
const { draft: dim, row: dimRow, store: saveDim } = dims
usePreview(() => (dim.value ? { kind: 'dimensions', id: dimRow.value?.id, spec: dim.value } : null))
const editLoad = (r: S['LoadRow']) => loads.begin(r.spec, r)
const editDim = (r: S['DimensionRow']) => dims.begin(r.spec, r)
const newLoad = () => loads.begin(blankLoad())
const newDim = () => {
  const size = { text: '', unit: unit.value }
  dims.begin({ name: '', size, origin: 'measured', verified_by: '', cut_anyway: '' } as S['DimensionSpec'])
}
</script>
<template>
  <div class="row spread">
    <h1>Brief</h1>
    <span class="soft">What must it carry, and who can be hurt?</span>
  </div>
  <div class="columns">
    <section>
      <h2>Loads</h2>
      <table class="list">
        <thead>
          <tr>
            <th>Name</th>
            <th>Kind</th>
            <th>Size</th>
            <th>Dynamic</th>
            <th></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in job!.loads" :key="r.id">
            <td>
              <b>{{ r.spec.name }}</b>
            </td>
            <td>{{ r.spec.case }}, {{ forms[r.spec.form ?? 'area'] }}</td>
            <td>
              {{ sizeOf(r.spec)
              }}<span v-if="r.spec.source && r.value != null" class="soft"> {{ force(r.value) }}</span>
            </td>
            <td>× {{ r.spec.dynamic_factor }}</td>
            <td class="num">
              <RowActions kind="loads" :row="r" :name="`load ${r.spec.name}`" :change="() => editLoad(r)" />
            </td>
          </tr>
        </tbody>
      </table>
      <form v-if="load && mayWrite" v-begun class="panel gap" @submit.prevent="saveLoad">
        <div class="fields">
          <div class="field">
            <label for="load-name">Load</label><input id="load-name" v-model="load.name" placeholder="crowd" />
          </div>
          <div class="field">
            <label for="load-case">It is</label
            ><select id="load-case" v-model="load.case">
              <option value="live">live</option>
              <option value="dead">dead</option>
              <option value="wind">wind</option>
            </select>
          </div>
          <div class="field">
            <label for="load-form">Given</label
            ><select id="load-form" v-model="load.form">
              <option v-for="(w, k) in forms" :key="k" :value="k">{{ w }}</option>
            </select>
          </div>
          <div v-if="load.form === 'force'" class="field">
            <label for="load-source">Its size is</label
            ><select
              id="load-source"
              :value="load.source?.kind ?? ''"
              @change="from(($event.target as HTMLSelectElement).value)"
            >
              <option value="">known</option>
              <option value="cylinder">of a cylinder</option>
              <option value="stop">of a mass against a stop</option>
              <option value="drop">of a mass that drops</option>
            </select>
          </div>
          <template v-if="load.form === 'force' && load.source">
            <template v-if="load.source.kind === 'cylinder'"
              ><EntryField v-model="load.source.bore" label="Bore" /><EntryField
                v-model="load.source.pressure"
                label="Pressure"
                kind="pressure"
              /><EntryField v-model="load.source.rod" label="Rod" /><label class="row"
                ><input v-model="load.source.pulls" type="checkbox" /> it pulls</label
              ></template
            >
            <template v-else
              ><EntryField v-model="load.source.mass" label="Mass" kind="mass" />
              <div v-if="load.source.kind === 'stop'" class="field">
                <label for="load-speed">Speed, m/s</label
                ><NumberInput id="load-speed" v-model="load.source.speed_m_s" inputmode="decimal" />
              </div>
              <EntryField v-else v-model="load.source.height" label="Falls" /><EntryField
                v-model="load.source.gives"
                :label="load.source.kind === 'stop' ? 'The stop gives' : 'Sinks under it at rest'"
            /></template>
          </template>
          <EntryField v-else-if="load.form === 'force'" v-model="load.force" label="Size" kind="force" /><EntryField
            v-else-if="load.form === 'line'"
            v-model="load.line"
            label="Size"
            kind="line_load"
          />
          <EntryField v-else v-model="load.area" label="Size" :kind="kinds.area" />
          <div class="field">
            <label for="load-dyn">Dynamic factor</label
            ><NumberInput id="load-dyn" v-model="load.dynamic_factor" inputmode="decimal" />
          </div>
          <div class="field">
            <label for="load-cycles">Comes and goes, times</label
            ><NumberInput id="load-cycles" v-model="load.cycles" inputmode="numeric" placeholder="seldom" />
          </div>
          <div class="field">
            <label for="load-group">Comes together with</label
            ><input id="load-group" v-model="load.group" placeholder="nothing" /><span class="echo"
              >loads of one group act together or not at all</span
            >
          </div>
          <div class="field">
            <label for="load-one">One of</label><input id="load-one" v-model="load.one_of" placeholder="nothing" /><span
              class="echo"
              >of these at most one acts at a time</span
            >
          </div>
          <label class="row"><input v-model="load.both_ways" type="checkbox" /> it acts either way</label>
        </div>
        <div class="row">
          <button class="button main">Save load</button
          ><button type="button" class="button" @click="loads.close">Leave it</button>
        </div>
      </form>
      <button v-else-if="mayWrite" class="button gap" @click="newLoad">Add a load</button>

      <h2 class="gap">Named dimensions</h2>
      <table class="list">
        <thead>
          <tr>
            <th>Name</th>
            <th>Typed</th>
            <th class="num">Is</th>
            <th>From</th>
            <th>Verified by</th>
            <th></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in job!.dimensions" :key="r.id">
            <td>
              <b>{{ r.spec.name }}</b>
            </td>
            <td>{{ r.spec.size.text }}</td>
            <td class="num">{{ length(r.spec.size.value ?? 0) }}{{ lengthUnit() }}</td>
            <td>{{ r.spec.origin }}</td>
            <td>
              {{
                r.spec.verified_by || (r.spec.cut_anyway ? `nobody; cut anyway: ${r.spec.cut_anyway}` : 'nobody yet')
              }}
            </td>
            <td class="num">
              <RowActions kind="dimensions" :row="r" :name="r.spec.name" :change="() => editDim(r)" />
            </td>
          </tr>
        </tbody>
      </table>
      <form v-if="dim && mayWrite" v-begun class="panel gap" @submit.prevent="saveDim">
        <div class="fields">
          <div class="field">
            <label for="dim-name">Name</label><input id="dim-name" v-model="dim.name" placeholder="frame_width" />
          </div>
          <EntryField v-model="dim.size" label="Length or formula" />
          <div class="field">
            <label for="dim-origin">It was</label
            ><select id="dim-origin" v-model="dim.origin">
              <option v-for="o in ['measured', 'drawing', 'customer', 'assumed']" :key="o">{{ o }}</option>
            </select>
          </div>
          <div class="field">
            <label for="dim-by">Verified by</label><input id="dim-by" v-model="dim.verified_by" />
          </div>
          <div v-if="!dim.verified_by" class="field">
            <label for="dim-anyway">Or cut anyway, because</label><input id="dim-anyway" v-model="dim.cut_anyway" />
          </div>
        </div>
        <div class="row">
          <button class="button main">Save dimension</button
          ><button type="button" class="button" @click="dims.close">Leave it</button>
        </div>
      </form>
      <button v-else-if="mayWrite" class="button gap" @click="newDim">Add a dimension</button>

      <p v-if="job!.loads.length" class="notice gap">
        Next: <router-link :to="`/jobs/${job!.job.id}/size`">size the members that carry this</router-link>.
      </p>
    </section>
    <section>
      <form class="panel" @submit.prevent="store">
        <div class="row spread">
          <h2>Limits and surroundings</h2>
          <button v-if="mayWrite" class="button" :class="{ main: dirty }" :disabled="!dirty">Save brief</button>
        </div>
        <div class="fields gap">
          <div class="field"><label for="b-name">Name</label><input id="b-name" v-model="brief.name" /></div>
          <div class="field"><label for="b-for">For</label><input id="b-for" v-model="brief.for_whom" /></div>
          <div class="field">
            <label for="b-method">Strength by</label
            ><select id="b-method" v-model="brief.method!.kind">
              <option value="shop">the shop's factors</option>
              <option value="asd">ASD, AISC 360-22</option>
              <option value="lrfd">LRFD, AISC 360-22</option>
              <option value="en">partial factors, EN 1993</option>
              <option value="lifting">as a lifting device</option>
            </select>
          </div>
          <div v-if="brief.method!.kind === 'lifting'" class="field">
            <label for="b-nd">Design factor Nd</label
            ><NumberInput id="b-nd" v-model="brief.method!.design_factor" inputmode="decimal" />
          </div>
          <template v-if="brief.method!.kind === 'shop'">
            <div class="field">
              <label for="b-n">Factor on yield</label
              ><NumberInput id="b-n" v-model="brief.method!.n" inputmode="decimal" />
            </div>
            <div class="field">
              <label for="b-m">Factor on ultimate</label
              ><NumberInput id="b-m" v-model="brief.method!.m" inputmode="decimal" />
            </div>
          </template>
          <div class="field">
            <label for="b-span">Moves at most: span over</label
            ><NumberInput id="b-span" v-model="brief.span_over" inputmode="numeric" />
          </div>
          <div class="field">
            <label for="b-cant">Tip of an arm: 2 L over</label
            ><NumberInput id="b-cant" v-model="brief.cantilever_over" inputmode="numeric" />
          </div>
          <EntryField v-model="brief.move_at_most" label="Or a fixed figure" optional hint="by the ratios" />
          <div class="field">
            <label for="b-hz">Swings at least, Hz</label
            ><NumberInput
              id="b-hz"
              v-model="brief.swings_at_least_hz"
              inputmode="decimal"
              placeholder="not asked"
              @change="brief.swings_at_least_hz = brief.swings_at_least_hz || null"
            /><span class="echo">of structures; members and plates are not checked for it</span>
          </div>
          <EntryField
            v-model="brief.module_mass_limit"
            label="A module weighs at most"
            kind="mass"
            optional
            hint="no limit"
          />
          <EntryField
            v-model="brief.longest_piece"
            label="Longest piece that can be brought"
            optional
            hint="no limit"
          />
          <div class="field">
            <label for="b-env">It stands</label
            ><select id="b-env" v-model="brief.environment">
              <option v-for="o in ['dry', 'outdoor', 'salt', 'hot', 'dusty', 'vibrating']" :key="o">{{ o }}</option>
            </select>
          </div>
          <div class="field">
            <label for="b-fin">Finish</label
            ><select id="b-fin" v-model="brief.finish">
              <option v-for="o in ['none', 'paint', 'galvanised']" :key="o">{{ o }}</option>
            </select>
          </div>
          <EntryField v-model="brief.machines!.saw_kerf" label="Saw kerf" /><EntryField
            v-model="brief.machines!.end_trim"
            label="Trim of a bar's end"
          /><EntryField v-model="brief.machines!.drop_worth" label="A drop is kept from" /><EntryField
            v-model="brief.machines!.clamp_dead"
            label="End the clamp holds"
          /><EntryField v-model="brief.machines!.yard_tolerance" label="A yard's cut is off by" />
          <div class="field">
            <label for="b-stack">Bars the saw takes at once</label
            ><NumberInput id="b-stack" v-model="brief.machines!.stack" inputmode="numeric" /><span class="echo"></span>
          </div>
          <EntryField v-model="brief.machines!.table_kerf" label="Kerf at the table" /><EntryField
            v-model="brief.machines!.part_gap"
            label="Gap between parts"
          />
          <EntryField v-model="brief.machines!.edge_margin" label="Margin at the sheet's edge" />
        </div>
        <div class="row">
          <label><input v-model="brief.people_on_it" type="checkbox" /> people on or under it</label
          ><label><input v-model="brief.public" type="checkbox" /> open to the public</label>
          <label><input v-model="brief.lifted" type="checkbox" /> lifted, or lifts</label
          ><label><input v-model="brief.welded" type="checkbox" /> welded</label>
          <label><input v-model="brief.machines!.straight_cuts_only" type="checkbox" /> straight cuts only</label
          ><label
            ><input v-model="brief.machines!.common_line" type="checkbox" /> parts share their cuts (common line)</label
          >
        </div>
        <h3 class="gap">
          Carried with it <span class="soft">bought parts that stay on, and what it is loaded with</span>
        </h3>
        <div v-for="(c, i) in brief.carried" :key="i" class="fields">
          <div class="field">
            <label :for="`b-c${i}`">What</label><input :id="`b-c${i}`" v-model="c.name" /><span class="echo"></span>
          </div>
          <div class="field">
            <label :for="`b-ck${i}`">It is</label
            ><select :id="`b-ck${i}`" v-model="c.kind">
              <option>bought part</option>
              <option>payload</option></select
            ><span class="echo"></span>
          </div>
          <EntryField v-model="c.mass" label="Mass of it" kind="mass" /><EntryField
            v-model="c.price"
            label="Price of it"
            kind="money"
            optional
            hint="not known"
          />
          <div class="field">
            <label :for="`b-cm${i}`">Of module</label><input :id="`b-cm${i}`" v-model="c.module" /><span
              class="echo"
            ></span>
          </div>
          <button type="button" class="button quiet" @click="brief.carried!.splice(i, 1)">Take away</button>
        </div>
        <button
          v-if="mayWrite"
          type="button"
          class="button"
          @click="
            brief.carried = [
              ...(brief.carried ?? []),
              { name: '', module: '', kind: 'bought part', mass: { text: '', unit, value: 0 }, price: null },
            ]
          "
        >
          Add something carried
        </button>
        <div class="field gap">
          <label for="b-what">What it is</label><textarea id="b-what" v-model="brief.what" rows="3"></textarea>
        </div>
      </form>
      <h2 class="gap">Cautions</h2>
      <div v-for="c in job!.figures.cautions" :key="c.id" class="caution" :class="c.level">
        <b>{{ c.title }}.</b> {{ c.text }} {{ c.do }} <span class="soft">Decides: {{ c.decides }}.</span>
      </div>
      <p v-if="!job!.figures.cautions.length" class="soft">None follow from what is entered so far.</p>
    </section>
  </div>
</template>
<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 22px;
  margin-top: 12px;
}
@media (max-width: 1100px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
