<script setup lang="ts">
/** The languages that there are, each by its own name. */
import { i18n, languages, speak } from '../messages'
import Choice from '../ui/Choice.vue'

const nameOf = (language: string) => new Intl.DisplayNames([language], { type: 'language' }).of(language) ?? language
</script>
<template>
  <Choice
    :model-value="i18n.global.locale.value"
    :aria-label="$t('frame.language')"
    :options="languages.map((l) => ({ value: l, label: nameOf(l) }))"
    @change="speak(String($event))"
  />
</template>
