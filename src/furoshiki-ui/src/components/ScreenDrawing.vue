<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

const props = defineProps<{ screens: Schemas['Screen'][] }>()

/** Screens side by side, in one scale. */
const GAP = 60
const boxes = computed(() => {
  let x = 0
  return props.screens.map((screen) => {
    const box = { ...screen, x }
    x += screen.width + GAP
    return box
  })
})
const width = computed(() => props.screens.reduce((sum, screen) => sum + screen.width + GAP, -GAP))
const height = computed(() => Math.max(...props.screens.map((screen) => screen.height)))
</script>

<template>
  <div>
    <svg :viewBox="`0 0 ${width} ${height}`" role="img" :aria-label="`${screens.length} screens to scale`">
      <rect
        v-for="box in boxes"
        :key="box.id"
        :x="box.x"
        :y="height - box.height"
        :width="box.width"
        :height="box.height"
      />
    </svg>
    <p v-for="(screen, i) in screens" :key="screen.id" class="second">
      {{ screen.id }}{{ i === 0 && screen.id !== 'main' ? ' (main)' : '' }}: {{ screen.width }} ×
      {{ screen.height }} px<template v-if="screen.scale !== 1">, scale {{ screen.scale }}</template>
    </p>
  </div>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-height: 130px;
  margin-bottom: 6px;
}

rect {
  fill: var(--raised);
  stroke: var(--second);
  stroke-width: 1.5px;
  vector-effect: non-scaling-stroke;
}
</style>
