<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import SampleImage from '../SampleImage.vue'

/** What a choice is like, on the ground that it is made for. */
const props = defineProps<{ choice: Schemas['FittingChoice']; most: number }>()

const pictures = computed(() =>
  props.choice.samples.filter((one) => one.form !== 'Sound').slice(0, props.most),
)
</script>

<template>
  <span v-if="pictures.length > 0" class="samples" :class="choice.tone?.toLowerCase()">
    <SampleImage v-for="sample in pictures" :key="sample.content" :sample="sample" />
  </span>
</template>

<style scoped>
.samples {
  display: flex;
  flex: none;
  gap: 3px;
  align-items: center;
  padding: 2px 4px;
  background: #d9d9d6;
  color: #2f3337;
}

.dark {
  background: #23262b;
  color: #ededed;
}

.light {
  background: #f1efe9;
}

.samples :deep(img) {
  width: 22px;
  height: 22px;
}

.samples :deep(img.drawing) {
  flex: none;
  width: 66px;
  height: auto;
}
</style>
