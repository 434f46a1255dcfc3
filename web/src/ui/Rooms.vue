<script setup lang="ts">
/** The way from room to room of a stage, each with what is in it. */
defineProps<{ label: string; rooms: { to: string; name: string; said: string; on: boolean }[] }>()
</script>
<template>
  <nav class="rooms" :aria-label="label">
    <router-link
      v-for="r in rooms"
      :key="r.to"
      :to="r.to"
      :class="{ on: r.on }"
      :aria-current="r.on ? 'page' : undefined"
      ><b>{{ r.name }}</b
      ><span class="soft">{{ r.said }}</span></router-link
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
