<script setup lang="ts">
import { IconX } from '@tabler/icons-vue'
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, ref, toRef, useTemplateRef, watch } from 'vue'
import type { Schemas } from '@/api/client'
import { useTrials } from '@/api/queries'
import { useArrows } from '@/composables/useArrows'
import { useKeys } from '@/composables/useKeys'
import { count } from '@/composables/words'
import ProblemNote from './ProblemNote.vue'
import ScreenPicture from './ScreenPicture.vue'

/** The look with each thing that it could take, as small pictures: the large one follows, and one is kept. */
const props = defineProps<{
  fitting: number
  /** The part and the setting, as "icons/set"; or "looks", or "moves". */
  of: string
  looks: string[]
  title: string
  look: string
  scene: Schemas['PictureScene']
}>()
const emit = defineEmits<{
  try: [step: Schemas['StepForm']]
  release: []
  keep: [step: Schemas['StepForm'], continues: boolean]
  leave: []
}>()

const SHARES: { value: Schemas['LookShare']; title: string }[] = [
  { value: 'Everything', title: 'Everything' },
  { value: 'WithoutFurniture', title: 'Without furniture' },
  { value: 'FurnitureOnly', title: 'Furniture only' },
]
const share = ref<Schemas['LookShare']>('Everything')
const { data, error, hasNextPage, fetchNextPage } = useTrials(
  toRef(props, 'fitting'),
  toRef(props, 'of'),
  toRef(props, 'looks'),
  share,
  toRef(props, 'look'),
  toRef(props, 'scene'),
)
const trials = computed(() => data.value?.pages.flat() ?? [])
const at = ref(-1)
const tried = computed(() => trials.value[at.value])
const list = useTemplateRef<HTMLElement>('list')
/** Whether the last step was taken from this sheet: the next one stands in its place. */
let hasKept = false
watch(
  () => props.of,
  () => {
    at.value = -1
    hasKept = false
  },
)

function attempt(index: number) {
  if (index === at.value) return
  at.value = index
  const trial = trials.value[index]
  if (trial?.picture) emit('try', trial.step)
  else emit('release')
}
function release() {
  at.value = -1
  emit('release')
}
/** What is to be said of one, beside its name; of what is here already, nothing. */
const wordsOf = (trial: Schemas['TrialView']) =>
  trial.isOn
    ? 'on'
    : trial.whyNot ||
      (props.of === 'looks' || trial.step.edits.some((one) => one.get?.length) ? trial.words : '')
function keep(trial: Schemas['TrialView'] | undefined) {
  if (!trial?.picture) return
  emit('keep', trial.step, hasKept)
  hasKept = true
}

useEventListener(list, 'pointerleave', release)
useEventListener(list, 'focusout', (event: FocusEvent) => {
  if (!list.value?.contains(event.relatedTarget as Node | null)) release()
})
const whole = useTemplateRef<HTMLElement>('sheet')
useEventListener(whole, 'keydown', (event: KeyboardEvent) => event.key === 'Escape' && emit('leave'))
useArrows(
  computed(() => list.value ?? undefined),
  '.trial',
)
/** Goes to the next or the one before: from the one that is on, where none is tried yet. */
async function go(by: number) {
  if (by > 0 && at.value === trials.value.length - 1 && hasNextPage.value) await fetchNextPage()
  const length = trials.value.length
  if (length === 0) return
  const from = at.value < 0 ? trials.value.findIndex((one) => one.isOn) : at.value
  const next = from < 0 ? (by > 0 ? 0 : length - 1) : (from + by + length) % length
  await nextTick()
  list.value?.querySelectorAll<HTMLElement>('.trial')[next]?.focus()
}
useKeys({
  ',': () => void go(-1),
  '.': () => void go(1),
})
</script>

<template>
  <section ref="sheet" class="sheet" :aria-label="title">
    <div class="row">
      <h2>{{ title }}</h2>
      <span class="second" role="status">{{
        tried
          ? `${at + 1} of ${trials.length}${hasNextPage ? ' and more' : ''}: ${tried.title}`
          : data
            ? `${count(trials.length, 'picture')}${hasNextPage ? ' and more' : ''}`
            : ''
      }}</span>
      <span class="push third"><kbd>,</kbd> <kbd>.</kbd> go through them, <kbd>Enter</kbd> keeps one</span>
      <VBtn class="bare" aria-label="Put the sheet away" @click="emit('leave')"><IconX :size="14" /></VBtn>
    </div>
    <div v-if="of === 'looks'" class="row" role="group" aria-label="How much of each">
      <VBtn
        v-for="one in SHARES"
        :key="one.value"
        class="chip"
        :aria-pressed="share === one.value"
        @click="share = one.value"
        >{{ one.title }}</VBtn
      >
    </div>
    <ProblemNote v-if="error" :error="error" />
    <p v-if="data && trials.length === 0" class="second">There is nothing else to try.</p>
    <ul ref="list">
      <li v-for="(trial, i) in trials" :key="i">
        <button
          type="button"
          class="trial"
          :class="{ on: trial.isOn, tried: i === at }"
          :aria-label="`${trial.title}, ${trial.whyNot || trial.words}${trial.isOn ? ', on' : ''}`"
          :aria-disabled="!trial.picture"
          @pointerenter="attempt(i)"
          @focus="attempt(i)"
          @click="keep(trial)"
        >
          <ScreenPicture v-if="trial.picture" class="picture" :screen="trial.picture" />
          <span class="words">
            <strong>{{ trial.title }}</strong>
            <span class="third">{{ wordsOf(trial) }}</span>
            <span v-if="of === 'moves'" class="third">{{ count(trial.changes.length, 'change') }}</span>
            <span v-for="one in trial.without" :key="one" class="without">{{ one }}</span>
          </span>
        </button>
      </li>
    </ul>
    <VBtn v-if="hasNextPage" @click="fetchNextPage()">Show more</VBtn>
  </section>
</template>

<style scoped>
.sheet ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(176px, 1fr));
  gap: 8px;
  margin-top: 6px;
}

.trial {
  display: grid;
  align-content: start;
  width: 100%;
  height: 100%;
  background: var(--paper);
  border: 1px solid var(--line);
}

.tried {
  outline: 2px solid var(--action);
}

.on {
  background: var(--action-tint);
}

.without {
  width: 100%;
  color: var(--waiting);
  font-size: 12px;
}

.words {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
  padding: 3px 8px 5px;
  overflow-wrap: anywhere;
}
</style>
