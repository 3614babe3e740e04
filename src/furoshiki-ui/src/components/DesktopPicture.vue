<script setup lang="ts">
import { useElementVisibility } from '@vueuse/core'
import { ref, useTemplateRef, watch } from 'vue'
import DrawnPicture, { type Picture } from './DrawnPicture.vue'

/** The picture of a look. It is drawn when it comes near what can be seen, and given back when it goes. */
const props = defineProps<Picture>()
defineEmits<{ open: [kind: string, role: string] }>()

const place = useTemplateRef<HTMLElement>('place')
const isNear = useElementVisibility(place, { rootMargin: '600px' })
/** How high it was, in px, so that nothing moves when it goes. */
const height = ref<number>()
watch(isNear, (near) => {
  if (!near) height.value = place.value?.offsetHeight || undefined
})
</script>

<template>
  <div ref="place" :class="{ unknown: !isNear && !height }">
    <DrawnPicture v-if="isNear" v-bind="props" @open="(kind, role) => $emit('open', kind, role)" />
    <div v-else :style="{ height: height && `${height}px` }" />
  </div>
</template>

<style scoped>
.unknown {
  aspect-ratio: 16 / 9;
}
</style>
