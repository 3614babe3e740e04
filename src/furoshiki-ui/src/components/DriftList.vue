<script setup lang="ts">
import { ref } from 'vue'
import type { Schemas } from '@/api/client'
import ChangedFiles from './ChangedFiles.vue'

defineProps<{
  parts: Schemas['DriftView'][]
  /** The digests of the looks that are held against each other. */
  before: string
  after: string
}>()
/** The kinds that are chosen to be saved or put back. */
const chosen = defineModel<string[]>({ required: true })
const opened = ref('')
</script>

<template>
  <ul class="drift paper" data-test="drift">
    <li v-for="part in parts" :key="part.kind">
      <div class="line">
        <label :title="`Choose ${part.title} to be saved or put back`">
          <input v-model="chosen" type="checkbox" :value="part.kind" />
          <strong>{{ part.title }}</strong>
        </label>
        <button
          class="second"
          :aria-expanded="opened === part.kind"
          @click="opened = opened === part.kind ? '' : part.kind"
        >
          <span :class="{ short: opened !== part.kind }"
            >{{ part.words }}{{ part.since ? `, since ${part.since}` : '' }}</span
          >
        </button>
      </div>
      <div v-if="opened === part.kind" class="more">
        <p v-for="setting in part.settings" :key="setting.title" class="second">
          {{ setting.title }}: {{ setting.words }}
        </p>
        <ChangedFiles v-if="part.files > 0" :before="before" :after="after" :kind="part.kind" />
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

/* Three lines tell what changed; the rest is told when it is opened. */
.short {
  display: -webkit-box;
  overflow: hidden;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 3;
  overflow-wrap: anywhere;
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
