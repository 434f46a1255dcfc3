<script setup lang="ts" generic="R extends { id: number; spec: { mark: string } }">
/** A list of what has a mark, one of which is chosen. A head that begins with # stands over figures. */
defineProps<{ heads: string[]; rows: R[] }>()
const chosen = defineModel<number | null>({ required: true })
defineSlots<{ default(of: { row: R }): unknown; none?(): unknown }>()
</script>
<template>
  <table class="list">
    <thead>
      <tr>
        <th>Mark</th>
        <th v-for="(h, k) in heads" :key="k" :class="{ num: h.startsWith('#') }">{{ h.replace('#', '') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="r in rows" :key="r.id" class="pick" :class="{ chosen: r.id === chosen }" @click="chosen = r.id">
        <td>
          <el-button text
            ><b>{{ r.spec.mark }}</b></el-button
          >
        </td>
        <slot :row="r" />
      </tr>
      <slot v-if="!rows.length" name="none" />
    </tbody>
  </table>
</template>
