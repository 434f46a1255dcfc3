<script setup lang="ts">
/**
 * The form of a record: its fields, what does not fit at its head with the way to each field, and its two ends. While
 * it saves, it cannot be saved again. Escape leaves it; with something typed in it only when it is pressed twice.
 */
import { nextTick, ref, useTemplateRef, watch, type Ref } from 'vue'
import { provideErrors, type Wrong } from './errors'

const props = defineProps<{
  /** As useDraft gives it. */
  form: {
    name?: string
    wrong: Ref<Wrong[]>
    saving: Ref<boolean>
    dirty: Ref<boolean>
    store: () => Promise<boolean>
    close: () => void
  }
  save: string
  /** It stands open all the time, and has its own button to save by. */
  always?: boolean
}>()
const emit = defineEmits<{ left: [] }>()
const box = useTemplateRef<HTMLFormElement>('box')
const found = provideErrors(props.form.wrong, props.form.name)
const sure = ref(false)

function left() {
  props.form.close()
  emit('left')
}
function escape(event: KeyboardEvent) {
  // a list that is open takes Escape for itself
  if (event.defaultPrevented || (event.target as HTMLElement).getAttribute('aria-expanded') === 'true') return
  event.stopPropagation()
  if (props.always) return
  if (!props.form.dirty.value || sure.value) left()
  else sure.value = true
}
function lead(id: string) {
  box.value?.querySelector<HTMLElement>(`[data-field="${id}"] :is(input, textarea)`)?.focus()
}
watch(props.form.wrong, async (now) => {
  if (!now.length) return
  await nextTick()
  const first = found.value.find((one) => one.field)
  if (first?.field) lead(first.field.id)
})
</script>
<template>
  <form
    ref="box"
    v-begun="!always"
    class="panel"
    :class="{ gap: !always }"
    @submit.prevent="form.store()"
    @keydown.escape="escape"
    @input="sure = false"
  >
    <div v-if="found.length" class="wrong" role="alert">
      <p v-for="one in found" :key="one.path + one.sentence">
        <a v-if="one.field" href="#" @click.prevent="lead(one.field.id)">{{ one.sentence }}</a>
        <template v-else>{{ one.sentence }}</template>
      </p>
    </div>
    <slot />
    <div v-if="!always" class="row ends">
      <el-button type="primary" native-type="submit" :loading="form.saving.value">{{ save }}</el-button><el-button
        @click="left"
        >{{ $t('common.leave_it') }}</el-button
      >
      <span v-if="sure" class="bad" role="status">{{ $t('common.escape_once_more_leaves_what') }}</span>
    </div>
  </form>
</template>
<style scoped>
.wrong {
  border-left: 3px solid var(--gives);
  background: var(--gives-pale);
  padding: 6px 10px;
  margin-bottom: 10px;
}
.wrong p {
  margin: 0;
}
.wrong a {
  color: var(--ink);
}
.ends {
  margin-top: 10px;
  align-items: center;
}
</style>
