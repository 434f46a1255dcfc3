<script setup lang="ts">
/** What somebody said of the job, and the answer; beside it what can be done about it. */
import type { S } from '../api/client'
import { when } from './dates'

defineProps<{ comment: S['CommentRow'] }>()
</script>
<template>
  <article>
    <b>{{ comment.author }}</b>
    {{ ' ' }}<span class="soft">{{ comment.spec.about }} {{ comment.spec.check_id }}, {{ when(comment.at) }}</span
    ><br />{{ comment.spec.text }}
    <p v-if="comment.spec.answer">{{ comment.spec.answered_by || 'Answered' }}: {{ comment.spec.answer }}</p>
    <slot></slot>
  </article>
</template>
<style scoped>
article {
  border-bottom: 1px solid var(--rule);
  padding: 8px 0;
}
</style>
