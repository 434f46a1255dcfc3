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
    <h1 v-if="!again">Yorvek</h1>
    <p v-if="again">The session has ended. What you typed is still here, and goes on once you are in.</p>
    <p v-else>From what it must carry to how every piece comes out of the stock.</p>
    <form class="panel" @submit.prevent="enter">
      <h2>{{ first ? 'The first account' : again ? 'Log in again' : 'Log in' }}</h2>
      <TextField
        v-if="first"
        id="code"
        placeholder="ABCD-EFGH-JKMN"
        v-model="code"
        label="Code, as the start command printed it"
      />
      <TextField v-if="first" id="shop" v-model="shop" label="Name of the shop" />
      <TextField id="name" v-model="username" label="Your name" />
      <div class="field">
        <label for="password">Password</label
        ><el-input
          id="password"
          :autocomplete="first ? 'new-password' : 'current-password'"
          type="password"
          v-model="password"
        />
        <p v-if="first" class="soft">
          At least 12 characters; three words that do not belong together are easy to keep.
        </p>
      </div>
      <p v-if="message" class="bad" role="alert">{{ message }}</p>
      <el-button type="primary" native-type="submit">{{ first ? 'Open the shop' : 'Log in' }}</el-button>
    </form>
    <p v-if="!again" class="soft">
      A planning aid. Loads, people, lifting and public structures follow local codes and need a licensed engineer.
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
