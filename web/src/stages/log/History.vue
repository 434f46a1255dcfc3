<script setup lang="ts">
/** Who changed what, newest first; an edit is undone here, or looked into. */
import { ref, watch } from 'vue'
import { call, type S } from '../../api/client'
import { useAsync } from '../../composables/useAsync'
import { when } from '../../shared/dates'
import { attempt, job, mayWrite, undo } from '../../shared/job'
import AsyncState from '../../ui/AsyncState.vue'

const history = ref<S['EditView'][]>([])
const detail = ref<{ id: number; rows: S['RowHistory'][] } | null>(null)
const base = () => `/jobs/${job.value!.job.id}/history`
const { isThere, failed, again } = useAsync(async () => {
  history.value = await call('GET', base())
})
watch(() => job.value?.last_edit?.id, again, { immediate: true })
const show = (id: number) =>
  attempt(async () => {
    detail.value = { id, rows: await call('GET', `${base()}/${id}`) }
  })
const plain = (v: unknown): string =>
  v == null ? 'nothing' : typeof v === 'object' ? ((v as { text?: string }).text ?? JSON.stringify(v)) : String(v)
</script>
<template>
  <section>
    <h2>{{ $t('log.who_changed_what') }}</h2>
    <AsyncState v-if="!isThere" :failed="failed" @again="again" />
    <table v-else class="list">
      <tbody>
        <template v-for="h in history" :key="h.id">
          <tr>
            <td>
              <el-button text @click="show(h.id)">{{ h.title }}</el-button>
            </td>
            <td class="soft">{{ h.by }}, {{ when(h.at) }}</td>
            <td class="num">
              <span v-if="h.undone" class="soft">{{ $t('log.undone') }}</span><el-button
                text
                v-else-if="mayWrite && !h.is_undo"
                @click="attempt(() => undo(h.id))"
              >
                {{ $t('log.undo') }}
              </el-button>
            </td>
          </tr>
          <tr v-if="detail?.id === h.id">
            <td colspan="3" class="soft">
              <div v-for="(r, i) in detail.rows" :key="i">
                {{ r.table }} {{ r.row_id }}:
                <span v-for="(v, k) in r.fields" :key="k">{{ k }} {{ plain(v[0]) }} → {{ plain(v[1]) }}; </span>
              </div>
            </td>
          </tr>
        </template>
      </tbody>
    </table>
  </section>
</template>
