<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { toggled } from '@/composables/toggled'
import { count } from '@/composables/words'

const props = defineProps<{ plan: Schemas['PlanView']; state: number }>()

const steps = computed(() => props.plan.groups.flatMap((group) => group.steps))
const left = ref<string[]>([])
const chosen = computed(() =>
  steps.value.map((step) => step.kind).filter((kind) => !left.value.includes(kind)),
)
const isWhole = computed(() => left.value.length === 0)
/** Some parts are put on like those of any look; the whole comes back to the last byte. */
const query = computed(() =>
  isWhole.value ? { state: props.state } : { of: `state-${props.state}:${chosen.value.join(',')}` },
)
const toggle = (kind: string) => (left.value = toggled(left.value, kind))
</script>

<template>
  <VBtn class="main tall" :disabled="!isWhole && chosen.length === 0" :to="{ name: 'switch', query }">{{
    isWhole ? 'Go back to this…' : `Go back to ${count(chosen.length, 'part')}…`
  }}</VBtn>
  <ul v-if="steps.length > 0">
    <li v-for="step in steps" :key="step.kind">
      <label>
        <input type="checkbox" :checked="!left.includes(step.kind)" @change="toggle(step.kind)" />
        <strong>{{ step.title }}</strong>
        <span class="second">{{ step.words }}</span>
      </label>
    </li>
  </ul>
  <p v-else class="third">No part reads otherwise; the files differ in what is of none.</p>
</template>

<style scoped>
label {
  display: grid;
  grid-template-columns: 16px 92px 1fr;
  gap: 8px;
  align-items: baseline;
  padding: 3px 0;
}

input {
  accent-color: var(--action);
}

strong {
  font-weight: 600;
}
</style>
