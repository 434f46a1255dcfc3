<script setup lang="ts">
/** A load test as it is entered: what is tested, where weights hang and gauges stand, what was read. */
import { computed } from 'vue'
import type { useDraft } from '../../composables/useDraft'
import { t } from '../../messages'
import { drafted, usePreview } from '../../shared/preview'
import { stateWords } from '../../shared/proven'
import { small } from '../../shared/units'
import ChoiceField from '../../ui/ChoiceField.vue'
import EditForm from '../../ui/EditForm.vue'
import NumberField from '../../ui/NumberField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import TextField from '../../ui/TextField.vue'
import GaugeFields from './GaugeFields.vue'
import LoadCurve from './LoadCurve.vue'
import {
  barsOf,
  loadsOf,
  step,
  structureOf,
  test,
  tested,
  testedOf,
  withGauge,
  withoutGauge,
  type Spec,
} from './loadTest'
import StepFields from './StepFields.vue'

const props = defineProps<{ form: ReturnType<typeof useDraft<Spec>>; reads: boolean }>()
const draft = computed(() => props.form.draft.value as Spec)
const editing = props.form.row
const preview = usePreview(() => ({ kind: 'load_tests', id: editing.value?.id, spec: draft.value }))
const alive = computed(() => drafted(preview.found, 'load_tests', editing.value?.id))
/** What is expected at the step that is being read. */
const due = computed(() => alive.value?.result.steps?.at(-1))
const what = computed({ get: () => testedOf(draft.value), set: (now) => test(draft.value, now) })
const positions = computed(() =>
  (structureOf(draft.value)?.spec.situations ?? []).filter((s) => s.kind === 'position').map((s) => s.name),
)
const STAND = { place: t('prove.at_one_place'), load: t('prove.as_a_load'), spread: t('prove.spread') }
const BEFORE = {
  weights: t('prove.weights'),
  barrier: t('prove.barrier'),
  nobody: t('prove.nobody'),
  lines: t('prove.lines'),
  stops: t('prove.stops'),
}
const addStep = () => draft.value.steps!.push(step(draft.value, alive.value?.result.todo ?? []))
</script>
<template>
  <EditForm :form="form" :save="$t('prove.save')">
    <div class="both">
      <div>
        <template v-if="!reads">
          <div class="fields">
            <TextField id="lt-mark" v-model="draft.mark" :label="$t('prove.mark')" at="mark" />
            <TextField id="lt-name" v-model="draft.name" :label="$t('prove.name')" at="name" />
            <ChoiceField id="lt-what" v-model="what" :label="$t('prove.what')" at="member_id" :options="tested()" />
            <ChoiceField
              v-if="positions.length"
              id="lt-position"
              v-model="draft.position"
              :label="$t('prove.position')"
              at="position"
              :options="positions"
            />
            <ChoiceField
              id="lt-stand"
              v-model="draft.weights!.stand"
              :label="$t('prove.weights_stand')"
              at="weights.stand"
              :options="STAND"
            />
            <ChoiceField
              v-if="draft.weights!.stand === 'load'"
              id="lt-load"
              v-model="draft.weights!.load_id"
              :label="$t('prove.load')"
              at="weights.load_id"
              :options="loadsOf(draft)"
            />
            <ChoiceField
              v-if="draft.weights!.stand !== 'load' && draft.structure_id"
              id="lt-bar"
              v-model="draft.weights!.bar"
              :label="$t('prove.bar')"
              at="weights.bar"
              :options="barsOf(draft)"
            />
            <QuantityField
              v-if="draft.weights!.stand === 'place'"
              v-model="draft.weights!.at"
              :label="$t('prove.at')"
              :hint="$t('prove.from_its_start')"
              at="weights.at"
            />
            <QuantityField v-model="draft.proof" kind="force" :label="$t('prove.proof')" at="proof" />
            <NumberField
              id="lt-hold"
              v-model="draft.hold_minutes"
              :label="$t('prove.hold_minutes')"
              at="hold_minutes"
            />
          </div>
          <h3>{{ $t('prove.gauges') }}</h3>
          <GaugeFields
            v-for="(_, k) in draft.gauges"
            :key="k"
            v-model="draft.gauges![k]"
            :number="k"
            :spec="draft"
            @away="withoutGauge(draft, k)"
          />
          <el-button @click="withGauge(draft)">{{ $t('prove.add_a_gauge') }}</el-button>
          <div class="fields gap">
            <TextField id="lt-instrument" v-model="draft.instrument" :label="$t('prove.instrument')" at="instrument" />
            <QuantityField v-model="draft.resolution" :label="$t('prove.resolution')" at="resolution" />
            <TextField id="lt-by" v-model="draft.by" :label="$t('prove.by')" at="by" />
            <TextField id="lt-on" v-model="draft.on" :label="$t('prove.day')" at="on" />
          </div>
          <fieldset data-at="before" tabindex="-1">
            <legend>{{ $t('prove.before') }}</legend>
            <el-checkbox-group v-model="draft.before">
              <el-checkbox v-for="(words, key) in BEFORE" :key="key" :value="key">{{ words }}</el-checkbox>
            </el-checkbox-group>
            <el-checkbox v-model="draft.zeroed">{{ $t('prove.zeroed') }}</el-checkbox>
          </fieldset>
        </template>
        <h3>{{ $t('prove.steps') }}</h3>
        <template v-for="(_, k) in draft.steps" :key="k">
          <StepFields
            v-if="!reads || k === draft.steps!.length - 1"
            v-model="draft.steps![k]"
            :number="k"
            :spec="draft"
            @away="draft.steps!.splice(k, 1)"
          />
        </template>
        <el-button v-if="!reads" @click="addStep">{{ $t('prove.read_next_step') }}</el-button>
      </div>
      <div class="seen alive" :class="{ stale: preview.stale }">
        <template v-if="alive && alive.result.state !== 'trouble'">
          <p v-if="reads && due" class="due">
            <b v-for="(g, k) in draft.gauges" :key="k">{{
              $t('prove.expect_x', [g.name, small(due.low[k]), small(due.high[k])])
            }}</b>
          </p>
          <p v-else>
            <b>{{ stateWords(alive.result.state) }}</b> {{ alive.result.says }}
          </p>
          <LoadCurve :spec="alive.spec" :result="alive.result" :gauge="0" />
        </template>
        <p v-if="preview.sentence" class="soft">{{ $t('prove.expected_not_yet_x', [preview.sentence]) }}</p>
      </div>
    </div>
  </EditForm>
</template>
<style scoped>
.both {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
  gap: 20px;
}
.seen {
  position: sticky;
  top: 8px;
  align-self: start;
  min-height: 360px;
}
.due b {
  display: block;
  font-size: 1.3em;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 10px 0;
}
.el-checkbox {
  display: flex;
  white-space: normal;
  height: auto;
  min-height: 32px;
}
@media (max-width: 1100px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
  .seen {
    position: static;
    min-height: 0;
  }
  .el-checkbox {
    min-height: 48px;
  }
}
</style>
