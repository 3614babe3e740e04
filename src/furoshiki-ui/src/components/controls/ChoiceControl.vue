<script setup lang="ts">
import type { ControlEmits, ControlProps } from './values'

defineProps<ControlProps & { choices?: { value: string; title: string }[] }>()
const emit = defineEmits<ControlEmits>()
</script>

<template>
  <span class="row choices" role="group" :aria-labelledby="`${id}-title`">
    <VBtn
      v-for="(choice, i) in choices ?? type.choices.map((one) => ({ value: one, title: one }))"
      :id="i === 0 ? id : undefined"
      :key="choice.value"
      class="chip"
      :aria-pressed="setting.value === choice.value"
      @click="emit('set', { value: choice.value }, false)"
      >{{ choice.title }}</VBtn
    >
  </span>
</template>

<style scoped>
.choices {
  gap: 4px;
}

.choices :deep(.v-btn) {
  height: 24px;
  padding: 0 7px;
}
</style>
