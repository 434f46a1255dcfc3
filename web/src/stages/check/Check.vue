<script setup lang="ts">
/** The checker's desk: every number weakest first, comments and their answers, the signature, the release. */
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
const statement = ref('Checked by calculation of my own; the assumptions are as stated.')
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
    <h1>Check</h1>
    <span class="soft">A second pair of eyes: every number, weakest first, with its why.</span
    ><a class="button link" :href="`/api/jobs/${job!.job.id}/export/report.pdf?unit=${unit}`">Calculation report PDF</a>
  </div>
  <div class="two gap">
    <section>
      <Checks />
    </section>
    <section>
      <h2>Comments</h2>
      <form class="row" @submit.prevent="comment">
        <el-input
          aria-label="Comment on the job"
          placeholder="on the job as a whole; on a number: open its why"
          class="wide"
          v-model="text"
        /><el-button native-type="submit" :disabled="!text">Say it</el-button>
      </form>
      <Remark v-for="c in job!.comments" :key="c.id" :comment="c">
        <form v-if="mayWrite && !c.spec.answer" class="row" @submit.prevent="answer(c.id)">
          <el-input :aria-label="`Answer to ${c.author}`" placeholder="answer" v-model="answers[c.id]" /><el-button
            native-type="submit"
            :disabled="!answers[c.id]"
          >
            Answer
          </el-button>
        </form>
        <el-button
          text
          v-if="!c.spec.answer && c.author === me?.username"
          :aria-label="`Take away what you said: ${c.spec.text}`"
          @click="attempt(() => remove('comments', c))"
        >
          Take it back
        </el-button>
      </Remark>
      <h2 class="gap">Signature</h2>
      <p v-if="job!.needs_checker" class="notice">
        This job lifts, carries people or is public: it is released only with a checker’s name. Local rules may ask for
        a licensed engineer besides.
      </p>
      <p v-for="(s, k) in job!.signatures" :key="k">
        <b>{{ s.by }}</b>, revision {{ s.revision }}, {{ when(s.at) }}: “{{ s.statement }}” <b v-if="s.stands">stands</b
        ><span v-else class="bad">the job was changed since</span>
      </p>
      <form v-if="me?.role === 'checker'" class="panel" @submit.prevent="sign">
        <TextField id="c-sign" :rows="2" v-model="statement" label="What you checked, and how" />
        <el-button class="gap" type="primary" native-type="submit"
          >Sign revision {{ job!.job.spec.revision }}</el-button
        >
      </form>
      <p v-else-if="!job!.signatures.length" class="soft">
        Nobody has signed. A person with the role of checker signs here.
      </p>
      <h2 class="gap">Release</h2>
      <p v-for="c in stops" :key="c.text" class="soft">{{ c.title }}: {{ c.do }} Decides: {{ c.decides }}.</p>
      <form v-if="mayWrite" class="panel" @submit.prevent="release">
        <TextField id="c-note" v-model="note" label="What for, and on what grounds where something is not checked" />
        <el-button class="gap" type="primary" native-type="submit"
          >Release revision {{ job!.job.spec.revision }}</el-button
        >
      </form>
      <div v-for="r in job!.releases" :key="r.id" class="release">
        <b>Revision {{ r.revision }}</b>
        {{ ' '
        }}<span class="soft"
          >released by {{ r.by }}, {{ when(r.at)
          }}<template v-if="r.checked_by">, checked by {{ r.checked_by }}</template></span
        >
        {{ r.note }}
        <router-link :to="`/jobs/${job!.job.id}/releases/${r.id}`" :aria-label="`Read revision ${r.revision}`"
          >Read it</router-link
        >
        <el-button text :aria-label="`What changed since revision ${r.revision}`" @click="compare(r.id)">
          What changed since
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
              <td class="soft">Nothing: the job is as it was released, but for the letter of its revision.</td>
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
