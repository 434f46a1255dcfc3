<script setup lang="ts">
/** The bends of a part: where each is marked, how far it is set; of a bar also how the shop's own bends came out. */
import { computed, reactive, ref } from 'vue'
import type { S } from '../../api/client'
import { attempt, copy, job, mayWrite, saveBrief } from '../../shared/job'
import { length, trim } from '../../shared/units'
import QuantityField from '../../ui/QuantityField.vue'
import { marksOf, ownOf, triedOf, type Mark } from './bends'

const props = defineProps<{ geometry: S['PartGeometry'] }>()
const marks = computed(() => marksOf(props.geometry))
/** What it is set by, once where it is the same for all. */
const by = computed(() => [...new Set(marks.value.map((m) => m.by))].join('; '))
const bar = computed(() => props.geometry.kind === 'bar')
const every = () => copy(job.value!.job.spec.bends_tried ?? [])
const own = computed(() => ownOf(job.value!.job.spec.bends_tried ?? [], props.geometry))
const degrees = (text: string) => ({ text, unit: 'mm' as const, value: 0 })
/** Which bend is being told of, and what is typed of it. */
const of = ref<Mark | null>(null)
const typed = reactive({ set: degrees(''), came: degrees('') })
function begin(mark: Mark) {
  of.value = mark
  typed.set = degrees(trim(mark.set_deg, 1))
  typed.came = degrees('')
}
const keep = (bends_tried: S['BendTried'][]) =>
  attempt(() => saveBrief({ ...copy(job.value!.job.spec), bends_tried }, job.value!.job.version))
async function told() {
  const made = triedOf(props.geometry, of.value!, { ...typed.set }, { ...typed.came })
  if (await keep([...every(), made])) of.value = null
}
const forget = (at: number) => keep(every().filter((_, k) => k !== at))
const signed = (mm: number) => `${Math.abs(mm) < 0.05 ? '' : mm < 0 ? '−' : '+'}${length(Math.abs(mm))}`
</script>
<template>
  <section v-if="marks.length" :aria-label="$t('parts.bends_in_order')" class="gap">
    <svg v-if="bar" viewBox="-4 -4 408 40" role="img" :aria-label="$t('parts.where_it_is_bent')">
      <rect width="400" height="18" class="bar" />
      <g v-for="m in marks" :key="m.number">
        <rect
          :x="(m.from / geometry.width_mm) * 400"
          :width="((m.to - m.from) / geometry.width_mm) * 400"
          height="18"
          class="zone"
        />
        <text :x="(m.middle / geometry.width_mm) * 400" y="31" text-anchor="middle">{{ m.number }}</text>
      </g>
    </svg>
    <div class="wide">
      <table class="list">
        <thead>
          <tr>
            <th scope="col">{{ $t('parts.bend') }}</th>
            <th scope="col" class="num">{{ $t('parts.begins_and_ends') }}</th>
            <th scope="col" class="num">{{ $t('parts.its_middle') }}</th>
            <th scope="col" class="num">{{ $t('parts.about_the_middle') }}</th>
            <th scope="col" class="num">{{ $t('parts.set_to') }}</th>
            <th v-if="bar && mayWrite"></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="m in marks" :key="m.number">
            <td>
              <b>{{ m.number }}</b> {{ m.words }}
            </td>
            <td class="num">{{ length(m.from) }} – {{ length(m.to) }}</td>
            <td class="num">{{ length(m.middle) }}</td>
            <td class="num">{{ signed(m.away) }}</td>
            <td class="num">
              <b>{{ m.set ?? $t('parts.not_said') }}</b>
            </td>
            <td v-if="bar && mayWrite" class="told">
              <el-button text :aria-label="$t('parts.came_out_x', [m.number])" @click="begin(m)">{{
                $t('parts.came_out')
              }}</el-button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="soft">{{ $t('parts.set_by_x', [by]) }}</p>
    <form v-if="of" class="row" :aria-label="$t('parts.bend_x_came_out', [of.number])" @submit.prevent="told">
      <QuantityField v-model="typed.set" at="bends_tried.set" :label="$t('parts.it_was_set_to')" kind="angle" />
      <QuantityField v-model="typed.came" at="bends_tried.came" :label="$t('parts.it_came_out_at')" kind="angle" />
      <el-button type="primary" native-type="submit" :disabled="!typed.set.text || !typed.came.text">{{
        $t('parts.keep_it')
      }}</el-button>
      <el-button text @click="of = null">{{ $t('parts.leave_it') }}</el-button>
    </form>
    <ul v-if="bar && own.length" :aria-label="$t('parts.own_bends')">
      <li v-for="t in own" :key="t.at" class="row spread">
        <span class="soft">{{ $t('parts.set_x_came_x', [t.set.text, t.came.text, length(t.radius.value ?? 0)]) }}</span>
        <el-button
          v-if="mayWrite"
          text
          :aria-label="$t('parts.forget_x', [t.set.text, t.came.text])"
          @click="forget(t.at)"
          >{{ $t('parts.forget') }}</el-button
        >
      </li>
    </ul>
  </section>
</template>
<style scoped>
svg {
  width: 100%;
}
.bar {
  fill: none;
  stroke: var(--ink);
}
.zone {
  fill: var(--mark-pale);
  stroke: var(--mark);
}
text {
  font-size: 11px;
  fill: var(--mark);
}
.wide {
  overflow-x: auto;
}
.told,
.num {
  white-space: nowrap;
}
.told {
  padding: 0;
  text-align: right;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
form {
  align-items: end;
}
</style>
