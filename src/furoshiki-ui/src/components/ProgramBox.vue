<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { computed } from 'vue'
import { useChanged } from '@/api/asked'
import { api, take, type Schemas } from '@/api/client'
import ProblemNote from './ProblemNote.vue'
import SignalWord from './SignalWord.vue'
import { costs } from '@/composables/words'

const props = defineProps<{ page: Schemas['DesktopPage'] }>()

const changed = useChanged()
const params = computed(() => ({ path: { id: props.page.desktop.id } }))
const isReal = computed(() => !props.page.desktop.isSimulated)
const canBeTold = computed(() => props.page.programs.some((program) => program.told))

const act = useMutation({
  mutationFn: (body: Schemas['SessionRequest']) =>
    take(api.POST('/api/desktops/{id}/session', { params: params.value, body })),
  onSettled: () => changed(),
})
const allow = useMutation({
  mutationFn: (isAllowed: boolean) =>
    take(api.PUT('/api/desktops/{id}/telling', { params: params.value, body: { isAllowed } })),
  onSuccess: () => changed(),
})
</script>

<template>
  <section class="paper" aria-label="Programs">
    <h2>Programs</h2>
    <p class="second">They show what is put on when they start, or when they are told.</p>
    <ul>
      <li v-for="program in page.programs" :key="program.name">
        <div>
          <strong>{{ program.name }}</strong>
          <span class="second">
            shows {{ program.titles.join(', ').toLowerCase()
            }}<template v-if="program.told">; {{ program.told }}</template>
          </span>
          <SignalWord v-if="program.isRunning" signal="ready" word="Runs" />
          <SignalWord
            v-else-if="program.isRunning === false"
            :signal="program.isAlwaysOn ? 'cannot' : 'plain'"
            word="Does not run"
          />
          <span v-else class="second">cannot be seen</span>
          <span v-if="program.cost" class="second">measured: {{ costs(program.cost) }}</span>
        </div>
        <div v-if="!isReal || (page.mayTell && program.told && program.isRunning)" class="row">
          <VBtn @click="act.mutate({ action: 'RestartProgram', program: program.name })">{{
            isReal ? `Tell the ${program.name}` : `Start the ${program.name} again`
          }}</VBtn>
          <VBtn
            v-if="!isReal && program.isAlwaysOn && program.isRunning"
            @click="act.mutate({ action: 'StopProgram', program: program.name })"
            >Stop the {{ program.name }}</VBtn
          >
        </div>
      </li>
    </ul>
    <label v-if="isReal && canBeTold">
      <input type="checkbox" :checked="page.mayTell" @change="allow.mutate(!page.mayTell)" />
      Furoshiki may tell them
    </label>
    <ProblemNote v-if="act.error.value ?? allow.error.value" :error="act.error.value ?? allow.error.value" />
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
  padding: 12px;
  overflow-wrap: anywhere;
}

ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(220px, 100%), 1fr));
  gap: 12px;
  padding: 0;
  list-style: none;
}

li,
li > div:first-child {
  display: grid;
  gap: 4px;
}

input[type='checkbox'] {
  accent-color: var(--action);
}
</style>
