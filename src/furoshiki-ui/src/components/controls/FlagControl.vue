<script setup lang="ts">
import type { ControlEmits, ControlProps } from './values'

defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()
</script>

<template>
  <input
    :id="id"
    type="checkbox"
    :checked="setting.value === 'true'"
    @change="emit('set', { value: String(($event.target as HTMLInputElement).checked) }, false)"
  />
</template>

<style scoped>
input {
  justify-self: start;
  width: 16px;
  height: 16px;
  accent-color: var(--action);
}
</style>
