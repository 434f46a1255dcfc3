<script setup lang="ts">
import { defineAsyncComponent, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { call, type S } from '../../api/client'
import { useAsync } from '../../composables/useAsync'
import { letGo, typedAnywhere } from '../../composables/useDraft'
import { attempt, mayWrite, me, message } from '../../shared/job'
import Reserve from '../../shared/Reserve.vue'
import { mass, unit } from '../../shared/units'
import { languages, t } from '../../messages'
import AsyncState from '../../ui/AsyncState.vue'
import DataList from '../../ui/DataList.vue'
import { weakness, type Column } from '../../ui/lists'
import FirstUse from './FirstUse.vue'
import TextField from '../../ui/TextField.vue'

const router = useRouter()
const jobs = ref<S['JobLine'][]>([])
const name = ref('')
const file = ref<HTMLInputElement | null>(null)
const withStock = ref(false)
const bringing = ref(false)
async function read() {
  jobs.value = await call('GET', '/jobs')
}
/** What has to be worked out anew comes in one by one, while the list stands. */
async function fill() {
  for (const { id } of jobs.value.filter((j) => !j.headline)) {
    const line = await call<S['JobLine']>('GET', `/jobs/${id}/line`)
    jobs.value = jobs.value.map((j) => (j.id === id ? line : j))
  }
}
const { isThere, failed, again } = useAsync(read)
async function load() {
  await again()
  await attempt(fill)
}
onMounted(load)
/** An example has come: the panel that brings them stays until they are all there. */
function more() {
  bringing.value = true
  void load()
}
const away = ref<S['AwayLine'][]>([])
onMounted(() =>
  attempt(async () => {
    away.value = await call('GET', '/jobs/away')
  }),
)
/** The job that is about to be copied, with the copy's name, or put away. */
const copying = ref<{ id: number; name: string } | null>(null)
const leaving = ref<number | null>(null)
const copyIt = () =>
  attempt(async () => {
    const made = await call<S['JobView']>('POST', `/jobs/${copying.value!.id}/copy`, { name: copying.value!.name })
    await router.push(`/jobs/${made.job.id}/brief`)
  })
const putAway = (id: number) =>
  attempt(async () => {
    await call('DELETE', `/jobs/${id}`)
    leaving.value = null
    jobs.value = jobs.value.filter((j) => j.id !== id)
    away.value = await call('GET', '/jobs/away')
  })
const takeUp = (id: number) =>
  attempt(async () => {
    const made = await call<S['JobView']>('POST', `/jobs/${id}/back`)
    await router.push(`/jobs/${made.job.id}/brief`)
  })
const make = () =>
  attempt(async () => {
    const made = await call<S['JobView']>('POST', '/jobs', { name: name.value, unit: unit.value })
    await router.push(`/jobs/${made.job.id}/brief`)
  })
const bring = () =>
  attempt(async () => {
    const chosen = file.value?.files?.[0]
    if (!chosen) return
    const made = await call<S['JobView']>('POST', '/jobs/import', { text: await chosen.text(), stock: withStock.value })
    await router.push(`/jobs/${made.job.id}/brief`)
  })
/** What is typed goes with whoever typed it: they are asked once. */
let sure = false
async function out() {
  if (typedAnywhere() && !sure) {
    sure = true
    message.value = t('jobs.something_is_typed_in_a')
    return
  }
  await attempt(async () => {
    await call('POST', '/logout')
    letGo()
    me.value = null
  })
}
const columns: Column<S['JobLine']>[] = [
  { id: 'job', head: t('jobs.job'), by: (j) => j.name },
  { id: 'for', head: t('jobs.for'), by: (j) => j.for_whom },
  { id: 'breaks', head: t('jobs.breaks'), by: (j) => weakness(j.headline?.breaks) },
  { id: 'moves', head: t('jobs.moves'), by: (j) => weakness(j.headline?.moves) },
  { id: 'mass', head: t('jobs.mass'), num: true, by: (j) => j.headline?.mass_kg },
  { id: 'pieces', head: t('jobs.pieces'), num: true, by: (j) => j.headline?.pieces },
  { id: 'bars', head: t('jobs.bars'), num: true, by: (j) => j.headline?.bars },
  { id: 'before', head: t('jobs.before_work'), by: (j) => j.stops },
  { id: 'acts', head: '', acts: true },
]
const Language = defineAsyncComponent(() => import('../../frame/Language.vue'))
</script>
<template>
  <main class="page">
    <div class="row spread">
      <h1>{{ $t('jobs.jobs_of_x', [me?.shop]) }}</h1>
      <span
        >{{ me?.username }}, {{ me?.role }}
        <Language v-if="languages.length > 1" />
        <router-link class="button quiet" to="/people">{{
          me?.role === 'owner' ? $t('jobs.people') : $t('jobs.password')
        }}</router-link>
        <el-button text @click="out">{{ $t('jobs.log_out') }}</el-button></span
      >
    </div>
    <p v-if="message" class="notice bad" role="alert">{{ message }}</p>
    <div class="halves">
      <form v-if="mayWrite" class="panel" @submit.prevent="make">
        <h2>{{ $t('jobs.start_a_job') }}</h2>
        <TextField id="job-name" v-model="name" :label="$t('jobs.name_of_the_job')" />
        <div class="row spread">
          <el-radio-group v-model="unit" :aria-label="$t('jobs.units_of_the_job')">
            <el-radio value="mm">{{ $t('jobs.millimetres') }}</el-radio>
            <el-radio value="in">{{ $t('jobs.feet_and_inches') }}</el-radio>
          </el-radio-group>
          <el-button type="primary" native-type="submit">{{ $t('jobs.start') }}</el-button>
        </div>
      </form>
      <div class="panel">
        <h2>{{ $t('jobs.or_bring_a_job_file') }}</h2>
        <p class="soft">
          {{ $t('jobs.a_job_as_saved_by') }}
        </p>
        <el-checkbox v-model="withStock">{{ $t('jobs.take_its_stock_lines_into') }}</el-checkbox>
        <input ref="file" type="file" accept=".json" :aria-label="$t('jobs.job_file')" @change="bring" />
      </div>
    </div>
    <FirstUse v-if="mayWrite && isThere && (!jobs.length || bringing)" @brought="more" />
    <AsyncState v-if="!isThere" class="gap" :failed="failed" @again="load" />
    <DataList v-else class="gap" :label="$t('jobs.jobs')" place="jobs" :rows="jobs" :columns="columns">
      <template #job="{ row: j }"
        ><router-link :to="`/jobs/${j.id}/brief`"
          ><b>{{ j.name }}</b></router-link
        >
        {{ ' ' }}<span class="soft">{{ j.revision }}</span></template
      >
      <template #for="{ row: j }"
        ><span class="soft">{{ j.for_whom }}</span></template
      >
      <template #breaks="{ row: j }"
        ><Reserve v-if="j.headline" :value="j.headline.breaks" /><span v-else class="soft">{{
          $t('jobs.being_worked_out')
        }}</span></template
      >
      <template #moves="{ row: j }"><Reserve v-if="j.headline" :value="j.headline.moves" /></template>
      <template #mass="{ row: j }">{{ j.headline ? mass(j.headline.mass_kg) : '' }}</template>
      <template #before="{ row: j }"
        ><span v-if="j.stops" class="bad">{{ $t('jobs.to_decide_x', [j.stops]) }}</span></template
      >
      <template #acts="{ row: j }">
        <form v-if="copying?.id === j.id" class="row" @submit.prevent="copyIt">
          <el-input :aria-label="$t('jobs.name_of_the_copy_of_x', [j.name])" v-model="copying.name" />
          <el-button type="primary" native-type="submit">{{ $t('jobs.copy_it') }}</el-button><el-button
            @click="copying = null"
            >{{ $t('jobs.leave_it') }}</el-button
          >
        </form>
        <template v-else-if="leaving === j.id"
          >{{ $t('jobs.put_away_x', [j.name]) }}
          <el-button type="primary" @click="putAway(j.id)">{{ $t('jobs.put_it_away') }}</el-button><el-button
            @click="leaving = null"
            >{{ $t('jobs.leave_it') }}</el-button
          ></template
        >
        <template v-else>
          <el-button
            text
            v-if="mayWrite"
            :aria-label="$t('jobs.copy_x', [j.name])"
            @click="copying = { id: j.id, name: `${j.name}, copy` }"
          >
            {{ $t('jobs.copy') }}</el-button><el-button
            text
            v-if="me?.role === 'owner'"
            :aria-label="$t('jobs.put_away_x_2', [j.name])"
            @click="leaving = j.id"
          >
            {{ $t('jobs.put_away') }}
          </el-button>
        </template>
      </template>
      <template #none>{{ $t('jobs.no_job_yet_start_one') }}</template>
    </DataList>
    <details v-if="away.length" class="gap">
      <summary>{{ $t('jobs.put_away_x_3', [away.length]) }}</summary>
      <table class="list">
        <tbody>
          <tr v-for="j in away" :key="j.id">
            <td>
              <b>{{ j.name }}</b> <span class="soft">{{ j.revision }}</span>
            </td>
            <td class="num">
              <el-button text v-if="me?.role === 'owner'" @click="takeUp(j.id)">{{
                $t('jobs.take_it_up_again')
              }}</el-button>
            </td>
          </tr>
        </tbody>
      </table>
    </details>
  </main>
</template>
<style scoped>
td .row {
  justify-content: flex-end;
}
</style>
