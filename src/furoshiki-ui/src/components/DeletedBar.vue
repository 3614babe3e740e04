<script setup lang="ts">
import { IconX } from '@tabler/icons-vue'
import { useDeletion } from '@/composables/useDeletion'
import { deletedWords } from '@/composables/words'
import ProblemNote from './ProblemNote.vue'

const { last, undelete } = useDeletion()
</script>

<template>
  <div class="deleted" role="status" :class="{ row: true, shown: last }">
    <template v-if="last">
      <span>{{ deletedWords(last) }}</span>
      <VBtn :loading="undelete.isPending.value" @click="undelete.mutate(last.id)">Undelete</VBtn>
      <RouterLink :to="{ name: 'deleted' }">All that is deleted</RouterLink>
      <ProblemNote v-if="undelete.error.value" :error="undelete.error.value" />
      <VBtn class="bare push" aria-label="Close" @click="last = undefined"><IconX :size="16" /></VBtn>
    </template>
  </div>
</template>

<style scoped>
.deleted {
  grid-area: deleted;
}

.deleted.shown {
  padding: 8px 20px;
  border-top: 1px solid var(--line);
  background: var(--raised);
  overflow-wrap: anywhere;
}
</style>
