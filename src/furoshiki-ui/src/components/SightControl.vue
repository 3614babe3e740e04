<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

/** As whom one looks at the picture: as most people, or with one kind of cone weak. */
const sight = defineModel<string>('sight', { required: true })
const strength = defineModel<string>('strength', { required: true })

const SIGHTS: { value: Schemas['Sight']; title: string }[] = [
  { value: 'Usual', title: 'usual' },
  { value: 'Protan', title: 'protan, red weak' },
  { value: 'Deutan', title: 'deutan, green weak' },
  { value: 'Tritan', title: 'tritan, blue weak' },
]
const isOther = computed(() => sight.value !== 'Usual')
</script>

<template>
  <label class="row sight">
    Sight
    <select v-model="sight" class="field">
      <option v-for="one in SIGHTS" :key="one.value" :value="one.value">{{ one.title }}</option>
    </select>
  </label>
  <label v-if="isOther" class="row sight">
    Strength
    <input v-model="strength" type="range" min="0" max="100" step="5" />
    <output>{{ strength }} %</output>
  </label>
</template>

<style scoped>
.sight {
  flex-wrap: nowrap;
  gap: 6px;
  color: var(--second);
}

.field {
  width: auto;
}

input {
  width: 90px;
  accent-color: var(--action);
}

output {
  min-width: 40px;
}
</style>
