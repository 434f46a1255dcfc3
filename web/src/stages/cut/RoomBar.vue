<script setup lang="ts">
/** The way from room to room of Cut, each with what is in it. */
import { computed } from 'vue'
import { job } from '../../shared/job'
import { ROOM_NAMES, ROOMS, type Room } from '../../shared/places'
import RoomLinks from '../../ui/Rooms.vue'
import { figures } from './rooms'

const props = defineProps<{ room: Room }>()
const rooms = computed(() => {
  const said = figures(job.value!)
  return ROOMS.map((r) => ({
    to: `/jobs/${job.value!.job.id}/cut/${r}`,
    name: ROOM_NAMES[r],
    said: said[r],
    on: r === props.room,
  }))
})
</script>
<template>
  <RoomLinks :label="$t('cut.rooms_of_cut')" :rooms="rooms" />
</template>
