<script setup lang="ts">
import type { Schemas } from '@/api/client'

/** The steps of a fitting, the last first; each can be left out and taken in again. */
defineProps<{ fitting: Schemas['FittingView'] }>()
defineEmits<{ leave: [step: number, isOut: boolean] }>()
</script>

<template>
  <section class="steps" aria-label="Steps">
    <h2>Steps</h2>
    <p v-if="fitting.steps.length === 0" class="second">
      Nothing is changed yet. Press something in the picture, or a part at the right.
    </p>
    <ol v-else class="paper" reversed>
      <li v-for="step in [...fitting.steps].reverse()" :key="step.number" :class="{ out: step.isOut }">
        <div class="words">
          <span class="title">{{ step.title }}</span>
          <details v-if="step.changes.length > 1">
            <summary class="second">{{ step.changes.length }} changes</summary>
            <ul>
              <li v-for="change in step.changes" :key="change">{{ change }}</li>
            </ul>
          </details>
          <p v-for="reason in step.idle" :key="reason" class="idle">◐ {{ reason }}</p>
          <p v-if="!step.isOut && step.idle.length === 0 && step.changes.length === 0" class="third">
            It changes nothing now.
          </p>
        </div>
        <VBtn
          class="bare"
          :aria-label="`${step.isOut ? 'Take in' : 'Leave out'}: ${step.title}`"
          @click="$emit('leave', step.number, !step.isOut)"
          >{{ step.isOut ? 'Take in' : 'Leave out' }}</VBtn
        >
      </li>
    </ol>
    <p v-if="fitting.stepCount > fitting.steps.length" class="third">
      The last {{ fitting.steps.length }} of {{ fitting.stepCount }} steps.
    </p>
  </section>
</template>

<style scoped>
.steps {
  display: grid;
  gap: 6px;
  align-content: start;
}

ol > li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 8px;
  align-items: start;
  padding: 4px 4px 4px 12px;
}

ol > li + li {
  border-top: 1px solid var(--line);
}

.words {
  padding: 4px 0;
}

.out .title {
  color: var(--third);
  text-decoration: line-through;
}

.idle {
  color: var(--waiting);
}
</style>
