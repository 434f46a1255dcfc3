<script setup lang="ts">
import { usePicked } from '../../composables/usePicked'
import { ref, watch } from 'vue'
import { call, type S } from '../../api/client'
import { attempt, job, mayWrite, me, save, undo } from '../../shared/job'
import RowActions from '../../shared/RowActions.vue'
import { when } from '../../shared/dates'
import Choice from '../../ui/Choice.vue'
import TextField from '../../ui/TextField.vue'

const kind = ref('note')
const text = ref('')
const about = ref('')
const history = ref<S['EditView'][]>([])
const detail = ref<{ id: number; rows: S['RowHistory'][] } | null>(null)
watch(
  () => job.value?.last_edit?.id,
  () =>
    attempt(async () => {
      history.value = await call('GET', `/jobs/${job.value!.job.id}/history`)
    }),
  { immediate: true },
)
const write = () =>
  attempt(async () => {
    await save('notes', changed.value, { kind: kind.value, text: text.value, about: about.value })
    changed.value = null
    text.value = ''
  })
const show = (id: number) =>
  attempt(async () => {
    detail.value = { id, rows: await call('GET', `/jobs/${job.value!.job.id}/history/${id}`) }
  })
const changed = ref<{ id: number; version: number } | null>(null)
const change = (n: S['NoteRow']) => {
  changed.value = n
  kind.value = n.spec.kind ?? 'note'
  text.value = n.spec.text
  about.value = n.spec.about ?? ''
}
const plain = (v: unknown): string =>
  v == null ? 'nothing' : typeof v === 'object' ? ((v as { text?: string }).text ?? JSON.stringify(v)) : String(v)
const found = ref<number | null>(null)
usePicked('note', found)
</script>
<template>
  <h1>{{ $t('log.log') }}</h1>
  <div class="columns gap">
    <section>
      <h2>{{ $t('log.notes_and_decisions') }}</h2>
      <form class="panel gap" @submit.prevent="write">
        <div class="row">
          <Choice
            :aria-label="$t('log.kind')"
            v-model="kind"
            :options="['note', 'decision', 'deviation', 'mistake', 'lesson']"
          /><el-input :placeholder="$t('log.about_mark')" :aria-label="$t('log.about')" v-model="about" />
        </div>
        <TextField id="note-text" :rows="2" v-model="text" :label="$t('log.what_changed_went_wrong_was')" />
        <el-button class="gap" type="primary" native-type="submit">{{
          changed ? $t('log.save_the_change') : $t('log.write_it_down')
        }}</el-button>
      </form>
      <article v-for="n in job!.notes" :key="n.id" :class="{ chosen: n.id === found }" :data-row="`note ${n.id}`">
        <div class="row">
          <b>{{ n.spec.kind }}</b> <span class="soft">{{ n.spec.about }} {{ n.author }}, {{ when(n.at) }}</span
          ><RowActions
            kind="notes"
            :row="n"
            :name="`what you wrote ${when(n.at)}`"
            :change="() => change(n)"
            :own="n.author === me?.username"
          />
        </div>
        {{ n.spec.text }}
      </article>
    </section>
    <section>
      <h2>{{ $t('log.who_changed_what') }}</h2>
      <table class="list">
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
  </div>
</template>
<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 20px;
}
article {
  border-bottom: 1px solid var(--rule);
  padding: 8px 0;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
