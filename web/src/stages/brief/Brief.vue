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
    <h1>Brief</h1>
    <span class="soft">What must it carry, and who can be hurt?</span>
  </div>
  <div class="columns">
    <section>
      <Loads />
      <Dimensions />
      <p v-if="job!.loads.length" class="notice gap">
        Next: <router-link :to="`/jobs/${job!.job.id}/size`">size the members that carry this</router-link>.
      </p>
    </section>
    <section>
      <Limits />
      <h2 class="gap">Cautions</h2>
      <Cautions :of="job!.figures.cautions" decides />
      <p v-if="!job!.figures.cautions.length" class="soft">None follow from what is entered so far.</p>
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
