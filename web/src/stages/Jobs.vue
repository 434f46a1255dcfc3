<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { call, type S } from '../api/client'
import { attempt, mayWrite, me, message } from '../shared/job'
import Reserve from '../shared/Reserve.vue'
import { mass, unit } from '../shared/units'

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
const out = () =>
  attempt(async () => {
    await call('POST', '/logout')
    me.value = null
  })
</script>
<template>
  <main class="page">
    <div class="row spread">
      <h1>Jobs of {{ me?.shop }}</h1>
      <span
        >{{ me?.username }}, {{ me?.role }}
        <router-link class="button quiet" to="/people">{{ me?.role === 'owner' ? 'People' : 'Password' }}</router-link>
        <button class="button quiet" @click="out">Log out</button></span
      >
    </div>
    <p v-if="message" class="notice bad" role="alert">{{ message }}</p>
    <div class="halves">
      <form v-if="mayWrite" class="panel" @submit.prevent="make">
        <h2>Start a job</h2>
        <div class="field"><label for="job-name">Name of the job</label><input id="job-name" v-model="name" /></div>
        <div class="row gap">
          <label><input v-model="unit" type="radio" value="mm" /> millimetres</label
          ><label><input v-model="unit" type="radio" value="in" /> feet and inches</label>
        </div>
        <button class="button main gap">Start</button>
      </form>
      <div class="panel">
        <h2>Or bring a job file</h2>
        <p class="soft">
          A job as saved by Yorvek, with its loads, members, parts and log. The filled examples of the demo came this
          way.
        </p>
        <label class="row"
          ><input v-model="withStock" type="checkbox" /> take its stock lines into the book, but for those that are
          there</label
        >
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
        </tr>
        <tr v-if="!jobs.length">
          <td colspan="8" class="soft">No job yet: start one above.</td>
        </tr>
      </tbody>
    </table>
  </main>
</template>
