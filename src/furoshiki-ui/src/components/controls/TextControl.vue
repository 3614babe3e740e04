<script setup lang="ts">
import type { ControlEmits, ControlProps } from './values'

defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()
</script>

<template>
  <input
    :id="id"
    class="field"
    :value="setting.value"
    @change="emit('set', { value: ($event.target as HTMLInputElement).value }, false)"
  />
</template>
