<script setup lang="ts">
/** Every link that the load meets, in its order or weakest first. */
import { computed, ref } from 'vue'
import type { S } from '../../api/client'
import { job } from '../../shared/job'
import Reserve from '../../shared/Reserve.vue'

const props = defineProps<{ row: S['StructureRow'] }>()
const bar = defineModel<string>({ required: true })
const emit = defineEmits<{ why: [{ check_id: string }] }>()
const byPath = ref(true)
const weakestFirst = computed(() => [...props.row.chain].sort((a, b) => (a.reserve ?? -1) - (b.reserve ?? -1)))
const links = computed(() => (byPath.value ? props.row.chain : weakestFirst.value))
function explainAt(link: { bar: string; check_id: string }) {
  bar.value = link.bar
  emit('why', link)
}
</script>
<template>
  <div class="row spread">
    <h3>
      {{ $t('structures.the_chain_of_strength') }}
      <router-link :to="`/jobs/${job!.job.id}/chain?structure=${row.id}`" class="soft">{{
        $t('structures.by_itself')
      }}</router-link>
    </h3>
    <el-checkbox v-model="byPath">{{ $t('structures.in_the_order_the_load') }}</el-checkbox>
  </div>
  <table class="list chain">
    <tbody>
      <tr v-for="l in links" :key="l.check_id" class="pick" :class="{ chosen: l.bar === bar }" @click="bar = l.bar">
        <td class="num soft">{{ l.order }}</td>
        <td>
          {{ l.what }}<span v-if="l.why_not" class="bad">: {{ l.why_not }}</span>
        </td>
        <td>
          <el-button text @click.stop="explainAt(l)"><Reserve :value="l.reserve" /></el-button>
        </td>
      </tr>
    </tbody>
  </table>
</template>
<style scoped>
.chain td {
  padding-block: 2px;
}
</style>
