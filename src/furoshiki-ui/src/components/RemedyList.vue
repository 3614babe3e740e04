<script setup lang="ts">
import type { Schemas } from '@/api/client'

defineProps<{ remedies: Schemas['Remedy'][]; of: string }>()
defineEmits<{ choose: [remedy: Schemas['Remedy']] }>()
</script>

<template>
  <ul class="remedies" :aria-label="`What can be done for ${of}`">
    <li v-for="remedy in remedies" :key="remedy.words">
      <VBtn @click="$emit('choose', remedy)">{{ remedy.words }}</VBtn>
      <span class="third">{{ remedy.reason }}</span>
    </li>
  </ul>
</template>

<style scoped>
.remedies {
  display: grid;
  gap: 4px;
  margin-top: 4px;
}

li {
  display: grid;
  justify-items: start;
  gap: 2px;
}
</style>
