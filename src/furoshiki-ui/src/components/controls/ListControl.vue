<script setup lang="ts">
import { IconArrowDown, IconArrowUp, IconX } from '@tabler/icons-vue'
import { computed, nextTick, ref, toRef, watch } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import type { Schemas } from '@/api/client'
import { useChoicesOf } from '@/api/queries'
import ProblemNote from '../ProblemNote.vue'
import ChoiceList from './ChoiceList.vue'
import ChoiceSamples from './ChoiceSamples.vue'
import type { ControlEmits, ControlProps } from './values'

/** A list, ordered by drag and by keys: of texts, or of what could be named, chosen by what it is like. */
const props = defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()
type Choice = Schemas['FittingChoice']

const hasChoices = computed(() => props.setting.hasChoices)
const { data: choices, error } = useChoicesOf(
  toRef(props, 'fitting'),
  toRef(props, 'kind'),
  computed(() => props.setting.name),
  hasChoices,
)
const choiceOf = (item: string) => choices.value?.find((one) => one.value === item)
const titleOf = (item: string) => choiceOf(item)?.title ?? item

const items = ref<string[]>([])
watch(
  () => props.setting.items,
  (list) => (items.value = [...list]),
  { immediate: true },
)
const added = ref('')
const list = ref<HTMLElement>()
const isOpen = ref(false)

const keep = (next: string[]) => emit('set', { items: next }, false)
const withOne = ({ value, get }: Choice) => ({
  items: [...items.value, value],
  get: get ? [get] : undefined,
})
function open() {
  isOpen.value = !isOpen.value
  // What was only tried is let go of.
  if (!isOpen.value) emit('try', { items: items.value })
}
function add(name: string) {
  if (name.trim()) keep([...items.value, name.trim()])
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
          :aria-label="`${titleOf(item)}, ${i + 1} of ${items.length}; Alt and arrow keys move it`"
          @keydown.alt.up.prevent="move(i, -1)"
          @keydown.alt.down.prevent="move(i, 1)"
          @keydown.delete="keep(items.filter((_, at) => at !== i))"
        >
          <ChoiceSamples v-if="choiceOf(item)" :choice="choiceOf(item)!" :most="1" />
          {{ titleOf(item) }}
        </button>
        <VBtn class="bare" :disabled="i === 0" :aria-label="`Move ${titleOf(item)} up`" @click="move(i, -1)"
          ><IconArrowUp :size="13"
        /></VBtn>
        <VBtn
          class="bare"
          :disabled="i === items.length - 1"
          :aria-label="`Move ${titleOf(item)} down`"
          @click="move(i, 1)"
          ><IconArrowDown :size="13"
        /></VBtn>
        <VBtn
          class="bare"
          :aria-label="`Take ${titleOf(item)} out`"
          @click="keep(items.filter((_, at) => at !== i))"
          ><IconX :size="13"
        /></VBtn>
      </li>
    </VueDraggable>
    <template v-if="hasChoices">
      <VBtn :id="id" class="open" :aria-expanded="isOpen" @click="open">{{
        items.length > 0 ? 'One more…' : 'The first…'
      }}</VBtn>
      <ProblemNote v-if="isOpen && error" :error="error" />
      <ChoiceList
        v-if="isOpen && choices"
        :choices="choices"
        chosen=""
        :what="type.title.toLowerCase()"
        verb="Add"
        focuses
        @try="emit('try', withOne($event))"
        @choose="emit('set', withOne($event), false)"
        @name="add"
        @leave="open"
      />
    </template>
    <form v-else class="add" @submit.prevent="add(added)">
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
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 2px 8px;
  cursor: grab;
  overflow-wrap: anywhere;
}

.list :deep(.v-btn.v-btn) {
  height: 24px;
}

.open {
  justify-self: start;
}

.add {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 4px;
}
</style>
