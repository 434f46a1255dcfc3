<script setup lang="ts">
/** What the job has of one form of metal, to pick one of: its name and its figure. */
defineProps<{ of: { key: string; name: string; figure: string; bad?: boolean }[]; label: string }>()
const chosen = defineModel<string>({ required: true })
</script>
<template>
  <ul class="groups" :aria-label="label">
    <li v-for="g in of" :key="g.key">
      <button :class="{ on: g.key === chosen }" :aria-pressed="g.key === chosen" @click="chosen = g.key">
        <b>{{ g.name }}</b><span class="soft" :class="{ bad: g.bad }">{{ g.figure }}</span>
      </button>
    </li>
  </ul>
</template>
<style scoped>
.groups {
  list-style: none;
  margin: 0;
  padding: 0;
}
.groups button {
  display: flex;
  flex-direction: column;
  width: 100%;
  min-height: 48px;
  padding: 6px 10px;
  text-align: left;
  background: none;
  border: 0;
  border-left: 4px solid transparent;
  border-bottom: 1px solid var(--rule);
  cursor: pointer;
}
.groups button.on {
  border-left-color: var(--mark);
  background: var(--mark-pale);
}
@media (max-width: 900px) {
  .groups {
    display: flex;
    flex-wrap: wrap;
  }
  .groups li {
    flex: 1 1 180px;
  }
}
</style>
