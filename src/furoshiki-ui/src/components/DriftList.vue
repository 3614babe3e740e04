<script setup lang="ts">
import { ref } from 'vue'
import type { Schemas } from '@/api/client'
import FileChange from './FileChange.vue'

defineProps<{ parts: Schemas['DriftView'][] }>()
/** The kinds that are chosen to be saved or put back. */
const chosen = defineModel<string[]>({ required: true })
const opened = ref('')
</script>

<template>
  <ul class="drift paper" data-test="drift">
    <li v-for="part in parts" :key="part.kind">
      <div class="line">
        <label :title="`Take ${part.title} into what is saved or put back`">
          <input v-model="chosen" type="checkbox" :value="part.kind" />
          <strong>{{ part.title }}</strong>
        </label>
        <button
          class="second"
          :aria-expanded="opened === part.kind"
          @click="opened = opened === part.kind ? '' : part.kind"
        >
          {{ part.words }}
        </button>
      </div>
      <div v-if="opened === part.kind" class="more">
        <p v-for="setting in part.settings" :key="setting.title" class="second">
          {{ setting.title }}: {{ setting.words }}
        </p>
        <FileChange v-for="file in part.files" :key="file.path" :file="file" />
      </div>
    </li>
  </ul>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 98px 1fr;
  gap: 8px;
  align-items: baseline;
  padding: 5px 10px 5px 8px;
}

label {
  display: flex;
  gap: 6px;
  align-items: baseline;
}

input {
  accent-color: var(--action);
}

strong {
  font-weight: 600;
}

li + li {
  border-top: 1px solid var(--line);
}

.line button:hover {
  text-decoration: underline;
}

.more {
  display: grid;
  gap: 6px;
  padding: 0 10px 8px 27px;
  overflow-wrap: anywhere;
}
</style>
