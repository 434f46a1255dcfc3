<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { call, type S } from '../../api/client'
import { letGo, typedAnywhere } from '../../composables/useDraft'
import { attempt, mayWrite, me, message } from '../../shared/job'
import Reserve from '../../shared/Reserve.vue'
import { mass, unit } from '../../shared/units'
import TextField from '../../ui/TextField.vue'

const router = useRouter()
const jobs = ref<S['JobLine'][]>([])
const name = ref('')
const file = ref<HTMLInputElement | null>(null)
const withStock = ref(false)
onMounted(() =>
  attempt(async () => {
    jobs.value = await call('GET', '/jobs')
    // what has to be worked out anew comes in one by one, while the list stands
    for (const [k, j] of jobs.value.entries()) if (!j.headline) jobs.value[k] = await call('GET', `/jobs/${j.id}/line`)
  }),
)
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
        <el-radio-group v-model="unit" class="gap" aria-label="Units of the job">
          <el-radio value="mm">millimetres</el-radio>
          <el-radio value="in">feet and inches</el-radio>
        </el-radio-group>
        <el-button class="gap" type="primary" native-type="submit">Start</el-button>
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
    <table class="list gap">
      <thead>
        <tr>
          <th>Job</th>
          <th>For</th>
          <th>Breaks</th>
          <th>Moves</th>
          <th class="num">Mass</th>
          <th class="num">Pieces</th>
          <th class="num">Bars</th>
          <th>Before work</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="j in jobs" :key="j.id">
          <td>
            <router-link :to="`/jobs/${j.id}/brief`"
              ><b>{{ j.name }}</b></router-link
            >
            {{ ' ' }}<span class="soft">{{ j.revision }}</span>
          </td>
          <td class="soft">{{ j.for_whom }}</td>
          <template v-if="j.headline">
            <td><Reserve :value="j.headline.breaks" /></td>
            <td><Reserve :value="j.headline.moves" /></td>
            <td class="num">{{ mass(j.headline.mass_kg) }}</td>
            <td class="num">{{ j.headline.pieces }}</td>
            <td class="num">{{ j.headline.bars }}</td>
          </template>
          <td v-else colspan="5" class="soft">being worked out…</td>
          <td>
            <span v-if="j.stops" class="bad">{{ j.stops }} to decide</span>
          </td>
          <td class="num">
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
          </td>
        </tr>
        <tr v-if="!jobs.length">
          <td colspan="9" class="soft">No job yet: start one above.</td>
        </tr>
      </tbody>
    </table>
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
