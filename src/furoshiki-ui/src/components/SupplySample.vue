<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import SampleImage from './SampleImage.vue'
import { hear, soundWords } from '@/composables/sounds'
import { count } from '@/composables/words'

/** With heard, its sounds can be heard here. */
const props = defineProps<{ supply: Schemas['SupplyView']; most: number; heard?: boolean }>()

const pictures = computed(() => props.supply.samples.filter((one) => one.form !== 'Sound'))
const sounds = computed(() => props.supply.samples.filter((one) => one.form === 'Sound'))
</script>

<template>
  <span
    class="sample"
    :class="[
      supply.tone?.toLowerCase(),
      { large: pictures.length === 1, wallpaper: supply.kinds.includes('wallpaper') },
    ]"
  >
    <SampleImage v-for="sample in pictures.slice(0, most)" :key="sample.content" :sample="sample" />
    <template v-if="heard">
      <VBtn v-for="sound in sounds" :key="sound.content" @click="hear(sound)">{{ soundWords(sound) }}</VBtn>
    </template>
    <span v-else-if="sounds.length > 0">{{ count(sounds.length, 'sound') }}</span>
  </span>
</template>

<style scoped>
.sample {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  justify-content: center;
  min-height: 56px;
  padding: 6px 8px;
  background: #d9d9d6;
  color: #2f3337;
}

.sample.dark {
  background: #23262b;
}

.sample.light {
  background: #f1efe9;
}

.large {
  padding: 0;
}

.large img {
  width: 100%;
  height: auto;
  max-height: 150px;
  aspect-ratio: 208 / 56;
}

.wallpaper img {
  object-fit: cover;
}
</style>
