<script setup lang="ts">
/** A line of the log, always open; what is typed stays, whatever else is looked at. */
import type { Ref } from 'vue'
import type { S } from '../../api/client'
import { useDraft } from '../../composables/useDraft'
import Choice from '../../ui/Choice.vue'
import EditForm from '../../ui/EditForm.vue'
import TextField from '../../ui/TextField.vue'

type Note = S['NoteSpec']
const KINDS = ['note', 'decision', 'deviation', 'mistake', 'lesson'] as const
const begin = () => form.begin({ kind: 'note', text: '', about: '' } as Note)
const form = useDraft<Note>('notes', { saved: () => begin() })
/** It is always open. */
const note = form.draft as Ref<Note>
const { row } = form
if (!form.draft.value) begin()
/** A line that is there, to be changed. */
defineExpose({ change: (of: S['NoteRow']) => form.begin(of.spec, of) })
</script>
<template>
  <EditForm class="gap" :form="form" :save="$t('log.write_it_down')" always>
    <div class="row">
      <Choice v-model="note.kind" :aria-label="$t('log.kind')" :options="[...KINDS]" /><el-input
        v-model="note.about"
        :placeholder="$t('log.about_mark')"
        :aria-label="$t('log.about')"
      />
    </div>
    <TextField id="note-text" v-model="note.text" :rows="2" at="text" :label="$t('log.what_changed_went_wrong_was')" />
    <div class="row gap">
      <el-button type="primary" native-type="submit" :loading="form.saving.value">{{
        row ? $t('log.save_the_change') : $t('log.write_it_down')
      }}</el-button>
      <el-button v-if="row" @click="(form.close(), begin())">{{ $t('common.leave_it') }}</el-button>
    </div>
  </EditForm>
</template>
