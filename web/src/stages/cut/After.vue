<script setup lang="ts">
/** What was cut: bars and sheets. */
import { job } from '../../shared/job'
import DoneBars from './DoneBars.vue'
import DoneSheets from './DoneSheets.vue'
</script>
<template>
  <p v-if="!job!.cuts.length && !job!.sheets_cut.length" class="soft gap">
    {{ $t('cut.nothing_is_cut_yet') }}
    <router-link :to="`/jobs/${job!.job.id}/cut/bars`">{{ $t('cut.a_bar_is_ticked_off') }}</router-link>,
    <router-link :to="`/jobs/${job!.job.id}/cut/sheets`">{{ $t('cut.a_sheet_is_ticked_off') }}</router-link>.
  </p>
  <DoneBars v-if="job!.cuts.length" />
  <DoneSheets />
</template>
