<script setup lang="ts">
/** One load test: what comes next, the curve, every step against what was expected, and what it shows. */
import { computed, ref } from 'vue'
import type { S } from '../../api/client'
import { t } from '../../messages'
import { attempt, change, job, mayWrite, save } from '../../shared/job'
import { isBad, stateWords } from '../../shared/proven'
import RowActions from '../../shared/RowActions.vue'
import { shown as shownReserve, word } from '../../shared/reserve'
import { force, small, trim } from '../../shared/units'
import Choice from '../../ui/Choice.vue'
import LoadCurve from './LoadCurve.vue'
import { tested, testedOf } from './loadTest'

const props = defineProps<{ row: S['LoadTestRow'] }>()
const emit = defineEmits<{ change: []; next: [] }>()
const shown = ref(0)
const reason = ref('')
const spec = computed(() => props.row.spec)
const result = computed(() => props.row.result)
const gauges = computed(() => spec.value.gauges.map((g, k) => ({ value: k, label: g.name })))
const what = computed(() => tested().find((x) => x.value === testedOf(spec.value))?.label ?? '')
const next = computed(() => result.value.todo?.[0])
const offered = computed(() => (spec.value.taken ? null : result.value.offers))
const alone = computed(() => spec.value.gauges.length === 1 && (result.value.causes?.length ?? 0) > 1)
/** What it comes to, in a line. */
const figures = computed(() => {
  const { at_proof: left, measured_share: share, mm_per_kN: each } = result.value
  const out = [t('prove.computed_x', [trim((each ?? [])[shown.value] ?? 0, 3)])]
  if (share) out.push(t('prove.measured_x', [trim(share, 2)]))
  if (left?.value) out.push(t('prove.at_proof_x', [word(left.value), shownReserve(left.value)]))
  return out.join(' ')
})
const both = (low: number, high: number) => `${small(low)} … ${small(high)}`
const said = (mm: number | null | undefined) => (mm === null || mm === undefined ? '–' : small(mm))
const taking = () =>
  attempt(async () => {
    const path = `/jobs/${job.value!.job.id}/load-tests/${props.row.id}/take`
    await change('POST', path, { version: props.row.version, reason: reason.value })
    reason.value = ''
  })
const takeBack = () => attempt(() => save('load_tests', props.row, { ...spec.value, taken: null }))
</script>
<template>
  <div class="panel gap">
    <div class="row spread">
      <h2>
        {{ spec.mark }} {{ spec.name }} <span class="soft">{{ what }}, {{ force(spec.proof.value ?? 0) }}</span>
      </h2>
      <div class="row">
        <RowActions kind="load_tests" :row="row" :name="spec.mark" :change="() => emit('change')" />
      </div>
    </div>
    <p class="verdict" :class="{ bad: isBad(result.state), done: result.state === 'carried' }">
      <b>{{ stateWords(result.state) }}</b> {{ result.says }}
    </p>
    <p v-for="words in (result.stops ?? []).slice(result.says === result.stops?.[0] ? 1 : 0)" :key="words" class="flaw">
      {{ words }}
    </p>
    <div v-if="next" class="next">
      <div>
        <b>{{
          next.going === 'on'
            ? $t('prove.next_on_x', [force(next.load_N)])
            : $t('prove.next_off_x', [force(next.load_N)])
        }}</b>
        <span v-for="(g, k) in spec.gauges" :key="k">
          {{ $t('prove.expect_x', [g.name, small(next.low[k]), small(next.high[k])]) }}
        </span>
        <span class="soft">{{ $t('prove.never_people') }}</span>
      </div>
      <el-button v-if="mayWrite" type="primary" size="large" @click="emit('next')">{{
        $t('prove.read_next_step')
      }}</el-button>
    </div>
    <div v-if="result.state !== 'trouble'" class="sheet">
      <div>
        <div v-if="gauges.length > 1" class="row">
          <Choice v-model="shown" :options="gauges" :aria-label="$t('prove.gauge_shown')" />
        </div>
        <LoadCurve :spec="spec" :result="result" :gauge="shown" />
      </div>
      <div>
        <table v-if="result.steps?.length" class="list" :aria-label="$t('prove.steps')">
          <thead>
            <tr>
              <th scope="col">{{ $t('prove.weight') }}</th>
              <th scope="col" class="num">{{ $t('prove.expected') }}</th>
              <th scope="col" class="num">{{ $t('prove.read') }}</th>
              <th scope="col" class="num">{{ $t('prove.grew') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(s, k) in result.steps" :key="k">
              <td>
                {{ force(s.load_N) }} <span v-if="s.going === 'off'" class="soft">{{ $t('prove.off') }}</span>
              </td>
              <td class="num soft">{{ s.going === 'on' ? both(s.low[shown], s.high[shown]) : '' }}</td>
              <td class="num">
                {{ said(s.moved[shown]) }} <span v-if="s.outside[shown]" class="bad">{{ $t('prove.outside') }}</span>
              </td>
              <td class="num">{{ said(s.grew[shown]) }}</td>
            </tr>
          </tbody>
        </table>
        <p class="soft">{{ figures }}</p>
        <template v-if="result.missing?.length">
          <h3>{{ $t('prove.missing') }}</h3>
          <ul>
            <li v-for="words in result.missing" :key="words">{{ words }}</li>
          </ul>
        </template>
        <template v-if="result.causes?.length">
          <h3>{{ $t('prove.likely_causes') }}</h3>
          <ol class="causes">
            <li v-for="c in result.causes" :key="c.kind">
              <div class="share" aria-hidden="true"><span :style="{ width: `${c.share * 100}%` }"></span></div>
              <b>{{ c.size }}</b> {{ c.words }}
              <span class="soft">{{ $t('prove.share_x', [(c.share * 100).toFixed(0)]) }}: {{ c.do }}</span>
            </li>
          </ol>
          <p v-if="alone" class="soft">{{ $t('prove.one_gauge') }}</p>
        </template>
        <template v-if="spec.taken">
          <p :class="{ flaw: result.taken_holds === false || result.taken_as_read === false }">
            {{
              $t('prove.taken_x', [
                (spec.taken.stiffness * 100).toFixed(0),
                small(spec.taken.play_mm),
                spec.taken.reason,
                spec.taken.by,
              ])
            }}
            <b v-if="result.taken_holds === false">{{ $t('prove.taken_void') }}</b>
            <b v-else-if="result.taken_as_read === false">{{ $t('prove.taken_otherwise') }}</b>
          </p>
          <el-button v-if="mayWrite" @click="takeBack">{{ $t('prove.take_back') }}</el-button>
        </template>
        <form v-else-if="offered && mayWrite" class="offer" @submit.prevent="taking">
          <p>
            {{
              offered.play_mm
                ? $t('prove.offers_x', [(offered.stiffness * 100).toFixed(0), small(offered.play_mm)])
                : $t('prove.offers_stiff_x', [(offered.stiffness * 100).toFixed(0)])
            }}
          </p>
          <label for="lt-reason">{{ $t('prove.reason') }}</label>
          <el-input id="lt-reason" v-model="reason" maxlength="400" />
          <el-button native-type="submit" :disabled="!reason.trim()">{{ $t('prove.take_it') }}</el-button>
        </form>
      </div>
    </div>
  </div>
</template>
<style scoped>
.sheet {
  display: grid;
  grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr);
  gap: 20px;
}
.verdict {
  font-size: 1.15em;
  margin: 6px 0;
}
.verdict b {
  text-transform: uppercase;
  letter-spacing: 0.03em;
  margin-right: 6px;
}
.verdict.bad b,
.bad {
  color: var(--gives);
}
.verdict.done b {
  color: var(--mark);
}
.flaw {
  border-left: 3px solid var(--gives);
  padding-left: 10px;
  margin: 4px 0;
}
.next {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 16px;
  border-block: var(--line) solid var(--ink);
  padding: 10px 0;
  margin-bottom: 12px;
}
.next b {
  font-size: 1.3em;
}
.next span {
  display: block;
}
.causes {
  list-style: none;
  margin: 0;
  padding: 0;
}
.causes li {
  border-top: 1px solid var(--rule);
  padding: 6px 0;
}
.share {
  height: 4px;
  background: var(--rule);
  margin-bottom: 4px;
}
.share span {
  display: block;
  height: 100%;
  background: var(--mark);
}
.offer {
  border-top: var(--line) solid var(--ink);
  margin-top: 10px;
  display: grid;
  gap: 6px;
  justify-items: start;
}
ul {
  margin: 0;
  padding-left: 18px;
}
@media (max-width: 1100px) {
  .sheet {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
