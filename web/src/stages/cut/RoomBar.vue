<script setup lang="ts">
/** The way from room to room, each with what is in it. */
import { computed } from 'vue'
import { job } from '../../shared/job'
import { ROOM_NAMES, ROOMS, type Room } from '../../shared/places'
import { figures } from './rooms'

defineProps<{ room: Room }>()
const said = computed(() => figures(job.value!))
</script>
<template>
  <nav class="rooms" :aria-label="$t('cut.rooms_of_cut')">
    <router-link
      v-for="r in ROOMS"
      :key="r"
      :to="`/jobs/${job!.job.id}/cut/${r}`"
      :class="{ on: r === room }"
      :aria-current="r === room ? 'page' : undefined"
      ><b>{{ ROOM_NAMES[r] }}</b
      ><span class="soft">{{ said[r] }}</span></router-link
    >
  </nav>
</template>
<style scoped>
.rooms {
  display: flex;
  gap: 0;
  margin-top: 12px;
  border-bottom: var(--line) solid var(--ink);
}
.rooms a {
  display: flex;
  flex-direction: column;
  padding: 6px 18px 5px 0;
  margin-right: 18px;
  min-height: 48px;
  color: var(--ink);
  text-decoration: none;
  line-height: 1.25;
  border-bottom: 4px solid transparent;
}
.rooms a:hover b {
  color: var(--mark);
}
.rooms a.on {
  border-bottom-color: var(--mark);
}
.rooms a.on b {
  color: var(--mark);
}
@media (max-width: 900px) {
  .rooms a {
    flex: 1;
    margin-right: 0;
    padding-right: 8px;
  }
}
</style>
