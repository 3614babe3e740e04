<script setup lang="ts">
import {
  IconAppWindow,
  IconApps,
  IconArrowsHorizontal,
  IconClock,
  IconColumns3,
  IconDots,
  IconMinus,
  IconSquare,
  IconX,
} from '@tabler/icons-vue'
import { computed, type Component } from 'vue'
import type { Schemas } from '@/api/client'
import SampleImage from '../SampleImage.vue'

/** What a choice is like, on the ground that it is made for. */
const props = defineProps<{ choice: Schemas['FittingChoice']; most: number; isLarge?: boolean }>()

const pictures = computed(() =>
  props.choice.samples.filter((one) => one.form !== 'Sound').slice(0, props.most),
)
/** What stands for the words that a list can be of. */
const SIGNS: Record<string, Component> = {
  launcher: IconApps,
  desks: IconColumns3,
  windows: IconAppWindow,
  space: IconArrowsHorizontal,
  tray: IconDots,
  clock: IconClock,
  minimise: IconMinus,
  maximise: IconSquare,
  close: IconX,
}
const sign = computed(() => (props.choice.words ? undefined : SIGNS[props.choice.value]))
</script>

<template>
  <span v-if="pictures.length > 0" class="samples" :class="[choice.tone?.toLowerCase(), { large: isLarge }]">
    <SampleImage v-for="sample in pictures" :key="sample.content" :sample="sample" />
  </span>
  <span v-else-if="sign" class="samples" :class="{ large: isLarge }"
    ><component :is="sign" :size="isLarge ? 24 : 16" aria-hidden="true"
  /></span>
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

/* Its pictures fill the width. */
.large {
  width: 100%;
  min-height: 44px;
  padding: 6px;
  justify-content: center;
  overflow: hidden;
}

.samples.large :deep(img) {
  width: 28px;
  height: 28px;
}

.samples.large :deep(img.drawing),
.samples.large :deep(img:only-child) {
  flex: 1;
  width: 100%;
  height: 64px;
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
