<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { call, type S } from '../../api/client'
import { letGo, typedAnywhere } from '../../composables/useDraft'
import { attempt, mayWrite, me, message } from '../../shared/job'
import Reserve from '../../shared/Reserve.vue'
import { mass, unit } from '../../shared/units'
import DataList from '../../ui/DataList.vue'
import { weakness, type Column } from '../../ui/lists'
import FirstUse from './FirstUse.vue'
import TextField from '../../ui/TextField.vue'

const router = useRouter()
const jobs = ref<S['JobLine'][]>([])
const name = ref('')
const file = ref<HTMLInputElement | null>(null)
const withStock = ref(false)
const isRead = ref(false)
const bringing = ref(false)
async function read() {
  jobs.value = await call('GET', '/jobs')
  isRead.value = true
  // what has to be worked out anew comes in one by one, while the list stands
  for (const [k, j] of jobs.value.entries()) if (!j.headline) jobs.value[k] = await call('GET', `/jobs/${j.id}/line`)
}
onMounted(() => attempt(read))
/** An example has come: the panel that brings them stays until they are all there. */
function more() {
  bringing.value = true
  void attempt(async () => {
    jobs.value = await call('GET', '/jobs')
  })
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
    message.value = 'Something is typed in a job and not saved. Log out once more to leave it.'
    return
  }
  await attempt(async () => {
    await call('POST', '/logout')
    letGo()
    me.value = null
  })
}
const columns: Column<S['JobLine']>[] = [
  { id: 'job', head: 'Job', by: (j) => j.name },
  { id: 'for', head: 'For', by: (j) => j.for_whom },
  { id: 'breaks', head: 'Breaks', by: (j) => weakness(j.headline?.breaks) },
  { id: 'moves', head: 'Moves', by: (j) => weakness(j.headline?.moves) },
  { id: 'mass', head: 'Mass', num: true, by: (j) => j.headline?.mass_kg },
  { id: 'pieces', head: 'Pieces', num: true, by: (j) => j.headline?.pieces },
  { id: 'bars', head: 'Bars', num: true, by: (j) => j.headline?.bars },
  { id: 'before', head: 'Before work', by: (j) => j.stops },
  { id: 'acts', head: '', acts: true },
]
</script>
<template>
  <main class="page">
    <div class="row spread">
      <h1>Jobs of {{ me?.shop }}</h1>
      <span
        >{{ me?.username }}, {{ me?.role }}
        <router-link class="button quiet" to="/people">{{ me?.role === 'owner' ? 'People' : 'Password' }}</router-link>
        <el-button text @click="out">Log out</el-button></span
      >
    </div>
    <p v-if="message" class="notice bad" role="alert">{{ message }}</p>
    <div class="halves">
      <form v-if="mayWrite" class="panel" @submit.prevent="make">
        <h2>Start a job</h2>
        <TextField id="job-name" v-model="name" label="Name of the job" />
        <div class="row spread">
          <el-radio-group v-model="unit" aria-label="Units of the job">
            <el-radio value="mm">millimetres</el-radio>
            <el-radio value="in">feet and inches</el-radio>
          </el-radio-group>
          <el-button type="primary" native-type="submit">Start</el-button>
        </div>
      </form>
      <div class="panel">
        <h2>Or bring a job file</h2>
        <p class="soft">
          A job as saved by Yorvek, with its loads, members, parts and log. The filled examples of the demo came this
          way.
        </p>
        <el-checkbox v-model="withStock">take its stock lines into the book, but for those that are there</el-checkbox>
        <input ref="file" type="file" accept=".json" aria-label="Job file" @change="bring" />
      </div>
    </div>
    <FirstUse v-if="mayWrite && isRead && (!jobs.length || bringing)" @brought="more" />
    <DataList class="gap" label="Jobs" place="jobs" :rows="jobs" :columns="columns">
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
        ><Reserve v-if="j.headline" :value="j.headline.breaks" /><span v-else class="soft"
          >being worked out…</span
        ></template
      >
      <template #moves="{ row: j }"><Reserve v-if="j.headline" :value="j.headline.moves" /></template>
      <template #mass="{ row: j }">{{ j.headline ? mass(j.headline.mass_kg) : '' }}</template>
      <template #before="{ row: j }"
        ><span v-if="j.stops" class="bad">{{ j.stops }} to decide</span></template
      >
      <template #acts="{ row: j }">
        <form v-if="copying?.id === j.id" class="row" @submit.prevent="copyIt">
          <el-input :aria-label="`Name of the copy of ${j.name}`" v-model="copying.name" />
          <el-button type="primary" native-type="submit">Copy it</el-button
          ><el-button @click="copying = null">Leave it</el-button>
        </form>
        <template v-else-if="leaving === j.id"
          >Put {{ j.name }} away? <el-button type="primary" @click="putAway(j.id)">Put it away</el-button
          ><el-button @click="leaving = null">Leave it</el-button></template
        >
        <template v-else>
          <el-button
            text
            v-if="mayWrite"
            :aria-label="`Copy ${j.name}`"
            @click="copying = { id: j.id, name: `${j.name}, copy` }"
          >
            Copy</el-button
          ><el-button text v-if="me?.role === 'owner'" :aria-label="`Put ${j.name} away`" @click="leaving = j.id">
            Put away
          </el-button>
        </template>
      </template>
      <template #none>No job yet: start one above.</template>
    </DataList>
    <details v-if="away.length" class="gap">
      <summary>Put away: {{ away.length }}</summary>
      <table class="list">
        <tbody>
          <tr v-for="j in away" :key="j.id">
            <td>
              <b>{{ j.name }}</b> <span class="soft">{{ j.revision }}</span>
            </td>
            <td class="num">
              <el-button text v-if="me?.role === 'owner'" @click="takeUp(j.id)">Take it up again</el-button>
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
