<script setup lang="ts">
/**
 * Structures: the list, the drawing, the chain of strength, positions and stages, and what would mend the weakest
 * link.
 */
import { computed, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { call, type S } from '../api/client'
import { isTyped } from '../composables/useDraft'
import { usePicked } from '../composables/usePicked'
import { StructureInSpace, usePicture } from '../composables/usePicture'
import { attempt, change, job, mayWrite, why } from '../shared/job'
import Reserve from '../shared/Reserve.vue'
import RowActions from '../shared/RowActions.vue'
import { force, length, mass, moment, value } from '../shared/units'
import { loadStarters, starterKinds, starterWords } from './starters'
import StarterGallery from './StarterGallery.vue'
import StructureDrawing from './StructureDrawing.vue'
import StructureForm from './StructureForm.vue'
import Upgrades from './Upgrades.vue'
import Choice from '../ui/Choice.vue'
import NumberInput from '../ui/NumberInput.vue'
import PickTable from '../ui/PickTable.vue'

onMounted(() => attempt(loadStarters))
const router = useRouter()
const chosen = ref<number | null>(job.value!.structures[0]?.id ?? null)
usePicked('structure', chosen)
const row = computed(() => job.value!.structures.find((x) => x.id === chosen.value))
const bar = ref('')
const { inSpace, cannot, picture } = usePicture(() => row.value)
watch(
  () => row.value?.verdict,
  (v) => {
    if (v && !v.bars.some((b) => b.name === bar.value)) bar.value = v.weakest
  },
  { immediate: true },
)
/** A form that is open; what was typed before somebody went elsewhere opens it again. */
const form = ref<{ kind?: string; row?: S['StructureRow'] } | null>(isTyped('structures') ? {} : null)
function done(id: number | null) {
  form.value = null
  if (id !== null) chosen.value = id
}
const weakestFirst = computed(() => [...(row.value?.chain ?? [])].sort((a, b) => (a.reserve ?? -1) - (b.reserve ?? -1)))
const byPath = ref(true)
const links = computed(() => (byPath.value ? (row.value?.chain ?? []) : weakestFirst.value))
const explain = (link: { check_id: string }) => {
  why.value = { title: '', member: 0, structure: row.value!.id, check: link.check_id }
}
const rated = ref<S['Rating'] | null>(null)
const rates = ref<number | ''>('')
const derating = ref<number | null>(1.25)
const live = computed(() =>
  job.value!.loads.filter((l) => l.spec.case !== 'dead' && row.value?.spec.loads?.some((x) => x.load_id === l.id)),
)
watch(
  () => [chosen.value, row.value?.version, job.value?.last_edit?.id],
  () => {
    rated.value = null
  },
)
const rate = () =>
  attempt(async () => {
    const asked = new URLSearchParams({ load_id: String(rates.value), derating: String(derating.value ?? '') })
    rated.value = await call('GET', `/jobs/${job.value!.job.id}/structures/${row.value!.id}/rating?${asked}`)
  })
const sized = (v: number | null | undefined, core: string) => (v == null ? '' : value(v, core))
const makeParts = () =>
  attempt(async () => {
    await change('POST', `/jobs/${job.value!.job.id}/structures/${row.value!.id}/parts`, {
      version: row.value!.version,
    })
    await router.push(`/jobs/${job.value!.job.id}/parts`)
  })
const bucklingReserve = computed(() => {
  const c = row.value?.verdict?.stability?.find((x) => x.id === 'buckling')
  return !c || c.not_checked || !c.capacity ? null : c.capacity / Math.max(Math.abs(c.demand ?? 0), 1e-9)
})
const begin = (kind: string) => (form.value = { kind })
const explainAt = (link: { bar: string; check_id: string }) => {
  bar.value = link.bar
  explain(link)
}
</script>
<template>
  <section class="gap">
    <div class="row spread">
      <h2>Structures <span class="soft">bars joined to each other, sized as one frame</span></h2>
      <label v-if="mayWrite && !form"
        >Add
        <Choice
          aria-label="Add a structure"
          @change="begin"
          model-value=""
          :options="[
            { value: '', label: 'choose one' },
            ...starterKinds.map((k) => ({ value: k.kind, label: k.words })),
          ]"
      /></label>
    </div>
    <StructureForm v-if="form" :key="form.row?.id ?? form.kind" v-bind="form" @done="done" />
    <StarterGallery v-if="mayWrite && !form && !job!.structures.length" @pick="begin" />
    <PickTable
      v-if="job!.structures.length"
      v-model="chosen"
      :heads="['What', 'What governs', 'Breaks', 'Moves', '#Each', '']"
      :rows="job!.structures"
      ><template #default="{ row: x }">
        <td>
          {{ x.spec.name || starterWords(x.spec.starter.kind) }} <span class="soft">× {{ x.spec.qty }}</span>
        </td>
        <td class="soft">{{ x.trouble ?? x.verdict!.strength.governs }}</td>
        <td><Reserve :value="x.verdict?.strength.value" /></td>
        <td><Reserve :value="x.verdict?.stiffness.value" /></td>
        <td class="num">{{ x.verdict ? mass(x.verdict.mass_kg) : '' }}</td>
        <td class="num">
          <RowActions kind="structures" :row="x" :name="x.spec.mark" />
        </td> </template
    ></PickTable>
    <template v-if="row && !form">
      <p v-if="row.trouble" class="notice bad">Not checked: {{ row.trouble }}</p>
      <div class="row spread gap">
        <h3>{{ row.spec.mark }} {{ row.spec.name }}</h3>
        <div class="row">
          <el-button v-if="row.verdict && !cannot" @click="inSpace = !inSpace">{{
            inSpace ? 'Flat drawing' : 'In space'
          }}</el-button><el-button v-if="mayWrite" @click="form = { row }">Change</el-button
          ><el-button v-if="mayWrite && row.verdict" @click="makeParts">Make its bars parts</el-button>
        </div>
      </div>
      <template v-if="row.verdict">
        <p v-if="row.verdict.position" class="soft">
          Drawn and chained in its worst position: <b>{{ row.verdict.position }}</b>.
        </p>
        <StructureDrawing :verdict="row.verdict" :chosen="bar" @choose="bar = $event">
          <template v-if="picture" #whole
            ><StructureInSpace
              :key="row.id"
              :picture="picture"
              :verdict="row.verdict"
              :chosen="bar"
              @choose="bar = $event"
              @cannot="cannot = true"
          /></template>
        </StructureDrawing>
        <p class="row">
          <span class="soft">moves</span
          ><el-button text @click="explain({ check_id: row.verdict!.stiffness.check_id ?? 'movement' })"
            ><Reserve :value="row.verdict.stiffness.value" /></el-button
          ><span class="soft"
            >{{ row.verdict.movement.title }}, {{ row.verdict.movement.clause }}; {{ mass(row.verdict.mass_kg) }},
            {{ job!.job.spec.currency }} {{ row.verdict.price.toFixed(0) }} of metal<template
              v-if="row.verdict.swings_empty_hz != null"
              >; swings {{ row.verdict.swings_empty_hz.toFixed(1) }} times a second empty<template
                v-if="row.verdict.swings_loaded_hz != null"
                >, {{ row.verdict.swings_loaded_hz.toFixed(1) }} loaded</template
              ></template
            ></span
          >
        </p>
        <form v-if="live.length" class="row" @submit.prevent="rate">
          <label
            >Rate it for
            <Choice
              aria-label="Load to rate it for"
              required
              v-model="rates"
              :options="[
                { value: '', label: 'choose a load' },
                ...live.map((l) => ({ value: l.id, label: l.spec.name })),
              ]"
          /></label>
          <label>over <NumberInput v-model="derating" aria-label="Derating" size="4" /></label>
          <el-button native-type="submit" :disabled="rates === ''">Rated load</el-button>
          <span v-if="rated?.trouble" class="bad" role="status">Not rated: {{ rated.trouble }}</span>
          <span v-else-if="rated" role="status"
            ><b>{{ sized(rated.rated, rated.unit) }}</b> marked; {{ sized(rated.greatest, rated.unit) }} at its limit,
            where {{ rated.link }} is the weakest. All else as entered; marked below what is computed, tested before
            use.</span
          >
        </form>
        <p v-if="row.verdict.buckling" class="row">
          <span class="soft">buckles</span
          ><el-button text @click="explain({ check_id: 'buckling' })"><Reserve :value="bucklingReserve" /></el-button
          ><span class="soft">{{ row.verdict.buckling.words }}</span>
        </p>
        <template v-if="row.verdict.situations?.length">
          <h3 class="gap">Positions and stages</h3>
          <table class="list">
            <thead>
              <tr>
                <th>Where it stands</th>
                <th>What governs</th>
                <th>Breaks</th>
                <th>Moves</th>
                <th class="num">Mass</th>
                <th class="num">Centre of gravity x, y, z</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="x in row.verdict.situations" :key="x.name">
                <td>
                  <b>{{ x.name }}</b> <span class="soft">{{ x.kind }}</span>
                </td>
                <td class="soft">{{ x.trouble ?? x.strength.governs.split(': ').slice(1).join(': ') }}</td>
                <td>
                  <el-button text @click="x.worst && explain({ check_id: `${x.name}|${x.worst.id}` })"
                    ><Reserve :value="x.strength.value"
                  /></el-button>
                </td>
                <td><Reserve :value="x.stiffness.value" /></td>
                <td class="num">{{ mass(x.mass_kg) }}</td>
                <td class="num">{{ x.centre_mm.map((v) => length(v)).join(', ') }}</td>
              </tr>
            </tbody>
          </table>
        </template>
        <div class="columns gap">
          <div>
            <div class="row spread">
              <h3>
                The chain of strength
                <router-link :to="`/jobs/${job!.job.id}/chain?structure=${row.id}`" class="soft">by itself</router-link>
              </h3>
              <el-checkbox v-model="byPath">in the order the load meets it</el-checkbox>
            </div>
            <table class="list chain">
              <tbody>
                <tr
                  v-for="l in links"
                  :key="l.check_id"
                  class="pick"
                  :class="{ chosen: l.bar === bar }"
                  @click="bar = l.bar"
                >
                  <td class="num soft">{{ l.order }}</td>
                  <td>
                    {{ l.what }}<span v-if="l.why_not" class="bad">: {{ l.why_not }}</span>
                  </td>
                  <td>
                    <el-button text @click.stop="explainAt(l)"><Reserve :value="l.reserve" /></el-button>
                  </td>
                </tr>
              </tbody>
            </table>
          </div>
          <div>
            <h3>What would mend it</h3>
            <Upgrades :row="row" takes />
            <h3 class="gap">Handed to what carries it</h3>
            <table class="list">
              <tbody>
                <tr v-for="h in row.verdict.handed" :key="h.node + h.component">
                  <td>{{ h.node }}</td>
                  <td>{{ h.component }}</td>
                  <td class="num">{{ (h.unit === 'N' ? force : moment)(h.most) }}</td>
                  <td class="num soft">
                    {{ Math.abs(h.most - h.least) > 1 ? (h.unit === 'N' ? force : moment)(h.least) : '' }}
                  </td>
                </tr>
              </tbody>
            </table>
            <p class="soft">Outside these checks: {{ row.verdict.outside.join('; ') }}.</p>
          </div>
        </div>
      </template>
    </template>
  </section>
</template>
<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 22px;
}
.chain td {
  padding-block: 2px;
}
@media (max-width: 1100px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
