<script setup lang="ts">
/** The people of the shop, for its owner; and one's own password, for everybody. */
import { t } from '../messages'
import { onMounted, ref } from 'vue'
import { call, type S } from '../api/client'
import { useAsync } from '../composables/useAsync'
import { attempt, me, message } from '../shared/job'
import AsyncState from '../ui/AsyncState.vue'
import { when } from '../shared/dates'
import Choice from '../ui/Choice.vue'
import TextField from '../ui/TextField.vue'
import ChoiceField from '../ui/ChoiceField.vue'

type Role = S['Person']['role']
const ROLES: { id: Role; words: string }[] = [
  { id: 'owner', words: t('frame.owner_everything_and_the_people') },
  { id: 'fabricator', words: t('frame.fabricator_everything_but_people_and') },
  { id: 'checker', words: 'checker: reads, comments, signs' },
]
const people = ref<S['Person'][]>([])
const name = ref('')
const password = ref('')
const role = ref<Role>('fabricator')
const reset = ref<{ id: number; password: string } | null>(null)
const own = ref({ old: '', new: '' })
const done = ref('')
const load = async () => {
  if (me.value?.role === 'owner') people.value = await call('GET', '/people')
}
const { isThere, failed, again } = useAsync(load)
onMounted(again)
const told = (words: string, work: () => Promise<unknown>) =>
  attempt(async () => {
    done.value = ''
    await work()
    await load()
    done.value = words
  })
const add = () =>
  told(t('frame.can_log_in_now_x', [name.value]), async () => {
    await call('POST', '/people', { username: name.value, password: password.value, role: role.value })
    name.value = password.value = ''
  })
const change = (p: S['Person'], to: Partial<S['Person']>) =>
  told(t('frame.is_changed_x', [p.username]), () =>
    call('PUT', `/people/${p.id}`, { role: p.role, active: p.active, ...to }).finally(load),
  )
const give = (p: S['Person']) =>
  told(t('frame.has_a_new_password_wherever_x', [p.username]), async () => {
    await call('POST', `/people/${p.id}/password`, { password: reset.value!.password })
    reset.value = null
  })
const changeOwn = () =>
  told(t('frame.your_password_is_changed_elsewhere'), async () => {
    await call('POST', '/me/password', own.value)
    own.value = { old: '', new: '' }
  })
const lastSeen = (iso: string | null) => (iso ? when(iso) : t('frame.not_yet'))
</script>
<template>
  <main class="page">
    <div class="row spread">
      <h1>{{ $t('frame.people_of_x', [me?.shop]) }}</h1>
      <router-link to="/">{{ $t('frame.all_jobs') }}</router-link>
    </div>
    <p v-if="message" class="notice bad" role="alert">{{ message }}</p>
    <p v-if="done" class="notice" role="status">{{ done }}</p>
    <AsyncState v-if="!isThere" :failed="failed" @again="again" />
    <template v-if="isThere && me?.role === 'owner'">
      <table class="list">
        <thead>
          <tr>
            <th>{{ $t('frame.name') }}</th>
            <th>{{ $t('frame.may') }}</th>
            <th>{{ $t('frame.last_logged_in') }}</th>
            <th></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in people" :key="p.id" :class="{ soft: !p.active }">
            <td>
              <b>{{ p.username }}</b> <span v-if="!p.active">{{ $t('frame.not_let_in_any_more') }}</span>
            </td>
            <td>
              <Choice
                :aria-label="$t('frame.what_may_do_x', [p.username])"
                @change="change(p, { role: $event })"
                :model-value="p.role"
                :options="ROLES.map((r) => ({ value: r.id, label: r.words }))"
              />
            </td>
            <td class="soft">{{ lastSeen(p.last_seen) }}</td>
            <td class="num">
              <form v-if="reset?.id === p.id" class="row" @submit.prevent="give(p)">
                <el-input
                  autocomplete="new-password"
                  :aria-label="$t('frame.new_password_of_x', [p.username])"
                  :placeholder="$t('frame.new_password')"
                  type="password"
                  v-model="reset.password"
                /><el-button type="primary" native-type="submit">{{ $t('frame.give_it') }}</el-button
                ><el-button @click="reset = null">{{ $t('frame.leave_it') }}</el-button>
              </form>
              <template v-else>
                <el-button
                  text
                  :aria-label="$t('frame.new_password_for_x', [p.username])"
                  @click="reset = { id: p.id, password: '' }"
                >
                  {{ $t('frame.new_password_2') }}</el-button><el-button
                  text
                  :aria-label="
                    p.active ? $t('frame.let_in_no_more_x', [p.username]) : $t('frame.let_in_again_x', [p.username])
                  "
                  @click="change(p, { active: !p.active })"
                  >{{ p.active ? $t('frame.let_in_no_more') : $t('frame.let_in_again') }}</el-button
                >
              </template>
            </td>
          </tr>
        </tbody>
      </table>
    </template>
    <div class="halves">
      <form v-if="me?.role === 'owner'" class="panel" @submit.prevent="add">
        <h2>{{ $t('frame.somebody_new') }}</h2>
        <TextField id="p-name" v-model="name" :label="$t('frame.name')" />
        <div class="field">
          <label for="p-word">{{ $t('frame.password_to_be_told_to') }}</label><el-input
            id="p-word"
            autocomplete="new-password"
            type="password"
            v-model="password"
          />
          <p class="soft">{{ $t('frame.at_least_12_characters_three') }}</p>
        </div>
        <ChoiceField
          id="p-role"
          v-model="role"
          :label="$t('frame.may')"
          :options="ROLES.map((r) => ({ value: r.id, label: r.words }))"
        />
        <el-button class="gap" type="primary" native-type="submit">{{ $t('frame.let_them_in') }}</el-button>
      </form>
      <form class="panel" @submit.prevent="changeOwn">
        <h2>{{ $t('frame.your_own_password') }}</h2>
        <TextField id="o-old" type="password" v-model="own.old" :label="$t('frame.as_it_is_now')" />
        <TextField id="o-new" type="password" v-model="own.new" :label="$t('frame.new')" />
        <el-button class="gap" native-type="submit">{{ $t('frame.change_it') }}</el-button>
      </form>
    </div>
  </main>
</template>
