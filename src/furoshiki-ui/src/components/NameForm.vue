<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { nextTick, ref } from 'vue'
import ProblemNote from './ProblemNote.vue'

const props = defineProps<{
  /** The words of the button that opens it. */
  opens: string
  /** What is done with the name. */
  verb: string
  /** Does it. */
  give: (name: string) => Promise<unknown>
  isBare?: boolean
}>()
const emit = defineEmits<{ given: [] }>()

const name = ref('')
const isNaming = ref(false)
const field = ref<HTMLInputElement>()
const opener = ref<{ $el: HTMLElement }>()
async function open() {
  isNaming.value = true
  await nextTick()
  field.value?.focus()
}
async function close() {
  isNaming.value = false
  name.value = ''
  reset()
  await nextTick()
  opener.value?.$el.focus()
}
const { mutate, reset, isPending, error } = useMutation({
  mutationFn: (given: string) => props.give(given),
  onSuccess: async () => {
    await close()
    emit('given')
  },
})
</script>

<template>
  <VBtn v-if="!isNaming" ref="opener" :class="{ bare: isBare }" @click="open">{{ opens }}</VBtn>
  <form v-else class="row" @submit.prevent="mutate(name)">
    <label class="row"
      >Name <input ref="field" v-model="name" maxlength="60" @keydown.esc.stop="close"
    /></label>
    <VBtn type="submit" class="main" :loading="isPending">{{ verb }}</VBtn>
    <VBtn @click="close">Leave</VBtn>
    <ProblemNote v-if="error" :error="error" />
  </form>
</template>

<style scoped>
input {
  padding: 3px 8px;
  border: 1px solid var(--line);
  background: var(--paper);
}
</style>
