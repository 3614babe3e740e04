<script setup lang="ts">
import { computed } from 'vue'
import { problemOf } from '@/api/client'
import SignalWord from './SignalWord.vue'

const props = defineProps<{ error: unknown }>()
const problem = computed(() => problemOf(props.error))
</script>

<template>
  <div class="problem" role="alert">
    <SignalWord signal="cannot" :word="problem.detail" />
    <ul v-if="problem.changed" class="mono">
      <li v-for="path in problem.changed" :key="path">{{ path }}</li>
    </ul>
    <p class="second">{{ problem.unharmed }}</p>
    <slot />
  </div>
</template>

<style scoped>
.problem {
  display: grid;
  gap: 6px;
  padding: 10px 12px;
  border: 1px solid var(--cannot);
  border-left-width: 3px;
  background: var(--cannot-tint);
  overflow-wrap: anywhere;
}

.problem :deep(.v-btn) {
  justify-self: start;
}
</style>
