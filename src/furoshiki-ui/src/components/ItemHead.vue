<script setup lang="ts">
import { nextTick, ref, useTemplateRef } from 'vue'
import type { Problem } from '@/api/client'

/** The head of an item of a part: its name, which can be changed where it is free, and taking it out. */
const props = defineProps<{ item: string; canRename: boolean; problem?: Problem }>()
const emit = defineEmits<{ rename: [to: string]; remove: [] }>()

const isNaming = ref(false)
const name = ref('')
const field = useTemplateRef<HTMLInputElement>('field')
const opener = useTemplateRef<{ $el: HTMLElement }>('opener')
async function open() {
  name.value = props.item
  isNaming.value = true
  await nextTick()
  field.value?.select()
}
async function close() {
  isNaming.value = false
  await nextTick()
  opener.value?.$el.focus()
}
function rename() {
  const to = name.value.trim()
  if (to && to !== props.item) emit('rename', to)
  void close()
}
</script>

<template>
  <form v-if="isNaming" class="row item" @submit.prevent="rename">
    <input
      ref="field"
      v-model="name"
      class="field"
      :aria-label="`New name of ${item}`"
      @keydown.esc.stop="close"
    />
    <VBtn type="submit">Rename</VBtn>
    <VBtn class="bare" @click="close">Leave</VBtn>
  </form>
  <div v-else class="row item">
    <h3>{{ item }}</h3>
    <span class="push">
      <VBtn v-if="canRename" ref="opener" class="bare" :aria-label="`Rename ${item}`" @click="open"
        >Rename</VBtn
      >
      <VBtn class="bare" :aria-label="`Take out ${item}`" @click="emit('remove')">Take out</VBtn>
    </span>
  </div>
  <p v-if="problem" class="wrong" role="alert">{{ problem.detail }}</p>
</template>

<style scoped>
.item {
  margin-top: 8px;
  border-top: 1px solid var(--line);
  padding-top: 4px;
}

.field {
  flex: 1;
}

.wrong {
  color: var(--cannot);
  font-size: 12px;
}
</style>
