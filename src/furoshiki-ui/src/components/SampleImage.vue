<script setup lang="ts">
import { sampleAddress, type Schemas } from '@/api/client'
import TypeSample from './TypeSample.vue'

defineProps<{
  sample: Schemas['SampleView']
  /** The look in whose colours a theme is drawn. */
  look?: string
}>()
</script>

<template>
  <TypeSample v-if="sample.form === 'Type'" :sample="sample" />
  <img
    v-else
    :class="{ drawing: sample.form === 'Drawing' }"
    :src="sampleAddress(sample, look)"
    alt=""
    loading="lazy"
  />
</template>

<style scoped>
img {
  width: 30px;
  height: 30px;
  object-fit: contain;
}

.drawing {
  flex: 1 0 90px;
  width: 90px;
  height: auto;
}
</style>
