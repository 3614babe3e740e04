<script setup lang="ts">
import { useLineUp } from '@/composables/useLineUp'
import LinedLook from './LinedLook.vue'

const lineUp = useLineUp()
</script>

<template>
  <section class="line-up" aria-label="Line-up">
    <h2>Line-up</h2>
    <LinedLook
      v-for="reference in lineUp.looks.value"
      :key="reference"
      :reference="reference"
      @remove="lineUp.toggle(reference)"
    />
    <span v-if="lineUp.looks.value.length === 1" class="third">Line up another look to compare them.</span>
    <VBtn class="push" @click="lineUp.clear()">Clear</VBtn>
    <VBtn class="main" :disabled="lineUp.looks.value.length < 2" @click="lineUp.compare()"
      >Compare {{ lineUp.looks.value.length }}</VBtn
    >
  </section>
</template>

<style scoped>
.line-up {
  grid-area: line-up;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 12px;
  min-height: 56px;
  padding: 6px 20px;
  background: var(--raised);
  border-top: 1px solid var(--line);
}

h2 {
  font-size: 13px;
}
</style>
