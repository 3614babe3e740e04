<script setup lang="ts">
import { computed } from 'vue'
import type { Problem, Schemas } from '@/api/client'

const props = defineProps<{ problem?: Problem }>()
const form = defineModel<Schemas['ProfileForm']>({ required: true })

const tags = computed({
  get: () => form.value.tags.join(', '),
  set: (text: string) => (form.value.tags = text.split(',').map((tag) => tag.trim())),
})
const errorOf = (field: string) => (props.problem?.field === field ? props.problem.detail : undefined)
</script>

<template>
  <div class="fields">
    <label for="name">Name</label>
    <VTextField id="name" v-model="form.name" autofocus :error-messages="errorOf('name')" />
    <label for="description">Description</label>
    <VTextarea id="description" v-model="form.description" :error-messages="errorOf('description')" />
    <label for="tags">Tags</label>
    <VTextField id="tags" v-model="tags" placeholder="night, visitors" :error-messages="errorOf('tags')" />
    <label for="author">Author</label>
    <VTextField id="author" v-model="form.author" />
    <label for="licence">Licence</label>
    <VTextField id="licence" v-model="form.licence" placeholder="CC-BY-4.0" />
  </div>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: 10px 8px;
}

label {
  padding-top: 7px;
  font-weight: 600;
}
</style>
