<script setup lang="ts">
/** The checker's desk: every number weakest first, comments and their answers, the signature, the release. */
import { t } from '../../messages'
import { computed, ref } from 'vue'
import { call, type S } from '../../api/client'
import { attempt, change, copy, job, mayWrite, me, remove, save } from '../../shared/job'
import Reserve from '../../shared/Reserve.vue'
import { unit } from '../../shared/units'
import Checks from './Checks.vue'
import Links from './Links.vue'
import { when } from '../../shared/dates'
import Remark from '../../shared/Remark.vue'
import TextField from '../../ui/TextField.vue'

const text = ref('')
const comment = () =>
  attempt(async () => {
    await save('comments', null, { text: text.value, about: '', check_id: '', answer: '' })
    text.value = ''
  })
const answers = ref<Record<number, string>>({})
const answer = (id: number) =>
  attempt(async () => {
    const c = job.value!.comments.find((x) => x.id === id)!
    await save('comments', c, { ...copy(c.spec), answer: answers.value[id] })
  })
const statement = ref(t('check.checked_by_calculation_of_my'))
const sign = () =>
  attempt(async () => {
    await change('POST', `/jobs/${job.value!.job.id}/sign`, { statement: statement.value })
  })
const note = ref('')
const release = () =>
  attempt(async () => {
    await change('POST', `/jobs/${job.value!.job.id}/release`, {
      version: job.value!.job.version,
      note: note.value,
    })
    note.value = ''
  })
const compared = ref<{ id: number; found: S['Compared'] } | null>(null)
const compare = (id: number) =>
  attempt(async () => {
    compared.value = { id, found: await call('GET', `/jobs/${job.value!.job.id}/releases/${id}/against`) }
  })
const stops = computed(() => job.value!.figures.cautions.filter((c) => c.level === 'stop'))
</script>
<template>
  <div class="row spread">
    <h1>{{ $t('check.check') }}</h1>
    <span class="soft">{{ $t('check.a_second_pair_of_eyes') }}</span><a
      class="button link"
      :href="`/api/jobs/${job!.job.id}/export/report.pdf?unit=${unit}`"
      >{{ $t('check.calculation_report_pdf') }}</a
    >
  </div>
  <div class="two gap">
    <section>
      <Checks />
    </section>
    <section>
      <h2>{{ $t('check.comments') }}</h2>
      <form class="row" @submit.prevent="comment">
        <el-input
          :aria-label="$t('check.comment_on_the_job')"
          :placeholder="$t('check.on_the_job_as_a')"
          class="wide"
          v-model="text"
        /><el-button native-type="submit" :disabled="!text">{{ $t('check.say_it') }}</el-button>
      </form>
      <Remark v-for="c in job!.comments" :key="c.id" :comment="c">
        <form v-if="mayWrite && !c.spec.answer" class="row" @submit.prevent="answer(c.id)">
          <el-input
            :aria-label="$t('check.answer_to_x', [c.author])"
            :placeholder="$t('check.answer')"
            v-model="answers[c.id]"
          /><el-button native-type="submit" :disabled="!answers[c.id]">
            {{ $t('check.answer_2') }}
          </el-button>
        </form>
        <el-button
          text
          v-if="!c.spec.answer && c.author === me?.username"
          :aria-label="$t('check.take_away_what_you_said_x', [c.spec.text])"
          @click="attempt(() => remove('comments', c))"
        >
          {{ $t('check.take_it_back') }}
        </el-button>
      </Remark>
      <h2 class="gap">{{ $t('check.signature') }}</h2>
      <p v-if="job!.needs_checker" class="notice">
        {{ $t('check.this_job_lifts_carries_people') }}
      </p>
      <p v-for="(s, k) in job!.signatures" :key="k">
        <b>{{ s.by }}</b>{{ $t('check.revision_x', [s.revision, when(s.at), s.statement]) }}
        <b v-if="s.stands">{{ $t('check.stands') }}</b><span v-else class="bad">{{
          $t('check.the_job_was_changed_since')
        }}</span>
      </p>
      <form v-if="me?.role === 'checker'" class="panel" @submit.prevent="sign">
        <TextField id="c-sign" :rows="2" v-model="statement" :label="$t('check.what_you_checked_and_how')" />
        <el-button class="gap" type="primary" native-type="submit">{{
          $t('check.sign_revision_x', [job!.job.spec.revision])
        }}</el-button>
      </form>
      <p v-else-if="!job!.signatures.length" class="soft">
        {{ $t('check.nobody_has_signed_a_person') }}
      </p>
      <h2 class="gap">{{ $t('check.release') }}</h2>
      <p v-for="c in stops" :key="c.text" class="soft">{{ $t('check.decides_x', [c.title, c.do, c.decides]) }}</p>
      <form v-if="mayWrite" class="panel" @submit.prevent="release">
        <TextField id="c-note" v-model="note" :label="$t('check.what_for_and_on_what')" />
        <el-button class="gap" type="primary" native-type="submit">{{
          $t('check.release_revision_x', [job!.job.spec.revision])
        }}</el-button>
      </form>
      <div v-for="r in job!.releases" :key="r.id" class="release">
        <b>{{ $t('check.revision_x_2', [r.revision]) }}</b>
        {{ ' '
        }}<span class="soft"
          >{{ $t('check.released_by_x', [r.by, when(r.at)])
          }}<template v-if="r.checked_by">{{ $t('check.checked_by_x', [r.checked_by]) }}</template></span
        >
        {{ r.note }}
        <router-link
          :to="`/jobs/${job!.job.id}/releases/${r.id}`"
          :aria-label="$t('check.read_revision_x', [r.revision])"
          >{{ $t('check.read_it') }}</router-link
        >
        <el-button text :aria-label="$t('check.what_changed_since_revision_x', [r.revision])" @click="compare(r.id)">
          {{ $t('check.what_changed_since') }}
        </el-button>
        <table v-if="compared?.id === r.id" class="list">
          <tbody>
            <tr v-for="t in compared.found.turns" :key="t.mark + t.what">
              <td>
                <b>{{ t.mark }}</b>
              </td>
              <td>{{ t.what }}</td>
              <td>
                <Reserve v-if="t.before_word" :value="t.before" /> → <Reserve v-if="t.after_word" :value="t.after" />
              </td>
            </tr>
            <tr v-for="(d, k) in compared.found.differences" :key="k">
              <td>
                {{ d.kind }} <b>{{ d.label }}</b>
              </td>
              <td>{{ d.field }}</td>
              <td>{{ [d.before, d.after].filter(Boolean).join(' → ') }}</td>
            </tr>
            <tr v-if="!compared.found.turns.length && !compared.found.differences.length">
              <td class="soft">{{ $t('check.nothing_the_job_is_as') }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <Links v-if="me?.role === 'owner'" class="gap" />
    </section>
  </div>
</template>
<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) minmax(260px, 1fr);
  gap: 22px;
}
.wide {
  flex: 1;
}
.link {
  text-decoration: none;
  color: var(--ink);
}
@media (max-width: 1000px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
