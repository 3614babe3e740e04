<script setup lang="ts">
import { useTemplateRef } from 'vue'

/** A button that takes a picture of the person's own. */
defineProps<{ title?: string; label?: string; accept?: string }>()
const emit = defineEmits<{ take: [file: File] }>()

const chooser = useTemplateRef<HTMLInputElement>('chooser')
function take() {
  const file = chooser.value?.files?.[0]
  if (file) emit('take', file)
  // The same file can be taken again.
  if (chooser.value) chooser.value.value = ''
}
</script>

<template>
  <VBtn :title="title" :aria-label="label" @click="chooser?.click()"><slot /></VBtn>
  <input
    ref="chooser"
    type="file"
    :accept="accept ?? 'image/*'"
    hidden
    aria-label="A picture of your own"
    @change="take"
  />
</template>
