<script setup lang="ts">
/** What was decided, went wrong and was learned, and who changed what. */
import { ref, useTemplateRef } from 'vue'
import { usePicked } from '../../composables/usePicked'
import { when } from '../../shared/dates'
import { job, mayWrite, me } from '../../shared/job'
import RowActions from '../../shared/RowActions.vue'
import History from './History.vue'
import NoteForm from './NoteForm.vue'

const form = useTemplateRef('form')
const found = ref<number | null>(null)
usePicked('note', found)
</script>
<template>
  <h1>{{ $t('log.log') }}</h1>
  <div class="columns gap">
    <section>
      <h2>{{ $t('log.notes_and_decisions') }}</h2>
      <NoteForm v-if="mayWrite" ref="form" />
      <article v-for="n in job!.notes" :key="n.id" :class="{ chosen: n.id === found }" :data-row="`note ${n.id}`">
        <div class="row">
          <b>{{ n.spec.kind }}</b> <span class="soft">{{ n.spec.about }} {{ n.author }}, {{ when(n.at) }}</span
          ><RowActions
            kind="notes"
            :row="n"
            :name="`what you wrote ${when(n.at)}`"
            :change="() => form?.change(n)"
            :own="n.author === me?.username"
          />
        </div>
        {{ n.spec.text }}
      </article>
    </section>
    <History />
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
