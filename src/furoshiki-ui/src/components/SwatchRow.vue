<script setup lang="ts">
defineProps<{ colours: string[] }>()
</script>

<template>
  <span class="swatches" aria-hidden="true">
    <span v-for="(colour, i) in colours" :key="i" :style="{ backgroundColor: colour }" />
  </span>
</template>

<style scoped>
.swatches {
  display: inline-flex;
  border: 1px solid var(--line);
  vertical-align: -2px;
}

.swatches > span {
  width: 13px;
  height: 13px;
}
</style>
