<script setup lang="ts">
/** What stays on it, and what it is loaded with: neither is cut, both weigh. */
import type { S } from '../../api/client'
import { mayWrite } from '../../shared/job'
import { entry } from '../../shared/units'
import ChoiceField from '../../ui/ChoiceField.vue'
import QuantityField from '../../ui/QuantityField.vue'
import TextField from '../../ui/TextField.vue'

const brief = defineModel<S['JobSpec']>({ required: true })
function add() {
  brief.value.carried = [
    ...(brief.value.carried ?? []),
    { name: '', module: '', kind: 'bought part', mass: entry(''), price: null },
  ]
}
</script>
<template>
  <h3 class="gap">
    {{ $t('brief.carried_with_it') }} <span class="soft">{{ $t('brief.bought_parts_that_stay_on') }}</span>
  </h3>
  <div v-for="(c, i) in brief.carried" :key="i" class="fields">
    <TextField :id="`b-c${i}`" v-model="c.name" :label="$t('brief.what')" :at="`carried.${i}.name`" />
    <ChoiceField
      :id="`b-ck${i}`"
      v-model="c.kind"
      :label="$t('brief.it_is')"
      :at="`carried.${i}.kind`"
      :options="['bought part', 'payload']"
    />
    <QuantityField
      :at="`carried.${i}.mass`"
      v-model="c.mass"
      :label="$t('brief.mass_of_it')"
      kind="mass"
    /><QuantityField
      :at="`carried.${i}.price`"
      v-model="c.price"
      :label="$t('brief.price_of_it')"
      kind="money"
      optional
      :hint="$t('brief.not_known')"
    />
    <TextField :id="`b-cm${i}`" v-model="c.module" :label="$t('brief.of_module')" :at="`carried.${i}.module`" />
    <el-button text @click="brief.carried!.splice(i, 1)">{{ $t('brief.take_away') }}</el-button>
  </div>
  <el-button v-if="mayWrite" @click="add"> {{ $t('brief.add_something_carried') }} </el-button>
</template>
