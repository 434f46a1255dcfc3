<script setup lang="ts">
/** Two changed one thing: field by field, mine or theirs, and then it is saved. */
import { computed, reactive } from 'vue'
import { attempt, conflict, job, open, type Clash } from '../shared/job'

const props = defineProps<{ clash: Clash }>()
const LONGEST = 90
function words(value: unknown): string {
  if (value === null || value === undefined || value === '') return 'nothing'
  if (typeof value === 'object' && 'text' in value) return String(value.text) || 'nothing'
  const text = typeof value === 'object' ? JSON.stringify(value) : String(value)
  return text.length > LONGEST ? `${text.slice(0, LONGEST)} …` : text
}
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
/** None: something was asked of the row that is no save of it, and there is nothing to choose. */
const mine = computed(() => props.clash.mine)
const fields = computed(() =>
  (mine.value ? props.clash.fields : []).filter((f) => !same(mine.value?.[f], props.clash.current.spec[f])),
)
const theirs = reactive<Record<string, boolean>>(Object.fromEntries(fields.value.map((f) => [f, false])))
const keep = () => {
  const taken = fields.value.filter((f) => theirs[f]).map((f) => [f, props.clash.current.spec[f]])
  return props.clash.keep({ ...mine.value, ...Object.fromEntries(taken) })
}
const leave = () =>
  attempt(async () => {
    await open(job.value!.job.id)
    conflict.value = null
  })
</script>
<template>
  <form class="notice" role="alert" @submit.prevent="keep">
    <p>{{ clash.sentence }}</p>
    <fieldset v-for="f in fields" :key="f">
      <legend>{{ f.replaceAll('_', ' ') }}</legend>
      <el-radio-group v-model="theirs[f]" :aria-label="f.replaceAll('_', ' ')">
        <el-radio :value="false">{{ $t('frame.mine_x', [words(mine?.[f])]) }}</el-radio>
        <el-radio :value="true">{{ $t('frame.theirs_x', [words(clash.current.spec[f])]) }}</el-radio>
      </el-radio-group>
    </fieldset>
    <div class="row">
      <el-button type="primary" native-type="submit" v-if="mine">{{ $t('frame.save_it_so') }}</el-button><el-button
        @click="leave"
        >{{ mine ? $t('frame.leave_mine_show_theirs') : $t('frame.show_theirs') }}</el-button
      >
    </div>
  </form>
</template>
<style scoped>
form {
  margin-bottom: 14px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 6px 0;
  display: grid;
  gap: 2px;
}
legend {
  font-weight: 600;
}
</style>
