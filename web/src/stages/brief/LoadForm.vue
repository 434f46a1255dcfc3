<script setup lang="ts">
/** A load: what it is, how large, and how it comes and goes. */
import { computed, onMounted } from 'vue'
import type { S } from '../../api/client'
import type { useDraft } from '../../composables/useDraft'
import { attempt } from '../../shared/job'
import { usePreview } from '../../shared/preview'
import { isAsked } from '../../ui/asked'
import AskedField from '../../ui/AskedField.vue'
import ChoiceField from '../../ui/ChoiceField.vue'
import EditForm from '../../ui/EditForm.vue'
import { asks, loadSources, onlyItsForm, sourceOf, sources } from './load'
import LoadSource from './LoadSource.vue'

const props = defineProps<{ form: ReturnType<typeof useDraft<S['LoadSpec']>> }>()
const { draft: load, row } = props.form
const record = computed(() => load.value as unknown as Record<string, unknown>)
onMounted(() => attempt(loadSources))
usePreview(() => (load.value ? { kind: 'loads', id: row.value?.id, spec: onlyItsForm(load.value) } : null))
</script>
<template>
  <EditForm v-if="load" :form="form" :save="$t('brief.save_load')">
    <div class="fields">
      <template v-for="a in asks" :key="a.name">
        <AskedField
          v-if="isAsked(a, record) && !(a.name === 'force' && load.source)"
          :id="`load-${a.name}`"
          :model-value="record[a.name]"
          :asks="a"
          within=""
          @update:model-value="record[a.name] = $event"
        />
        <template v-if="a.name === 'form' && load.form === 'force'">
          <ChoiceField
            id="load-source"
            :model-value="load.source?.kind ?? ''"
            :label="$t('brief.its_size_is')"
            :options="[
              { value: '', label: $t('brief.known') },
              ...sources.map((x) => ({ value: x.kind, label: x.words })),
            ]"
            @update:model-value="load.source = sourceOf($event ?? '')"
          />
          <LoadSource v-if="load.source" v-model="load.source" />
        </template>
      </template></div
  ></EditForm>
</template>
