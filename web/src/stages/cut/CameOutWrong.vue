<script setup lang="ts">
/** A piece that came out wrong: what happened goes into the log, and it is wanted again. */
import TextField from '../../ui/TextField.vue'

defineProps<{ id: string; part: string; such: string; again: string }>()
defineEmits<{ store: []; leave: [] }>()
const why = defineModel<string>('why', { required: true })
</script>
<template>
  <form class="panel gap" @submit.prevent="$emit('store')">
    <h3>{{ $t('cut.came_out_wrong_x', [part]) }}</h3>
    <div class="fields">
      <slot></slot>
      <TextField
        :id="id"
        v-model="why"
        :placeholder="such"
        :label="$t('cut.what_happened')"
        :echo="$t('cut.goes_into_the_log')"
      />
    </div>
    <div class="row">
      <el-button type="primary" native-type="submit">{{ again }}</el-button><el-button @click="$emit('leave')">{{
        $t('cut.leave_it')
      }}</el-button>
    </div>
  </form>
</template>
