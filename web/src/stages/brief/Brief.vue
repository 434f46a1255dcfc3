<script setup lang="ts">
/** What must it carry, how far, and who can be hurt? */
import { job } from '../../shared/job'
import Cautions from '../../ui/Cautions.vue'
import Dimensions from './Dimensions.vue'
import Limits from './Limits.vue'
import Loads from './Loads.vue'
</script>
<template>
  <div class="row spread">
    <h1>{{ $t('brief.brief') }}</h1>
    <span class="soft">{{ $t('brief.what_must_it_carry_and') }}</span>
  </div>
  <div class="columns">
    <section>
      <Loads />
      <Dimensions />
      <p v-if="job!.loads.length" class="notice gap">
        {{ $t('brief.next') }}
        <router-link :to="`/jobs/${job!.job.id}/size`">{{ $t('brief.size_the_members_that_carry') }}</router-link>.
      </p>
    </section>
    <section>
      <Limits />
      <h2 class="gap">{{ $t('brief.cautions') }}</h2>
      <Cautions :of="job!.figures.cautions" decides />
      <p v-if="!job!.figures.cautions.length" class="soft">{{ $t('brief.none_follow_from_what_is') }}</p>
    </section>
  </div>
</template>
<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 22px;
  margin-top: 12px;
}
@media (max-width: 1100px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
