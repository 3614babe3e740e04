<script setup lang="ts">
import morphdom from 'morphdom'
import { onMounted, useTemplateRef, watch } from 'vue'
import type { Schemas } from '@/api/client'

const props = defineProps<{ screen: Schemas['ScreenPicture'] }>()
const emit = defineEmits<{ drawn: [] }>()

/** The drawing of a screen. Of the next one only what differs is put in, so that nothing flickers and pictures stay loaded. */
const place = useTemplateRef<HTMLElement>('place')
function draw(svg: string) {
  const element = place.value
  if (!element) return
  if (element.firstElementChild)
    morphdom(element.firstElementChild, svg, { onBeforeElUpdated: (from, to) => !from.isEqualNode(to) })
  else element.innerHTML = svg
  emit('drawn')
}
onMounted(() => draw(props.screen.svg))
watch(() => props.screen.svg, draw)
</script>

<template>
  <div
    ref="place"
    :style="{ aspectRatio: `${screen.width} / ${screen.height}`, flexGrow: screen.width / screen.height }"
  />
</template>

<style scoped>
div :deep(svg) {
  display: block;
  width: 100%;
  height: 100%;
}
</style>
