<script setup lang="ts">
import { computed, ref, toRef, watch } from 'vue'
import { useChangedFiles, useChangedFolders } from '@/api/queries'
import FileChange from './FileChange.vue'

const props = defineProps<{
  before: string
  after: string
  kind: string
  /** What the first and the second of two states are called. */
  wasWord?: string
  isWord?: string
}>()
const words = computed(() => ({ wasWord: props.wasWord, isWord: props.isWord }))
/** So few files are shown at once; of more, the folders are shown first. */
const FEW = 12

const change = { before: toRef(props, 'before'), after: toRef(props, 'after'), kind: toRef(props, 'kind') }
const { data: folders, error } = useChangedFolders(change)
const opened = ref<string>()
const { data: files } = useChangedFiles(change, opened)
const only = computed(() => (folders.value?.length === 1 ? folders.value[0] : undefined))
watch(only, (folder) => folder && folder.count <= FEW && (opened.value = folder.folder), { immediate: true })
const press = (folder: string) => (opened.value = opened.value === folder ? undefined : folder)
</script>

<template>
  <p v-if="error" class="third">The files could not be told.</p>
  <ul v-else class="folders" data-test="changed-files">
    <li v-for="folder in folders" :key="folder.folder">
      <button
        v-if="folder.folder"
        class="second"
        :aria-expanded="opened === folder.folder"
        @click="press(folder.folder)"
      >
        <span class="mono">{{ folder.name }}</span>, {{ folder.words }}
      </button>
      <template v-if="(opened === folder.folder || !folder.folder) && files">
        <FileChange
          v-for="file in files.length > FEW ? [] : files"
          :key="file.name"
          :file="file"
          v-bind="words"
        />
        <VVirtualScroll v-if="files.length > FEW" :items="files" max-height="360" item-height="72">
          <template #default="{ item }"><FileChange :file="item" v-bind="words" /></template>
        </VVirtualScroll>
      </template>
    </li>
  </ul>
</template>

<style scoped>
.folders {
  display: grid;
  gap: 4px;
}

button {
  text-align: start;
  overflow-wrap: anywhere;
}

button:hover {
  text-decoration: underline;
}
</style>
