<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { call, type S } from '../api/client'
import { checksOf } from '../shared/checks'
import { attempt, job, reading, say, why } from '../shared/job'
import Reserve from '../shared/Reserve.vue'
import { length, lengthUnit, value } from '../shared/units'

const member = computed(() => job.value?.members.find((m) => m.id === why.value?.member))
const structure = computed(() => job.value?.structures.find((x) => x.id === why.value?.structure))
const plate = computed(() => job.value?.plates.find((x) => x.id === why.value?.plate))
const joint = computed(() => job.value?.joints.find((x) => x.id === why.value?.joint))
const mark = computed(() => (joint.value ?? plate.value ?? structure.value ?? member.value)?.spec.mark)
const all = computed(() => checksOf((joint.value ?? plate.value ?? structure.value ?? member.value)?.verdict))
/** "position|check" is the worst check of a position or stage. */
const check = computed(() => {
  const [where, id] = (why.value?.check ?? '').split('|')
  return id
    ? structure.value?.verdict?.situations?.find((x) => x.name === where)?.worst
    : all.value.find((c) => c.id === where)
})
const comments = computed(() =>
  job.value!.comments.filter((c) => c.spec.check_id === why.value?.check && c.spec.about === mark.value),
)
const remark = ref('')
const send = () =>
  attempt(async () => {
    await say({ text: remark.value, about: mark.value ?? '', check_id: why.value!.check })
    remark.value = ''
  })
const outside = computed(
  () =>
    (joint.value?.verdict ?? plate.value?.verdict ?? structure.value?.verdict ?? member.value?.verdict)?.outside ?? [],
)
const reserve = computed(() => {
  const c = check.value
  return !c || c.not_checked || !c.capacity || c.demand == null ? null : c.capacity / Math.max(Math.abs(c.demand), 1e-9)
})
const moves = ref<S['Sensitivity'] | null>(null)
function look() {
  moves.value = null
  const m = member.value
  if (m?.verdict && !reading.value)
    void attempt(async () => {
      moves.value = await call('GET', `/jobs/${job.value!.job.id}/members/${m.id}/sensitivity`)
    })
}
watch(() => [member.value?.id, member.value?.version, job.value?.last_edit?.id], look, { immediate: true })
const factor = computed(() => {
  const s = moves.value
  if (!s || !check.value) return null
  const strong = check.value.kind === 'strength'
  return {
    load: strong ? s.strength_load_factor : s.stiffness_load_factor,
    span: strong ? s.strength_span_factor : s.stiffness_span_factor,
  }
})
</script>
<template>
  <aside :aria-label="$t('frame.why')">
    <div class="row spread">
      <span class="blue">{{
        $t('frame.why_x', [mark, check?.kind === 'strength' ? $t('frame.breaks_2') : $t('frame.moves_2')])
      }}</span>
      <el-button text @click="why = null">{{ $t('frame.close') }}</el-button>
    </div>
    <template v-if="check">
      <p class="big"><Reserve :value="reserve" /></p>
      <p>
        <b>{{ check.title }}</b>. {{ check.combination
        }}<template v-if="check.at_mm != null">{{ $t('frame.at_x', [length(check.at_mm), lengthUnit()]) }}</template
        >.
      </p>
      <p v-if="check.not_checked" class="notice">{{ $t('frame.not_checked_x', [check.not_checked]) }}</p>
      <p class="formula">{{ check.formula }}</p>
      <table class="list">
        <tbody>
          <tr v-for="v in check.inputs" :key="v.symbol">
            <td>{{ v.symbol }}</td>
            <td class="soft">{{ v.name }}</td>
            <td class="num">{{ value(v.value, v.unit) }}</td>
          </tr>
          <tr v-if="check.capacity">
            <td></td>
            <td class="soft">{{ $t('frame.may_be') }}</td>
            <td class="num">
              <b>{{ value(check.capacity, check.unit ?? '') }}</b>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="factor?.load || factor?.span">
        <b>{{ $t('frame.it_reaches_1_00') }}</b>
        <template v-if="factor.load"> {{ $t('frame.at_live_loads_x', [factor.load.toFixed(2)]) }}</template>
        <template v-if="factor.span">
          {{
            $t('frame.or_all_lengths_x', [
              factor.span.toFixed(3),
              length((member?.verdict?.shear.x_mm.at(-1) ?? 0) * factor.span),
              lengthUnit(),
            ])
          }}</template>.
      </p>
      <p class="soft">{{ check.method }}; {{ check.clause }}.</p>
      <p class="soft">{{ $t('frame.source_x', [check.source]) }}</p>
      <p v-for="a in check.assumptions" :key="a" class="soft">{{ $t('frame.assumed_x', [a]) }}</p>
      <p class="soft">{{ $t('frame.outside_this_check_x', [outside.join('; ')]) }}</p>
      <p v-for="c in comments" :key="c.id" class="said">
        <b>{{ c.author }}</b>: {{ c.spec.text
        }}<template v-if="c.spec.answer"><br />{{ $t('frame.answered_x', [c.spec.answer]) }}</template>
      </p>
      <form v-if="!reading || reading.say" class="row" @submit.prevent="send">
        <el-input
          :aria-label="$t('frame.comment_on_this_number')"
          :placeholder="$t('frame.comment_on_this_number_2')"
          v-model="remark"
        /><el-button native-type="submit" :disabled="!remark">
          {{ $t('frame.say_it') }}
        </el-button>
      </form>
    </template>
  </aside>
</template>
<style scoped>
aside {
  border-left: var(--line) solid var(--ink);
  background: var(--sheet);
  overflow-y: auto;
  padding: 16px;
}
@media (max-width: 900px) {
  aside {
    position: fixed;
    right: 0;
    top: 0;
    bottom: 0;
    width: min(340px, 92vw);
    z-index: 20;
  }
}
.blue {
  color: var(--mark);
  font-weight: 600;
}
.big {
  font-size: 22px;
  margin: 8px 0;
}
p {
  margin: 8px 0;
}
.said {
  border-left: 3px solid var(--tight);
  padding-left: 8px;
}
.formula {
  background: var(--ground);
  border-left: 3px solid var(--mark);
  padding: 8px 10px;
}
</style>
