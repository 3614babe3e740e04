<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import DesktopPicture from './DesktopPicture.vue'
import SignalWord from './SignalWord.vue'

/** What came of a switch: what took, what waits and for what, what did not and why, and the way back. */
const props = defineProps<{
  result: Schemas['RunResult']
  /** What the parts came to, followed up to now. */
  parts: readonly Schemas['PartResult'][]
  /** How it ended, in a few words. */
  ending: string
  /** The look that is on by it; none where it changes nothing to the eye. */
  look?: string
  desktop: number
}>()
defineEmits<{ again: [] }>()

/** Parts of one outcome, those together of which the same is to be said. */
function told(outcome: Schemas['PartOutcome']) {
  const of = props.parts.filter((part) => part.outcome === outcome)
  return [...new Set(of.map(({ words }) => words))].map((words) => ({
    words,
    titles: of.filter((part) => part.words === words).map(({ title }) => title),
  }))
}
const taken = computed(() => props.parts.filter(({ outcome }) => outcome === 'Taken'))
const lines = computed(() => [
  ...told('NotTaken').map((one) => ({ ...one, signal: 'cannot' as const, word: 'Not taken' })),
  ...told('Waiting').map((one) => ({ ...one, signal: 'waiting' as const, word: 'Written, waits' })),
])

const title = ref<HTMLElement>()
defineExpose({ focus: () => title.value?.focus() })
</script>

<template>
  <div class="result paper" :class="{ failed: !result.switched }" data-test="result">
    <DesktopPicture v-if="result.switched && look" class="on" :look="look" :desktop="desktop" name="On now" />
    <div class="told" role="status">
      <h2 ref="title" tabindex="-1">{{ result.switched ? '●' : '◇' }} {{ ending }}</h2>
      <p v-if="result.problem">{{ result.problem }}</p>
      <p class="second">{{ result.unharmed }}</p>
      <dl v-if="result.switched">
        <div v-for="line in lines" :key="line.signal + line.words" data-test="outcome">
          <dt><SignalWord :signal="line.signal" :word="line.word" /></dt>
          <dd>
            <strong>{{ line.titles.join(', ') }}</strong>: {{ line.words }}
          </dd>
        </div>
        <div v-if="taken.length > 0" data-test="outcome">
          <dt><SignalWord signal="ready" word="Taken" /></dt>
          <dd>{{ taken.map((part) => part.title).join(', ') }}</dd>
        </div>
      </dl>
      <p v-for="place in result.notLookedAt" :key="place.path" class="second">
        <span class="mono">{{ place.path }}</span> {{ place.reason }}
      </p>
      <div class="row">
        <VBtn
          v-if="result.switched && result.safeState"
          :to="{ name: 'switch', query: { state: result.safeState } }"
          >Go back to what was before…</VBtn
        >
        <VBtn v-if="!result.switched" @click="$emit('again')">Plan again</VBtn>
        <VBtn :to="{ name: 'shelf' }">To the shelf</VBtn>
      </div>
    </div>
  </div>
</template>

<style scoped>
.result {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 18px;
  padding: 12px;
  border-left: 3px solid var(--ready);
  background: var(--ready-tint);
}

.result:has(> .on) {
  grid-template-columns: 300px minmax(0, 1fr);
}

.told {
  display: grid;
  align-content: start;
  gap: 8px;
}

h2 {
  color: var(--ready);
}

dl {
  display: grid;
  gap: 3px;
}

dl > div {
  display: grid;
  grid-template-columns: 118px minmax(0, 1fr);
  gap: 10px;
}

dt {
  white-space: nowrap;
}

.failed {
  border-color: var(--cannot);
  background: var(--cannot-tint);
}

.failed h2 {
  color: var(--cannot);
}

@media (width <= 900px) {
  .result:has(> .on) {
    grid-template-columns: minmax(0, 1fr);
  }

  .on {
    max-width: 300px;
  }
}
</style>
