<script setup lang="ts">
/** Links for a second pair of eyes outside the shop: made, seen, ended. The address of one is shown once. */
import { onMounted, reactive, ref } from 'vue'
import { call, type S } from '../../api/client'
import { attempt, job } from '../../shared/job'
import { day } from '../../shared/dates'
import TextField from '../../ui/TextField.vue'
import NumberField from '../../ui/NumberField.vue'
import ChoiceField from '../../ui/ChoiceField.vue'

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
        <TextField id="l-who" required maxlength="60" v-model="draft.for_whom" label="For whom" />
        <NumberField id="l-days" v-model="draft.days" label="Open for, days" />
        <ChoiceField
          id="l-what"
          v-model="draft.release_id"
          label="What they read"
          :options="[
            { value: null, label: 'the job as it goes on' },
            ...job!.releases.map((r) => ({ value: r.id, label: `revision ${r.revision}, released` })),
          ]"
        />
      </div>
      <div class="row gap">
        <el-checkbox v-model="draft.prices">shows prices</el-checkbox>
        <el-button type="primary" native-type="submit">Make a link</el-button>
      </div>
    </form>
    <p v-if="made" class="notice" role="status">
      The address for {{ made.forWhom }}; it is shown this once:
      <el-input
        readonly
        class="address"
        aria-label="Address of the link"
        @focus="($event.target as HTMLInputElement).select()"
        :model-value="made.address"
      />
    </p>
    <p v-for="l in links" :key="l.id" :class="{ soft: l.ended }">
      <b>{{ l.for_whom }}</b>, {{ l.release ? `revision ${l.release}` : 'the job as it goes on'
      }}{{ l.prices ? ', with prices' : '' }}, {{ l.ended ? 'ended' : `until ${day(l.until)}` }}.
      {{ l.seen ? `Last read ${day(l.seen)}.` : 'Not read yet.' }}
      <el-button text v-if="!l.ended" :aria-label="`End the link for ${l.for_whom}`" @click="end(l)">
        End it
      </el-button>
    </p>
  </div>
</template>
<style scoped>
.address {
  width: 100%;
}
</style>
