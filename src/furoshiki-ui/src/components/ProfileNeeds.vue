<script setup lang="ts">
import { useRouter } from 'vue-router'
import type { Schemas } from '@/api/client'
import NeedTree from './NeedTree.vue'
import SignalWord from './SignalWord.vue'
import { count, size } from '@/composables/words'

defineProps<{ needs: Schemas['LookNeedsView']; saving: number }>()

const router = useRouter()
const open = (supply: string) => router.push({ name: 'supplies', query: { supply } })
</script>

<template>
  <div class="row head">
    <h2>What it needs</h2>
    <VBtn v-if="needs.get.length > 0" class="main push" :to="{ name: 'switch', query: { get: needs.get } }"
      >Get what is missing, {{ count(needs.get.length, 'supply', 'supplies')
      }}{{ needs.bytes > 0 ? `, ${size(needs.bytes)}` : '' }}…</VBtn
    >
  </div>
  <p v-for="sentence in needs.conflict" :key="sentence" class="conflict">{{ sentence }}</p>
  <ul v-if="needs.notes.length > 0" class="notes paper" aria-label="To be known before">
    <li v-for="note in needs.notes" :key="note.words">
      <SignalWord signal="waiting" :word="note.words" />
      <VBtn
        v-if="note.settle"
        :to="{ name: 'switch', query: { saving, get: note.settle.get, instead: note.settle.instead } }"
        >{{ note.settle.words }}…</VBtn
      >
    </li>
  </ul>
  <dl class="paper">
    <div v-for="part in needs.parts" :key="part.kind">
      <dt>{{ part.title }}</dt>
      <dd><NeedTree :needs="part.needs" @open="open" /></dd>
    </div>
  </dl>
</template>

<style scoped>
.head {
  margin: 18px 0 8px;
}

.notes {
  margin-bottom: 8px;
}

.notes li {
  display: flex;
  gap: 10px;
  align-items: baseline;
  justify-content: space-between;
  padding: 8px 12px;
}

dl > div {
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr);
  gap: 10px;
  padding: 6px 12px;
}

dl > div + div {
  border-top: 1px solid var(--line);
}

dt {
  padding-top: 3px;
  font-weight: 600;
}

.conflict {
  color: var(--cannot);
}
</style>
