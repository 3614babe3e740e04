<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { computed, ref, useId } from 'vue'
import { problemOf, type Schemas } from '@/api/client'
import RemedyList from './RemedyList.vue'

const props = defineProps<{
  misfit: Schemas['Misfit']
  canChoose?: boolean
  adjust: (value: string) => Promise<void>
}>()
defineEmits<{ choose: [remedy: Schemas['Remedy']] }>()

/** How much is drawn around a screen, of its longer side. */
const MARGIN = 0.06

const value = ref(props.misfit.value)
const field = useId()
const screen = computed(() => props.misfit.screen)
/** The screen with what reaches beyond it, as far as half a screen. */
const view = computed(() => {
  const { width, height } = screen.value
  const margin = Math.max(width, height) * MARGIN
  const from = props.misfit.from ?? { x: 0, y: 0, width, height }
  const left = Math.max(Math.min(0, from.x), -width / 2) - margin
  const top = Math.max(Math.min(0, from.y), -height / 2) - margin
  const right = Math.min(Math.max(width, from.x + from.width), width * 1.5) + margin
  const bottom = Math.min(Math.max(height, from.y + from.height), height * 1.5) + margin
  return `${left} ${top} ${right - left} ${bottom - top}`
})
const change = useMutation({
  mutationFn: () => props.adjust(`${props.misfit.adjusts}=${value.value.trim()}`),
})
</script>

<template>
  <div class="misfit" :data-misfit="misfit.adjusts ?? misfit.title">
    <svg
      v-if="misfit.from && misfit.to"
      :viewBox="view"
      role="img"
      :aria-label="`${misfit.title} on a screen of ${screen.width} by ${screen.height} px: dashed as it was saved, filled with the first choice`"
    >
      <rect class="screen" :width="screen.width" :height="screen.height" />
      <rect class="to" v-bind="misfit.to" />
      <rect class="from" v-bind="misfit.from" />
    </svg>
    <p>
      <strong>{{ misfit.title }}.</strong> {{ misfit.words }}
    </p>
    <template v-if="canChoose">
      <RemedyList
        v-if="misfit.remedies.length > 0"
        :remedies="[...misfit.remedies]"
        :of="misfit.title"
        @choose="$emit('choose', $event)"
      />
      <form v-if="misfit.adjusts && misfit.value" class="row" @submit.prevent="change.mutate()">
        <label :for="field">Or</label>
        <input :id="field" v-model="value" class="mono" spellcheck="false" />
        <VBtn type="submit" :disabled="value.trim() === misfit.value" :loading="change.isPending.value"
          >Put on</VBtn
        >
      </form>
      <p v-if="change.error.value" class="wrong" role="alert">{{ problemOf(change.error.value).detail }}</p>
    </template>
  </div>
</template>

<style scoped>
.misfit {
  display: grid;
  gap: 5px;
  width: 100%;
}

.misfit + .misfit {
  margin-top: 6px;
  padding-top: 8px;
  border-top: 1px solid var(--line);
}

svg {
  width: 100%;
  max-height: 110px;
}

rect {
  vector-effect: non-scaling-stroke;
}

.screen {
  fill: var(--paper);
  stroke: var(--second);
  stroke-width: 1.5px;
}

.to {
  fill: var(--action);
  fill-opacity: 0.35;
  stroke: var(--action);
}

.from {
  fill: none;
  stroke: var(--waiting);
  stroke-width: 2px;
  stroke-dasharray: 5 4;
}

input {
  width: 130px;
  padding: 3px 6px;
  border: 1px solid var(--line);
  background: var(--paper);
  color: var(--text);
}

.wrong {
  color: var(--cannot);
}
</style>
