<script setup lang="ts">
import { computed } from 'vue'

/** What changed, in words; a colour in them stands beside what it looks like. */
const props = defineProps<{ words: string }>()

const COLOUR = /(#[0-9a-f]{6}(?:[0-9a-f]{2})?)/i
const pieces = computed(() => props.words.split(COLOUR))
</script>

<template>
  <span
    ><template v-for="(piece, i) in pieces" :key="i"
      ><template v-if="i % 2 === 0">{{ piece }}</template
      ><span v-else class="colour"
        ><span class="swatch" :style="{ background: piece }" aria-hidden="true" />{{ piece }}</span
      ></template
    ></span
  >
</template>

<style scoped>
.colour {
  white-space: nowrap;
}

.swatch {
  display: inline-block;
  width: 12px;
  height: 12px;
  margin-inline-end: 3px;
  vertical-align: -1px;
  border: 1px solid var(--line);
}
</style>
