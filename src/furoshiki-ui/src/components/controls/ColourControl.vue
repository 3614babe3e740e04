<script setup lang="ts">
import type { ControlEmits, ControlProps } from './values'

defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()
</script>

<template>
  <span class="colour">
    <span class="sample" :style="{ backgroundColor: setting.value }" />
    <input
      :id="id"
      class="entry mono"
      :value="setting.value"
      spellcheck="false"
      @change="emit('set', { value: ($event.target as HTMLInputElement).value }, false)"
    />
  </span>
</template>

<style scoped>
.colour {
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr);
  gap: 6px;
}

.sample {
  border: 1px solid var(--line);
}
</style>
