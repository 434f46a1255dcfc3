<script setup lang="ts">
/** The one that was picked, against what there is now, and why it is taken. */
import type { S } from '../../api/client'
import { job } from '../../shared/job'
import { mass, trim } from '../../shared/units'
import TextField from '../../ui/TextField.vue'
import { rackWords } from './candidate'

defineProps<{
  picked: S['Candidate'] | null
  present: S['Candidate'] | null
  weldability: string | undefined
  rack: number
  pinned: boolean
}>()
const reason = defineModel<string>('reason', { required: true })
const emit = defineEmits<{ choose: []; pin: [] }>()
</script>
<template>
  <form class="panel" @submit.prevent="emit('choose')">
    <h2>Choose</h2>
    <p v-if="!picked" class="soft">Pick a point or a line of the table.</p>
    <template v-else>
      <p>
        <b>{{ picked.section_id }}, {{ picked.material_id }}</b
        ><br />{{ mass(picked.mass_kg) }} each, {{ job!.job.spec.currency }} {{ picked.price.toFixed(0) }}; against now
        {{ present ? mass(picked.mass_kg - present.mass_kg) : '' }}
      </p>
      <p>{{ rackWords(rack) }}</p>
      <p class="soft">
        Twist: {{ present ? trim(picked.GJ_Nmm2 / present.GJ_Nmm2, 2) : '' }} times as stiff as now. {{ weldability }}.
      </p>
      <TextField id="reason" v-model="reason" label="Why this one? It goes to the log." />
      <div class="row gap">
        <el-button type="primary" native-type="submit">Choose</el-button
        ><el-button @click="emit('pin')">{{ pinned ? 'Unpin' : 'Pin' }}</el-button>
      </div>
    </template>
  </form>
</template>
