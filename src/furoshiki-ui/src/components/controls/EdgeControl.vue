<script setup lang="ts">
import type { ControlEmits, ControlProps } from './values'

/** A small screen, of which an edge is pressed. */
defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()
</script>

<template>
  <span class="edges">
    <span class="small" role="group" :aria-labelledby="`${id}-title`">
      <button
        v-for="(edge, i) in type.choices"
        :id="i === 0 ? id : undefined"
        :key="edge"
        type="button"
        :class="edge"
        :aria-label="edge"
        :aria-pressed="setting.value === edge"
        @click="emit('set', { value: edge }, false)"
      />
    </span>
    <span class="second">{{ setting.value }}</span>
  </span>
</template>

<style scoped>
.edges {
  display: flex;
  align-items: center;
  gap: 10px;
}

.small {
  position: relative;
  width: 96px;
  height: 74px;
  border: 1px solid var(--text);
  background: var(--paper);
}

.small button {
  position: absolute;
}

.small button::after {
  content: '';
  position: absolute;
  background: var(--line);
}

.top,
.bottom {
  left: 24px;
  right: 24px;
  height: 24px;
}

.left,
.right {
  top: 24px;
  bottom: 24px;
  width: 24px;
}

.top {
  top: 0;
}

.bottom {
  bottom: 0;
}

.left {
  left: 0;
}

.right {
  right: 0;
}

.small .top::after {
  inset: 2px 2px auto;
  height: 5px;
}

.small .bottom::after {
  inset: auto 2px 2px;
  height: 5px;
}

.small .left::after {
  inset: 2px auto 2px 2px;
  width: 5px;
}

.small .right::after {
  inset: 2px 2px 2px auto;
  width: 5px;
}

.small button[aria-pressed='true']::after {
  background: var(--action);
}

.small button:hover::after {
  background: var(--second);
}
</style>
