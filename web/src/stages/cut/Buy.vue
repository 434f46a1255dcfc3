<script setup lang="ts">
/** What is bought: metal for the plans, hardware beside it, and what a shorter piece would save. */
import type { S } from '../../api/client'
import { job } from '../../shared/job'
import BuyList from './BuyList.vue'
import Hardware from './Hardware.vue'
import Savings from './Savings.vue'

defineProps<{ plans: Record<string, S['PlanView']> }>()
</script>
<template>
  <BuyList v-if="job!.bars.length || job!.sheets.length" :plans="plans" />
  <Hardware />
  <Savings v-if="job!.bars.length" />
</template>
