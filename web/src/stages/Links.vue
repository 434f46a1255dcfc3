<script setup lang="ts">
/** Links for a second pair of eyes outside the shop: made, seen, ended. The address of one is shown once. */
import { onMounted, reactive, ref } from 'vue'
import { call, type S } from '../api/client'
import { attempt, job } from '../shared/job'
import NumberInput from '../shared/NumberInput.vue'
import { day } from '../shared/dates'

const links = ref<S['LinkRow'][]>([])
const made = ref<{ forWhom: string; address: string } | null>(null)
const draft = reactive({ for_whom: '', days: 14, prices: false, release_id: null as number | null })
const base = () => `/jobs/${job.value!.job.id}/links`
const read = async () => {
  links.value = await call('GET', base())
}
onMounted(() => attempt(read))
const make = () =>
  attempt(async () => {
    const { link, token } = await call<S['LinkMade']>('POST', base(), draft)
    made.value = { forWhom: link.for_whom, address: `${window.location.origin}/look#${token}` }
    draft.for_whom = ''
    await read()
  })
const end = (link: S['LinkRow']) =>
  attempt(async () => {
    await call('DELETE', `${base()}/${link.id}`)
    await read()
  })
</script>
<template>
  <div>
    <h2>Links to read this</h2>
    <p class="soft">
      For somebody outside the shop: they read the job and comment under their name, and change nothing.
    </p>
    <form class="panel" @submit.prevent="make">
      <div class="row">
        <div class="field">
          <label for="l-who">For whom</label><input id="l-who" v-model="draft.for_whom" required maxlength="60" />
        </div>
        <div class="field">
          <label for="l-days">Open for, days</label><NumberInput id="l-days" v-model="draft.days" />
        </div>
        <div class="field">
          <label for="l-what">What they read</label
          ><select id="l-what" v-model="draft.release_id">
            <option :value="null">the job as it goes on</option>
            <option v-for="r in job!.releases" :key="r.id" :value="r.id">revision {{ r.revision }}, released</option>
          </select>
        </div>
      </div>
      <div class="row gap">
        <label><input v-model="draft.prices" type="checkbox" /> shows prices</label>
        <button class="button main">Make a link</button>
      </div>
    </form>
    <p v-if="made" class="notice" role="status">
      The address for {{ made.forWhom }}; it is shown this once:
      <input
        :value="made.address"
        readonly
        class="address"
        aria-label="Address of the link"
        @focus="($event.target as HTMLInputElement).select()"
      />
    </p>
    <p v-for="l in links" :key="l.id" :class="{ soft: l.ended }">
      <b>{{ l.for_whom }}</b>, {{ l.release ? `revision ${l.release}` : 'the job as it goes on'
      }}{{ l.prices ? ', with prices' : '' }}, {{ l.ended ? 'ended' : `until ${day(l.until)}` }}.
      {{ l.seen ? `Last read ${day(l.seen)}.` : 'Not read yet.' }}
      <button v-if="!l.ended" class="button quiet" :aria-label="`End the link for ${l.for_whom}`" @click="end(l)">
        End it
      </button>
    </p>
  </div>
</template>
<style scoped>
.address {
  width: 100%;
}
</style>
