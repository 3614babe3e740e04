<script setup lang="ts">
import { IconArrowDown, IconArrowUp, IconX } from '@tabler/icons-vue'
import { nextTick, ref, watch } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import type { ControlEmits, ControlProps } from './values'

/** A list of texts, ordered by drag and by keys. */
const props = defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()

const items = ref<string[]>([])
watch(
  () => props.setting.items,
  (list) => (items.value = [...list]),
  { immediate: true },
)
const added = ref('')
const list = ref<HTMLElement>()

const keep = (next: string[]) => emit('set', { items: next }, false)
function add() {
  if (!added.value.trim()) return
  keep([...items.value, added.value.trim()])
  added.value = ''
}
async function move(from: number, by: number) {
  const to = from + by
  if (to < 0 || to >= items.value.length) return
  const next = [...items.value]
  next.splice(to, 0, ...next.splice(from, 1))
  keep(next)
  await nextTick()
  list.value?.querySelectorAll<HTMLElement>('[data-item]')[to]?.focus()
}
</script>

<template>
  <div ref="list" class="list">
    <VueDraggable v-model="items" tag="ol" handle=".name" :animation="0" @end="keep(items)">
      <li v-for="(item, i) in items" :key="`${item} ${i}`">
        <button
          class="name"
          type="button"
          data-item
          :aria-label="`${item}, ${i + 1} of ${items.length}; Alt and arrow keys move it`"
          @keydown.alt.up.prevent="move(i, -1)"
          @keydown.alt.down.prevent="move(i, 1)"
          @keydown.delete="keep(items.filter((_, at) => at !== i))"
        >
          {{ item }}
        </button>
        <VBtn class="bare" :disabled="i === 0" :aria-label="`Move ${item} up`" @click="move(i, -1)"
          ><IconArrowUp :size="13"
        /></VBtn>
        <VBtn
          class="bare"
          :disabled="i === items.length - 1"
          :aria-label="`Move ${item} down`"
          @click="move(i, 1)"
          ><IconArrowDown :size="13"
        /></VBtn>
        <VBtn class="bare" :aria-label="`Take ${item} out`" @click="keep(items.filter((_, at) => at !== i))"
          ><IconX :size="13"
        /></VBtn>
      </li>
    </VueDraggable>
    <form class="add" @submit.prevent="add">
      <input
        :id="id"
        v-model="added"
        class="field"
        :placeholder="items.length > 0 ? 'One more' : 'The first'"
      />
      <VBtn type="submit" :disabled="!added.trim()">Add</VBtn>
    </form>
  </div>
</template>

<style scoped>
.list {
  display: grid;
  gap: 4px;
  min-width: 0;
}

li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto auto;
  align-items: center;
  border: 1px solid var(--line);
  background: var(--paper);
}

li + li {
  border-top: 0;
}

.name {
  padding: 2px 8px;
  cursor: grab;
  overflow-wrap: anywhere;
}

.list :deep(.v-btn.v-btn) {
  height: 24px;
}

.add {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 4px;
}
</style>
