<script setup lang="ts">
/** What somebody said of the job, and the answer; beside it what can be done about it. */
import { computed } from 'vue'
import type { S } from '../api/client'
import { when } from './dates'

const props = defineProps<{ comment: S['CommentRow'] }>()
const of = computed(() => {
  const { about, check_id: check } = props.comment.spec
  return [[about, check].filter(Boolean).join(' '), when(props.comment.at)].filter(Boolean)
})
</script>
<template>
  <article>
    <b>{{ comment.author }}</b>
    {{ ' ' }}<span class="soft">{{ of.join(', ') }}</span
    ><br />{{ comment.spec.text }}
    <p v-if="comment.spec.answer">{{ comment.spec.answered_by || $t('common.answered') }}: {{ comment.spec.answer }}</p>
    <slot></slot>
  </article>
</template>
<style scoped>
article {
  border-bottom: 1px solid var(--rule);
  padding: 8px 0;
}
</style>
