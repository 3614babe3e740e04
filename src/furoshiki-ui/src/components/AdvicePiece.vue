<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { signalOf } from '@/composables/advice'
import SignalWord from './SignalWord.vue'

/** A piece of advice as one line with its figure and what would settle it; by which rule, and how it was looked for, opens under it. */
const props = defineProps<{
  piece: Schemas['AdviceView']
  /** Whether its remedies can be taken here. */
  settles?: boolean
  /** Whether the part that it is about can be opened. */
  opens?: boolean
  /** Whether a person can want it so. */
  canWish?: boolean
}>()
defineEmits<{ settle: [remedy: string]; open: []; wish: [] }>()

const line = computed(() => {
  const { change, isWanted, line } = props.piece
  if (change === 'Settled') return `Settled: ${line}`
  return isWanted ? `${line}, wanted so` : line
})
</script>

<template>
  <li class="piece" :class="{ quiet: piece.isWanted || piece.weight === 'Told' }" :data-advice="piece.key">
    <details>
      <summary><SignalWord :signal="signalOf(piece)" :word="line" /></summary>
      <div class="second more">
        <p>
          <strong>{{ piece.title }}.</strong> {{ piece.found }}
        </p>
        <p>{{ piece.wanted }} {{ piece.why }}</p>
        <p v-if="!settles && piece.weight !== 'Told' && piece.change !== 'Settled'">
          {{
            piece.remedies.length > 0
              ? `A fitting offers: ${piece.remedies.join(', ')}.`
              : 'Nothing by itself settles it.'
          }}
        </p>
        <p v-if="opens || canWish" class="row ways">
          <button v-if="opens" @click="$emit('open')">Open {{ piece.part }}</button>
          <button
            v-if="canWish"
            class="wish"
            :aria-label="`${piece.isWanted ? 'Advise on it again' : 'I want it so'}: ${piece.line}`"
            @click="$emit('wish')"
          >
            {{ piece.isWanted ? 'Advise on it again' : 'I want it so' }}
          </button>
        </p>
      </div>
    </details>
    <p v-if="settles && piece.remedies.length > 0" class="row remedies">
      <button v-for="remedy in piece.remedies" :key="remedy" class="remedy" @click="$emit('settle', remedy)">
        {{ remedy }}
      </button>
    </p>
  </li>
</template>

<style scoped>
.piece {
  display: flex;
  flex-wrap: wrap;
  align-items: flex-start;
  gap: 0 16px;
  padding: 2px 12px;
}

.piece + .piece {
  border-top: 1px solid var(--line);
}

details {
  flex: 1 1 260px;
  min-width: 0;
}

summary {
  padding: 4px 0;
}

.more {
  display: grid;
  gap: 4px;
  max-width: 90ch;
  padding: 2px 0 6px 18px;
}

.ways {
  gap: 2px 14px;
}

.ways button {
  min-height: 24px;
  text-decoration: underline;
  text-underline-offset: 3px;
}

.remedies {
  gap: 0 14px;
}

.remedy {
  min-height: 28px;
  color: var(--action);
  font-weight: 650;
}

.remedy:hover {
  text-decoration: underline;
}

.quiet :deep(.signal) {
  color: var(--second);
  font-weight: 400;
}
</style>
