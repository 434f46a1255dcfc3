<script setup lang="ts">
/** What is bought: metal for the plans, hardware beside it, and what a shorter piece would save. */
import { job } from '../../shared/job'
import BuyList from './BuyList.vue'
import Hardware from './Hardware.vue'
import Savings from './Savings.vue'
</script>
<template>
  <BuyList />
  <Hardware />
  <Savings v-if="job!.bars.length" />
</template>
