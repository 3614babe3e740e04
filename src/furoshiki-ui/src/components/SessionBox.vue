<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { ref, watch } from 'vue'
import { useChanged } from '@/api/asked'
import { api, take, type Schemas } from '@/api/client'
import ProblemNote from './ProblemNote.vue'

const props = defineProps<{ page: Schemas['DesktopPage'] }>()

const changed = useChanged()
const path = () => ({ path: { id: props.page.desktop.id } })
const again = () => changed()

const act = useMutation({
  mutationFn: (body: Schemas['SessionRequest']) =>
    take(api.POST('/api/desktops/{id}/session', { params: path(), body })),
  onSuccess: again,
})
const faults = useMutation({
  mutationFn: (body: Schemas['DiskFaults']) =>
    take(api.PUT('/api/desktops/{id}/faults', { params: path(), body })),
  onSuccess: again,
})
const edit = useMutation({
  mutationFn: (kind: string) =>
    take(api.POST('/api/desktops/{id}/other-program', { params: path(), body: { kind } })),
  onSuccess: again,
})

const refuses = ref('')
watch(
  () => props.page.faults.refuses,
  (set) => (refuses.value = set ?? ''),
  { immediate: true },
)
const kind = ref(props.page.report.kinds[0]?.kind ?? '')
</script>

<template>
  <section class="paper" aria-label="Session">
    <h2>Session</h2>
    <p class="second">
      This desktop is simulated. Its session reads settings when a real one would: what waits shows after a
      sign-in, or a restart.
    </p>
    <div class="row">
      <VBtn @click="act.mutate({ action: 'SignIn', program: null })">Sign out and in</VBtn>
      <VBtn @click="act.mutate({ action: 'Restart', program: null })">Restart</VBtn>
    </div>
    <ProblemNote v-if="act.error.value" :error="act.error.value" />
  </section>

  <section class="paper" aria-label="Trouble">
    <h2>Trouble, on purpose</h2>
    <label class="row">
      <input
        type="checkbox"
        :checked="page.faults.isFull"
        @change="faults.mutate({ ...page.faults, isFull: !page.faults.isFull })"
      />
      The disk is full
    </label>
    <form class="row" @submit.prevent="faults.mutate({ ...page.faults, refuses: refuses || null })">
      <label for="refuses">Refuse to write files named</label>
      <VTextField id="refuses" v-model="refuses" />
      <VBtn type="submit">Set</VBtn>
    </form>
    <form class="row" @submit.prevent="edit.mutate(kind)">
      <label for="other">Another program changes</label>
      <select id="other" v-model="kind">
        <option v-for="part in page.report.kinds" :key="part.kind" :value="part.kind">
          {{ part.title }}
        </option>
      </select>
      <VBtn type="submit">Change</VBtn>
    </form>
    <p v-if="edit.data.value" class="second" role="status">
      {{ edit.data.value.words }} in <span class="mono">{{ edit.data.value.path }}</span>
    </p>
    <ProblemNote
      v-if="edit.error.value ?? faults.error.value"
      :error="edit.error.value ?? faults.error.value"
    />
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
  padding: 12px;
  overflow-wrap: anywhere;
}

input[type='checkbox'] {
  accent-color: var(--action);
}

form label {
  width: 100%;
  font-weight: 550;
}

form .v-input {
  flex: 1;
}

select {
  flex: 1;
  height: 32px;
  padding: 0 8px;
  border: 1px solid var(--line);
  background: var(--paper);
  color: var(--text);
  font: inherit;
}
</style>
