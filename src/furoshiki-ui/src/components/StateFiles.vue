<script setup lang="ts">
import { computed, ref } from 'vue'
import { useStateFiles } from '@/api/queries'
import { toggled } from '@/composables/toggled'
import { count } from '@/composables/words'
import FileChange from './FileChange.vue'
import ProblemNote from './ProblemNote.vue'

const props = defineProps<{ desktop: number; state: number }>()
/** So many are shown at once; of more, only those in sight are made. */
const FEW = 12

const { data: files, error } = useStateFiles(
  computed(() => props.desktop),
  computed(() => props.state),
)
const chosen = ref<string[]>([])
const toggle = (path: string) => (chosen.value = toggled(chosen.value, path))
const folderOf = (words: string) => words.slice(0, words.lastIndexOf('/') + 1)
</script>

<template>
  <ProblemNote v-if="error" :error="error" />
  <template v-else-if="files">
    <VBtn
      class="main tall"
      :disabled="chosen.length === 0"
      :to="{ name: 'switch', query: { state, files: chosen.map(encodeURIComponent).join(',') } }"
      >{{
        chosen.length === 0 ? 'Choose files to go back to' : `Go back to ${count(chosen.length, 'file')}…`
      }}</VBtn
    >
    <VVirtualScroll :items="files" :max-height="files.length > FEW ? 420 : undefined" item-height="84">
      <template #default="{ item }">
        <div class="one" data-test="state-file">
          <input
            type="checkbox"
            :aria-label="`Go back to ${item.words}`"
            :checked="chosen.includes(item.path)"
            @change="toggle(item.path)"
          />
          <div>
            <p class="third">
              <span class="mono">{{ folderOf(item.words) }}</span>
              <span v-if="item.parts.length > 0" class="of">{{ item.parts.join(', ') }}</span>
            </p>
            <FileChange :file="item.file" was-word="in this state" is-word="now" />
            <RouterLink :to="{ name: 'files', query: { path: item.path } }" class="second"
              >What it was in other states</RouterLink
            >
          </div>
        </div>
      </template>
    </VVirtualScroll>
  </template>
</template>

<style scoped>
.one {
  display: grid;
  grid-template-columns: 16px minmax(0, 1fr);
  gap: 8px;
  align-items: start;
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
  overflow-wrap: anywhere;
}

.of {
  margin-inline-start: 8px;
}

input {
  margin-top: 4px;
  accent-color: var(--action);
}
</style>
