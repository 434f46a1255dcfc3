<script setup lang="ts">
/** A field with its name above it, and beneath it what was understood, what is wrong, or a word of help. */
import { computed, ref, useId } from 'vue'
import { useError, useFormName } from './errors'
import { helpFor, readHelp } from './help'

const props = defineProps<{ label: string; at?: string; id?: string; unit?: string; echo?: string; trouble?: string }>()
const own = useId()
const place = computed(() => props.id ?? own)
const found = useError(own, () => ({ label: props.label, at: props.at ?? '' }))
const bad = computed(() => props.trouble || found.value)
const described = computed(() =>
  [props.unit && `${place.value}-unit`, (bad.value || props.echo) && `${place.value}-echo`].filter(Boolean).join(' '),
)
const form = useFormName()
if (form) readHelp()
const help = computed(() => helpFor(form, props.at ?? ''))
const open = ref(false)
/** By its sign or by F1 in the field; the sign itself is not stopped at, or a form would be twice as long to walk. */
const turn = (event: Event) => {
  if (!help.value) return
  event.preventDefault()
  open.value = !open.value
}
</script>
<template>
  <div class="field" :data-field="own" :data-at="at" @keydown.f1="turn">
    <span class="named"
      ><label :id="`${place}-label`" :for="place">{{ label }}</label
      ><span v-if="unit" :id="`${place}-unit`" class="soft">{{ unit }}</span
      ><button
        v-if="help"
        type="button"
        class="ask"
        tabindex="-1"
        :aria-label="$t('common.help')"
        :aria-describedby="`${place}-label`"
        :aria-expanded="open"
        aria-keyshortcuts="F1"
        @click="turn"
      >
        ?
      </button></span
    >
    <slot :id="place" :bad="!!bad" :described="described || undefined" />
    <span :id="`${place}-echo`" class="echo" :class="{ bad }">{{ bad || echo }}</span>
    <div v-if="help && open" class="told" role="note">
      <p>
        <b>{{ label }}: {{ help.what }}.</b> {{ help.why[0]?.toUpperCase() }}{{ help.why.slice(1) }}.
      </p>
      <p>{{ $t('common.usually_x', [help.usual]) }}</p>
      <p class="soft">{{ help.source }}</p>
    </div>
  </div>
</template>
<style scoped>
.named .soft {
  margin-left: 6px;
}
.ask {
  font: inherit;
  font-weight: 600;
  color: var(--mark);
  background: none;
  border: 0;
  padding: 0;
  margin: -4px 0;
  min-width: 24px;
  min-height: 24px;
  cursor: help;
}
.ask:hover,
.ask[aria-expanded='true'] {
  text-decoration: underline;
}
.told {
  border-left: 3px solid var(--mark);
  background: var(--mark-pale);
  padding: 6px 10px;
}
.told p {
  margin: 0 0 3px;
}
@media (max-width: 900px), (pointer: coarse) {
  .ask {
    min-width: 48px;
    min-height: 48px;
    margin: -12px 0;
  }
}
@media print {
  .ask {
    display: none;
  }
}
</style>
