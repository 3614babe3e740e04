<script setup lang="ts">
import { onUnmounted, ref, watch } from 'vue'
import { sampleAddress, type Schemas } from '@/api/client'

const props = defineProps<{ sample: Schemas['SampleView'] }>()

const isDamaged = ref(false)
let face: FontFace | undefined
const family = () => `sample-${props.sample.content}`

function forget() {
  if (face) document.fonts.delete(face)
}

watch(
  () => props.sample.content,
  async () => {
    forget()
    const next = (face = new FontFace(family(), `url("${sampleAddress(props.sample)}")`))
    document.fonts.add(next)
    isDamaged.value = false
    try {
      await next.load()
    } catch {
      isDamaged.value = face === next
    }
  },
  { immediate: true },
)
onUnmounted(forget)
</script>

<template>
  <span v-if="isDamaged">{{ sample.name }} cannot be read as a font.</span>
  <span v-else class="type" aria-hidden="true" :style="{ fontFamily: `'${family()}'` }">
    Clear until two <span class="all">Aa Gg Qq 0123456789</span>
  </span>
</template>

<style scoped>
.type {
  flex: 1 0 100%;
  font-size: 22px;
  line-height: 1.2;
  text-align: center;
}

.all {
  display: block;
  font-size: 14px;
}
</style>
