<script setup lang="ts">
import { toRef } from 'vue'
import { useAdvice } from '@/api/queries'
import ProblemNote from './ProblemNote.vue'
import SignalWord from './SignalWord.vue'

/** What the checks find in a look, each with its figure and, where it is fitted, with what would settle it. */
const props = defineProps<{ look: string; desktop: number; settles?: boolean; opens?: boolean }>()
defineEmits<{ settle: [key: string, remedy: string]; open: [kind: string, setting: string] }>()
const { data, error } = useAdvice(toRef(props, 'look'), toRef(props, 'desktop'))
</script>

<template>
  <section v-if="error || data" class="advice" aria-label="Advice">
    <ProblemNote v-if="error" :error="error" />
    <SignalWord v-else-if="data && data.length === 0" signal="ready" word="The checks find nothing to say." />
    <ul v-else>
      <li v-for="piece in data" :key="piece.key" class="paper" :data-advice="piece.key">
        <component
          :is="opens ? 'button' : 'p'"
          class="title"
          @click="opens && $emit('open', piece.kind, piece.setting ?? '')"
        >
          <SignalWord :signal="piece.weight === 'Grave' ? 'cannot' : 'waiting'" :word="piece.title" />
        </component>
        <p :title="piece.why">
          {{ piece.found }} <span class="second">{{ piece.wanted }}</span>
        </p>
        <p v-if="settles && piece.remedies.length > 0" class="row remedies">
          <button
            v-for="remedy in piece.remedies"
            :key="remedy"
            class="remedy"
            @click="$emit('settle', piece.key, remedy)"
          >
            {{ remedy }}
          </button>
        </p>
        <p v-else-if="piece.remedies.length === 0" class="third">Nothing by itself settles it.</p>
        <p v-else class="third">A fitting offers: {{ piece.remedies.join(', ') }}</p>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.advice ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(270px, 1fr));
  gap: 8px;
}

.advice li {
  padding: 8px 12px;
}

button.title:hover {
  text-decoration: underline;
}

.remedies {
  gap: 2px 14px;
  margin-top: 4px;
}

.remedy {
  min-height: 24px;
  color: var(--action);
  font-weight: 650;
}

.remedy:hover {
  text-decoration: underline;
}
</style>
