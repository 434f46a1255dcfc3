<script setup lang="ts">
/** How every piece comes out of the metal, in five rooms: what is bought, bars, sheets, the table, what was cut. */
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { toDecide } from '../../shared/audit'
import { job } from '../../shared/job'
import { unit } from '../../shared/units'
import type { Room } from '../../shared/places'
import { firstRoom } from './rooms'
import { useNests } from './useNests'
import Cautions from '../../ui/Cautions.vue'
import After from './After.vue'
import Bars from './Bars.vue'
import Buy from './Buy.vue'
import RoomBar from './RoomBar.vue'
import Sheets from './Sheets.vue'
import Table from './Table.vue'

const route = useRoute()
const base = computed(() => `/jobs/${job.value!.job.id}`)
const room = computed(() => (route.params.room as Room) || firstRoom(job.value!))
const file = (name: string) => `/api${base.value}/export/${name}?unit=${unit.value}`
const marked = ref('')
const plans = useNests()
const cautions = computed(() => job.value!.figures.cautions.filter((x) => ['galvanised', 'cutting'].includes(x.id)))
</script>
<template>
  <div class="row spread">
    <h1>{{ $t('cut.cut') }}</h1>
    <div class="row">
      <a class="button" :href="file('cut-list.pdf')">{{ $t('cut.cut_list_pdf') }}</a><a
        class="button"
        :href="file('lists.xlsx')"
        >{{ $t('cut.lists_xlsx') }}</a
      ><a class="button" :href="file('lists.csv')">{{ $t('cut.csv') }}</a
      ><a class="button" :href="file('labels.pdf')">{{ $t('cut.labels_pdf') }}</a
      ><a class="button" :href="`/api${base}/export/job.json`">{{ $t('cut.job_file') }}</a>
    </div>
  </div>
  <p v-if="!job!.parts.length" class="notice">
    {{ $t('cut.there_is_nothing_to_cut') }}
    <router-link :to="`${base}/parts`">{{ $t('cut.make_parts_first') }}</router-link>.
  </p>
  <p v-if="job!.figures.unverified.length" class="notice">
    <b>{{ $t('cut.measure_first') }}</b> {{ $t('cut.not_verified_x', [job!.figures.unverified.join(', ')]) }}
    <template v-if="job!.figures.held_up.length"
      >{{ $t('cut.no_bar_is_ticked_off') }}
      <router-link :to="`${base}/brief`">{{ $t('cut.the_brief_says') }}</router-link>
      {{ $t('cut.why_they_are_cut_anyway') }}</template
    >
  </p>
  <p v-if="toDecide(job!)" class="notice">
    <b>{{ $t('cut.x_to_decide', [toDecide(job!)]) }}</b>
    <router-link :to="`${base}/parts`">{{ $t('cut.the_parts_say_what') }}</router-link>.
  </p>
  <p v-for="words in job!.figures.cut_before" :key="words" class="notice">
    <b>{{ $t('cut.changed_after_cutting') }}</b> {{ words }}.
  </p>
  <Cautions :of="cautions" />
  <RoomBar :room="room" />
  <Buy v-if="room === 'buy'" />
  <Bars v-else-if="room === 'bars'" v-model:marked="marked" />
  <Sheets v-else-if="room === 'sheets'" v-model:marked="marked" :plans="plans" />
  <Table v-else-if="room === 'table'" :plans="plans" />
  <After v-else />
</template>
