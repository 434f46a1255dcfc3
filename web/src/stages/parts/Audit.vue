<script setup lang="ts">
/** What would go wrong if the parts were cut as they are: mended, or decided with a reason that stays. */
import { computed, ref } from 'vue'
import type { S } from '../../api/client'
import { attempt, copy, job, mayWrite, saveBrief } from '../../shared/job'
import { toDecide } from '../../shared/audit'
import { TOGETHER } from '../../shared/places'

/** To the field of a part that states it. */
const emit = defineEmits<{ lead: [part: number, asked: string] }>()
type Found = S['AuditFinding']
const found = computed(() => job.value!.figures.audit)
const open = computed(() => toDecide(job.value!))
/** Of which one a reason is being typed, and the reason. */
const at = ref('')
const reason = ref('')
const reasons = () => copy(job.value!.job.spec.going_on ?? [])
const keep = (going_on: { finding: string; reason: string }[]) =>
  attempt(() => saveBrief({ ...copy(job.value!.job.spec), going_on }, job.value!.job.version))
async function goOn(f: Found) {
  const others = reasons().filter((r) => r.finding !== f.key)
  if (await keep([...others, { finding: f.key, reason: reason.value }])) at.value = ''
}
const takeBack = (f: Found) => keep(reasons().filter((r) => r.finding !== f.key))
/** Where something stands that is no part and no fit: an assembly, a structure or a joint of the sizing. */
function placeOf(f: Found) {
  const { job: own, structures, joints } = job.value!
  const assembly = /^assemblies\.(\d+)/.exec(f.asked)?.[1]
  if (assembly) return { path: `/jobs/${own.id}/parts/${TOGETHER}`, query: { pick: `assembly ${assembly}` } }
  if (f.part || f.asked) return null
  const to = (kind: string, rows: { id: number; spec: { mark: string } }[]) =>
    rows
      .filter((r) => r.spec.mark === f.mark)
      .map((r) => ({ path: `/jobs/${own.id}/size`, query: { pick: `${kind} ${r.id}` } }))
  return [...to('structure', structures), ...to('joint', joints)][0] ?? null
}
function begin(f: Found) {
  at.value = f.key
  reason.value = ''
}
</script>
<template>
  <section v-if="found.length" class="gap audit" :aria-label="$t('parts.before_it_is_cut')">
    <h2>
      {{ $t('parts.before_it_is_cut') }}
      <span class="soft">{{ open ? $t('common.x_to_decide', [open]) : $t('parts.nothing_to_decide') }}</span>
    </h2>
    <ul>
      <li v-for="f in found" :key="f.key" :class="{ stop: f.open }">
        <div class="row spread">
          <router-link v-if="placeOf(f)" :to="placeOf(f)!" class="link"
            ><b>{{ f.mark }}</b> {{ f.words }}</router-link
          >
          <button v-else type="button" class="link" @click="emit('lead', f.part, f.asked)">
            <b>{{ f.mark }}</b> {{ f.words }}
          </button>
          <template v-if="mayWrite && f.level === 'stop'">
            <el-button v-if="f.reason" text :aria-label="$t('parts.take_back_x', [f.mark])" @click="takeBack(f)">{{
              $t('parts.take_back')
            }}</el-button>
            <el-button
              v-else-if="at !== f.key"
              text
              :aria-label="$t('parts.go_on_with_x', [f.mark])"
              @click="begin(f)"
              >{{ $t('parts.go_on') }}</el-button
            >
          </template>
        </div>
        <p class="soft">{{ f.reason ? $t('parts.cut_anyway_x', [f.reason]) : $t('parts.mend_x', [f.mend]) }}</p>
        <form v-if="at === f.key" class="row" @submit.prevent="goOn(f)">
          <el-input v-model="reason" :aria-label="$t('parts.why_it_is_cut')" :placeholder="$t('parts.why_it_is_cut')" />
          <el-button type="primary" native-type="submit" :disabled="reason.trim().length < 3">{{
            $t('parts.keep_the_reason')
          }}</el-button>
          <el-button text @click="at = ''">{{ $t('parts.leave_it') }}</el-button>
        </form>
      </li>
    </ul>
  </section>
</template>
<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  border-top: 1px solid var(--rule);
  padding: 8px 0 8px 10px;
  border-left: 3px solid transparent;
}
li.stop {
  border-left-color: var(--gives);
}
p {
  margin: 2px 0 4px;
}
.link {
  border: 0;
  background: none;
  padding: 4px 0;
  font: inherit;
  color: inherit;
  text-align: left;
  text-decoration: none;
  cursor: pointer;
}
.link:hover {
  text-decoration: underline;
}
form .el-input {
  flex: 1;
}
</style>
