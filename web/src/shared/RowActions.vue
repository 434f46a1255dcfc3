<script setup lang="ts">
/** What can be done with a row of a list: changed, taken away; nothing where one may only read. */
import { attempt, mayWrite, remove, type Kind } from './job'

interface Props {
  kind: Kind
  row: { id: number; version: number }
  name: string
  change?: () => void
  /** Whether this one may be changed; not said: whoever works in the shop may. */
  own?: boolean
}
withDefaults(defineProps<Props>(), { change: undefined, own: undefined })
</script>
<template>
  <template v-if="own ?? mayWrite">
    <el-button text v-if="change" :aria-label="$t('common.change_x', [name])" @click.stop="change">{{
      $t('common.change')
    }}</el-button><slot /><el-button
      text
      :aria-label="$t('common.take_away_x', [name])"
      @click.stop="attempt(() => remove(kind, row))"
    >
      {{ $t('common.take_away') }}
    </el-button>
  </template>
</template>
