<script setup lang="ts">
import { onMounted, ref } from 'vue'

defineProps<{
  /** What is done with the name. */
  verb: string
  isPending: boolean
}>()
defineEmits<{ name: [name: string]; leave: [] }>()

const name = ref('')
const field = ref<HTMLInputElement>()
onMounted(() => field.value?.focus())
</script>

<template>
  <form class="row" @submit.prevent="$emit('name', name)">
    <label class="row"
      >Name <input ref="field" v-model="name" maxlength="60" @keydown.esc.stop="$emit('leave')"
    /></label>
    <VBtn type="submit" class="main" :loading="isPending">{{ verb }}</VBtn>
    <VBtn @click="$emit('leave')">Leave</VBtn>
  </form>
</template>

<style scoped>
input {
  padding: 3px 8px;
  border: 1px solid var(--line);
  background: var(--paper);
}
</style>
