<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { useMutation } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useChanged } from '@/api/asked'
import { api, ofForm, take, type Schemas } from '@/api/client'
import { useCarried } from '@/api/queries'
import ProblemNote from './ProblemNote.vue'
import { droppedFiles } from '@/composables/dropped'
import { count, size } from '@/composables/words'

/** Sets of one's own: from a folder, or dropped anywhere on the page. */
defineProps<{ kinds: { name: string; title: string }[] }>()
const emit = defineEmits<{ taken: [supply: string] }>()

const isAdding = ref(false)
const form = ref({ path: '', kind: '' })
const result = ref<Schemas['TakenView']>()
const changed = useChanged()
const done = async (taken: Schemas['TakenView']) => {
  result.value = taken
  await changed()
  if (taken.taken[0]) emit('taken', taken.taken[0].id.replace(/@.*$/, ''))
}
const fromFolder = useMutation({
  mutationFn: () => take(api.POST('/api/supplies/own/sets', { body: form.value })),
  onSuccess: async (taken) => {
    isAdding.value = false
    await done(taken)
  },
})
const dropped = useMutation({
  mutationFn: async (items: DataTransferItem[]) => {
    const body = new FormData()
    for (const { path, file } of await droppedFiles(items)) body.append('files', file, path)
    body.append('kind', form.value.kind)
    return take(
      api.POST('/api/supplies/own/dropped', {
        ...ofForm(body),
      }),
    )
  },
  onSuccess: done,
})

const { data: carried } = useCarried()
/** What savings carry becomes a supply, which other looks and desktops can use too. */
const keeping = useMutation({
  mutationFn: ({ kind, content }: Schemas['CarriedView']) =>
    take(api.POST('/api/supplies/own/carried', { body: { kind, content } })),
  onSuccess: (taken) => done({ taken: [taken], refused: [] }),
})

const problem = computed(() => fromFolder.error.value ?? dropped.error.value ?? keeping.error.value)

const isOver = ref(false)
useEventListener(document, 'dragover', (event) => {
  if (!event.dataTransfer?.types.includes('Files')) return
  event.preventDefault()
  isOver.value = true
})
useEventListener(document, 'dragleave', (event) => {
  if (!event.relatedTarget) isOver.value = false
})
useEventListener(document, 'drop', (event) => {
  if (!event.dataTransfer?.types.includes('Files')) return
  event.preventDefault()
  isOver.value = false
  dropped.mutate([...event.dataTransfer.items])
})
</script>

<template>
  <section class="sets" :class="{ over: isOver }" aria-label="Sets of your own">
    <h3>Sets of your own</h3>
    <p class="second">
      {{ isOver ? 'Let go, and it becomes a supply.' : 'Drop an unpacked set or an archive on this page.' }}
    </p>
    <VBtn v-if="!isAdding" @click="isAdding = true">Take in a folder…</VBtn>
    <form v-else @submit.prevent="fromFolder.mutate()">
      <label>Its path <input v-model="form.path" class="field mono" placeholder="/home/ilse/sets" /> </label>
      <label
        >What does not say its kind is
        <select v-model="form.kind" class="field">
          <option value="">left out</option>
          <option v-for="one in kinds" :key="one.name" :value="one.name">{{ one.title }}</option>
        </select>
      </label>
      <div class="row">
        <VBtn type="submit" class="main" :loading="fromFolder.isPending.value" :disabled="!form.path"
          >Take it in</VBtn
        >
        <VBtn @click="isAdding = false">Leave</VBtn>
      </div>
    </form>
    <details v-if="carried?.length">
      <summary>{{ count(carried.length, 'set or file', 'sets and files') }} that savings carry</summary>
      <ul>
        <li v-for="one in carried" :key="one.kind + one.content">
          <strong>{{ one.name }}</strong>
          <span class="second"
            >{{ one.title }}, {{ size(one.size) }}, carried by {{ one.profiles.join(', ') }}</span
          >
          <VBtn :aria-label="`Make ${one.name} a supply`" @click="keeping.mutate(one)">Make it a supply</VBtn>
        </li>
      </ul>
    </details>
    <ProblemNote v-if="problem" :error="problem" />
    <div v-if="result" role="status">
      <p>{{ count(result.taken.length, 'supply', 'supplies') }} taken in.</p>
      <p v-for="sentence in result.refused" :key="sentence" class="refused">{{ sentence }}</p>
    </div>
  </section>
</template>

<style scoped>
.sets,
form,
label {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
}

.sets {
  margin-top: 16px;
  padding-top: 12px;
  border-top: 1px solid var(--line);
}

.over {
  outline: 2px dashed var(--action);
  outline-offset: 4px;
}

label {
  gap: 0;
}

li {
  display: grid;
  gap: 2px;
  justify-items: start;
  padding: 8px 0;
  overflow-wrap: anywhere;
}

.refused {
  color: var(--cannot);
  overflow-wrap: anywhere;
}
</style>
