<script setup lang="ts">
import { computed } from 'vue'

export type Signal = 'ready' | 'waiting' | 'cannot' | 'plain'

const props = defineProps<{ signal: Signal; word: string; tinted?: boolean }>()

/** Each signal hue comes with a shape, so that it can be told without its colour. */
const SHAPES: Record<Signal, string> = { ready: '●', waiting: '◐', cannot: '◇', plain: '○' }
const shape = computed(() => SHAPES[props.signal])
</script>

<template>
  <span class="signal" :class="[signal, { tinted }]"
    ><span aria-hidden="true">{{ shape }}</span> {{ word }}</span
  >
</template>

<style scoped>
.signal {
  font-weight: 600;
}

.ready {
  color: var(--ready);
}

.waiting {
  color: var(--waiting);
}

.cannot {
  color: var(--cannot);
}

.plain {
  color: var(--third);
}

.tinted.waiting {
  background: var(--waiting-tint);
  border-left: 3px solid var(--waiting);
}

.tinted.ready {
  background: var(--ready-tint);
  border-left: 3px solid var(--ready);
}
</style>
