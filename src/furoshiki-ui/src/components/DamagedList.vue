<script setup lang="ts">
import { count } from '@/composables/words'
import SignalWord from './SignalWord.vue'

defineProps<{ damaged?: string[] }>()
</script>

<template>
  <details v-if="damaged?.length" class="damaged" data-test="damaged">
    <summary>
      <SignalWord signal="cannot" :word="`${count(damaged.length, 'copy', 'copies')} damaged`" />
    </summary>
    <p class="second">The rest can still be put on.</p>
    <p v-for="path in damaged" :key="path" class="mono">{{ path }}</p>
  </details>
</template>

<style scoped>
.damaged {
  overflow-wrap: anywhere;
}
</style>
