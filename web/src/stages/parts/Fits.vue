<script setup lang="ts">
/** Pins in bores and stacks of widths, with the least and the most play that their sizes allow. */
import { computed, ref } from 'vue'
import { attempt, copy, job, mayWrite, saveBrief } from '../../shared/job'
import { unit } from '../../shared/units'
import { leadTo } from '../../ui/lead'
import FitForm from './FitForm.vue'
import SlideFinder from './SlideFinder.vue'
import { blank, type Fit } from './fits'

const found = computed(() => job.value!.figures.fits)
const specs = () => copy(job.value!.job.spec.fits ?? [])
/** Which one is being changed, and how it stands in the form. */
const at = ref<number | null>(null)
const draft = ref<Fit | null>(null)
function begin(k: number, fit: Fit) {
  at.value = k
  draft.value = fit
}
const add = (kind: 'pin' | 'stack') => begin(specs().length, blank[kind]())
const change = (k: number) => begin(k, specs()[k])
/** To the fit at such a place in the brief. */
async function lead(asked: string) {
  change(Number(asked.split('.')[1]))
  await leadTo(`${asked}.name`)
}
defineExpose({ lead })
function leave() {
  at.value = null
  draft.value = null
}
const sent = (fits: Fit[]) => saveBrief({ ...copy(job.value!.job.spec), fits }, job.value!.job.version)
function keep() {
  const fits = specs()
  fits[at.value!] = draft.value!
  return sent(fits)
}
async function takeAway(k: number) {
  if (await attempt(() => sent(specs().filter((_, i) => i !== k)))) leave()
}
const short = (mm: number) => (unit.value === 'mm' ? `${Number(mm.toFixed(2))}` : (mm / 25.4).toFixed(3))
const play = (f: { least_mm?: number | null; most_mm?: number | null; thick?: number[] }) =>
  f.least_mm != null
    ? `${short(f.least_mm)} … ${short(f.most_mm!)}`
    : (f.thick ?? []).slice(0, 3).map(short).join(' … ')
</script>
<template>
  <section class="gap" :aria-label="$t('parts.fits')">
    <div class="row spread">
      <h2>{{ $t('parts.fits') }}</h2>
      <div v-if="mayWrite" class="row">
        <el-button text @click="add('pin')">{{ $t('parts.add_a_pin') }}</el-button><el-button
          text
          @click="add('stack')"
          >{{ $t('parts.add_a_stack') }}</el-button
        >
      </div>
    </div>
    <table v-if="found.length" class="list">
      <thead>
        <tr>
          <th scope="col">{{ $t('parts.fit') }}</th>
          <th scope="col" class="num">{{ $t('parts.play_x', [unit]) }}</th>
          <th scope="col">{{ $t('parts.does_it_go') }}</th>
          <th v-if="mayWrite"></th>
        </tr>
      </thead>
      <tbody v-for="(f, k) in found" :key="k" :class="f.level">
        <tr>
          <td>
            <b>{{ f.name }}</b>
          </td>
          <td class="num">{{ play(f) }}</td>
          <td>
            {{ f.words }}<span v-if="f.bolt">; {{ f.bolt }}</span>
          </td>
          <td v-if="mayWrite" class="told">
            <el-button text :aria-label="$t('parts.change_fit_x', [f.name])" @click="change(k)">{{
              $t('parts.change')
            }}</el-button><el-button text :aria-label="$t('parts.take_away_fit_x', [f.name])" @click="takeAway(k)">{{
              $t('parts.take_away')
            }}</el-button>
          </td>
        </tr>
        <tr>
          <td :colspan="mayWrite ? 4 : 3" class="soft">
            <span v-if="f.mend">{{ $t('parts.mend_x', [f.mend]) }}. </span>{{ (f.rows ?? []).join('; ') }}
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="soft">{{ $t('parts.no_fit_yet') }}</p>
    <FitForm v-if="draft && at !== null" :key="at" v-model="draft" :number="at" :keep="keep" @leave="leave" />
    <SlideFinder />
  </section>
</template>
<style scoped>
.stop td:first-child {
  border-left: 3px solid var(--gives);
  padding-left: 8px;
}
tr:first-child td {
  border-bottom: 0;
  padding-bottom: 0;
}
.told {
  white-space: nowrap;
  text-align: right;
}
.num {
  white-space: nowrap;
}
</style>
