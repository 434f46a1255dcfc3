<script setup lang="ts">
/** Links for a second pair of eyes outside the shop: made, seen, ended. The address of one is shown once. */
import { onMounted, reactive, ref } from 'vue'
import { call, type S } from '../../api/client'
import { useAsync } from '../../composables/useAsync'
import { attempt, job } from '../../shared/job'
import AsyncState from '../../ui/AsyncState.vue'
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
const { isThere, failed, again } = useAsync(read)
onMounted(again)
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
    <h2>{{ $t('check.links_to_read_this') }}</h2>
    <p class="soft">
      {{ $t('check.for_somebody_outside_the_shop') }}
    </p>
    <form class="panel" @submit.prevent="make">
      <div class="row">
        <TextField id="l-who" required maxlength="60" v-model="draft.for_whom" :label="$t('check.for_whom')" />
        <NumberField id="l-days" v-model="draft.days" :label="$t('check.open_for_days')" />
        <ChoiceField
          id="l-what"
          v-model="draft.release_id"
          :label="$t('check.what_they_read')"
          :options="[
            { value: null, label: $t('check.the_job_as_it_goes') },
            ...job!.releases.map((r) => ({ value: r.id, label: `revision ${r.revision}, released` })),
          ]"
        />
      </div>
      <div class="row gap">
        <el-checkbox v-model="draft.prices">{{ $t('check.shows_prices') }}</el-checkbox>
        <el-button type="primary" native-type="submit">{{ $t('check.make_a_link') }}</el-button>
      </div>
    </form>
    <p v-if="made" class="notice" role="status">
      {{ $t('check.the_address_for_it_is_x', [made.forWhom]) }}
      <el-input
        readonly
        class="address"
        :aria-label="$t('check.address_of_the_link')"
        @focus="($event.target as HTMLInputElement).select()"
        :model-value="made.address"
      />
    </p>
    <AsyncState v-if="!isThere" :failed="failed" :lines="2" @again="again" />
    <p v-for="l in links" :key="l.id" :class="{ soft: l.ended }">
      <b>{{ l.for_whom }}</b>, {{ l.release ? $t('check.revision_x_3', [l.release]) : $t('check.the_job_as_it_goes')
      }}{{ l.prices ? $t('check.with_prices') : '' }},
      {{ l.ended ? $t('check.ended') : $t('check.until_x', [day(l.until)]) }}.
      {{ l.seen ? $t('check.last_read_x', [day(l.seen)]) : $t('check.not_read_yet') }}
      <el-button text v-if="!l.ended" :aria-label="$t('check.end_the_link_for_x', [l.for_whom])" @click="end(l)">
        {{ $t('check.end_it') }}
      </el-button>
    </p>
  </div>
</template>
<style scoped>
.address {
  width: 100%;
}
</style>
