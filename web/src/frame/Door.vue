<script setup lang="ts">
import { ref } from 'vue'
import { call, type S } from '../api/client'
import { attempt, me, message } from '../shared/job'
import TextField from '../ui/TextField.vue'

const props = defineProps<{ first: boolean; again?: boolean }>()
const emit = defineEmits<{ in: [] }>()
const shop = ref('')
const username = ref('')
const password = ref('')
const code = ref('')
const enter = () =>
  attempt(async () => {
    const body = { username: username.value, password: password.value }
    // the page may have lost the token that a log-in is sent with
    if (props.again) await call('GET', '/door')
    me.value = await call<S['Me']>(
      'POST',
      props.first ? '/first-account' : '/login',
      props.first ? { ...body, shop: shop.value, code: code.value } : body,
    )
    emit('in')
  })
</script>
<template>
  <component :is="again ? 'div' : 'main'" class="door">
    <h1 v-if="!again">{{ $t('frame.yorvek') }}</h1>
    <p v-if="again">{{ $t('frame.the_session_has_ended_what') }}</p>
    <p v-else>{{ $t('frame.from_what_it_must_carry') }}</p>
    <form class="panel" @submit.prevent="enter">
      <h2>{{ first ? $t('frame.the_first_account') : again ? $t('frame.log_in_again') : $t('frame.log_in') }}</h2>
      <TextField
        v-if="first"
        id="code"
        :placeholder="$t('frame.abcd_efgh_jkmn')"
        v-model="code"
        :label="$t('frame.code_as_the_start_command')"
      />
      <TextField v-if="first" id="shop" v-model="shop" :label="$t('frame.name_of_the_shop')" />
      <TextField id="name" v-model="username" :label="$t('frame.your_name')" />
      <div class="field">
        <label for="password">{{ $t('frame.password') }}</label><el-input
          id="password"
          :autocomplete="first ? 'new-password' : 'current-password'"
          type="password"
          v-model="password"
        />
        <p v-if="first" class="soft">
          {{ $t('frame.at_least_12_characters_three') }}
        </p>
      </div>
      <p v-if="message" class="bad" role="alert">{{ message }}</p>
      <el-button type="primary" native-type="submit">{{
        first ? $t('frame.open_the_shop') : $t('frame.log_in')
      }}</el-button>
    </form>
    <p v-if="!again" class="soft">
      {{ $t('frame.a_planning_aid_loads_people') }}
    </p>
  </component>
</template>
<style scoped>
.door {
  max-width: 380px;
}
main.door {
  margin: 9vh auto;
  padding: 0 16px;
}
form {
  display: flex;
  flex-direction: column;
  gap: 10px;
  margin: 18px 0;
}
</style>
