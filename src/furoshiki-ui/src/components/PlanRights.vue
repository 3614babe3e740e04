<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { useClipboard } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useChanged } from '@/api/asked'
import { api, take, type Schemas } from '@/api/client'
import { usePlan } from '@/api/queries'
import { count } from '@/composables/words'
import ProblemNote from './ProblemNote.vue'
import SignalWord from './SignalWord.vue'

const props = defineProps<{
  desktop: number
  isSimulated: boolean
  plan: Schemas['PlanView']
  /** Whether the plan was carried out, so that the script finds what it expects. */
  isDone: boolean
  canLeaveOut?: boolean
}>()
defineEmits<{ leaveOut: [without: string] }>()

const id = computed(() => props.desktop)
const rights = computed(() => props.plan.rights)
/** The same plan as it would be made now: what the administrator did is not in it any more. */
const { data: today } = usePlan(
  id,
  computed(() => props.plan.target),
  { follows: true },
)
const left = computed(() => new Set((today.value?.rights ?? rights.value)?.parts.map((part) => part.kind)))
const isOn = (kind: string) => today.value !== undefined && (!today.value.rights || !left.value.has(kind))
const isAsSaved = (file: string) => today.value !== undefined && !today.value.rights?.files.includes(file)
const isAllOn = computed(
  () => rights.value?.parts.every((part) => isOn(part.kind)) && rights.value.files.every(isAsSaved),
)
/** What takes the administrator's rights, counted. */
const subject = computed(() => {
  const { parts, files } = rights.value ?? { parts: [], files: [] }
  return [
    parts.length > 0 ? [count(parts.length, 'part')] : [],
    files.length > 0 ? [count(files.length, 'file of a set', 'files of sets')] : [],
  ]
    .flat()
    .join(' and ')
})
const isOne = computed(() => (rights.value?.parts.length ?? 0) + (rights.value?.files.length ?? 0) === 1)

const { copy, copied } = useClipboard()
const file = computed(() => `data:text/x-shellscript,${encodeURIComponent(rights.value?.script ?? '')}`)

const changed = useChanged()
const password = ref('')
const ask = useMutation({
  mutationFn: () =>
    take(
      api.POST('/api/desktops/{id}/administrator', {
        params: { path: { id: id.value } },
        body: { fingerprint: props.plan.fingerprint, password: password.value },
      }),
    ),
  onSuccess: changed,
})
</script>

<template>
  <section v-if="rights" class="paper" data-test="rights">
    <SignalWord v-if="isAllOn" signal="ready" :word="`${subject} put on by the administrator`" />
    <SignalWord
      v-else
      signal="waiting"
      :word="`${subject} ${isOne ? 'takes' : 'take'} the administrator’s rights`"
    />
    <p v-for="part in rights.parts" :key="part.kind">
      <strong>{{ part.title }}</strong> <span class="second">{{ part.words }}</span>
      <span v-if="isOn(part.kind)" class="third"> is on</span>
      <VBtn
        v-else-if="canLeaveOut"
        class="bare"
        :aria-label="`Leave out ${part.title}`"
        @click="$emit('leaveOut', part.kind)"
        >Leave out</VBtn
      >
    </p>
    <details v-if="rights.files.length > 0">
      <summary>{{ count(rights.files.length, 'file') }} as saved</summary>
      <p v-for="path in rights.files" :key="path" class="mono third">{{ path }}</p>
    </details>
    <template v-if="!isAllOn">
      <p class="second">
        Furoshiki does not try it. A script does it after the switch: it looks first, copies each file, and
        can be run twice.
      </p>
      <details>
        <summary>Read the script</summary>
        <pre class="mono" tabindex="0">{{ rights.script }}</pre>
      </details>
      <div class="row">
        <VBtn @click="copy(rights.script)">{{ copied ? 'Copied' : 'Copy it' }}</VBtn>
        <VBtn :href="file" download="furoshiki-rights.sh">Save it as a file</VBtn>
      </div>
      <p class="third">Then run it: <span class="mono">sudo sh furoshiki-rights.sh</span></p>
      <form v-if="isSimulated && isDone" class="row" @submit.prevent="ask.mutate()">
        <label class="row"
          >Administrator’s password
          <input v-model="password" type="password" autocomplete="off" />
        </label>
        <VBtn type="submit" class="main" :loading="ask.isPending.value">Run it here</VBtn>
        <span class="third">Of a simulated desktop it is heron.</span>
      </form>
      <ProblemNote v-if="ask.error.value" :error="ask.error.value" />
    </template>
  </section>
</template>

<style scoped>
section {
  grid-template-columns: minmax(0, 1fr);
  display: grid;
  gap: 6px;
  padding: 10px 12px;
}

pre {
  max-height: 260px;
  margin: 6px 0 0;
  padding: 8px;
  overflow: auto;
  font-size: 11px;
  border: 1px solid var(--line);
}

summary {
  cursor: pointer;
}

input {
  width: 110px;
  padding: 3px 8px;
  border: 1px solid var(--line);
  background: var(--paper);
}
</style>
