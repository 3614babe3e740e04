<script setup lang="ts">
import { computed } from 'vue'
import { numberText, onNumber, stepOf, type ControlEmits, type ControlProps } from './values'

const props = defineProps<ControlProps & { factor?: number; unit?: string }>()
const emit = defineEmits<ControlEmits>()

/** In the unit that is shown: a length of time is kept in seconds. */
const factor = computed(() => props.factor ?? 1)
const unit = computed(() => props.unit ?? props.type.unit)
const shown = computed(() => Number(numberText(Number(props.setting.value) / factor.value)))
const least = computed(() => (props.type.least ?? 0) / factor.value)
const most = computed(() => (props.type.most ?? 100) / factor.value)
const valueOf = (number: number) => ({ value: numberText(number * factor.value) })
const tryIt = (event: Event) => onNumber(event, shown.value, (number) => emit('try', valueOf(number)))
const set = (event: Event) => onNumber(event, shown.value, (number) => emit('set', valueOf(number), true))
</script>

<template>
  <span class="number">
    <input
      type="range"
      :aria-labelledby="`${id}-title`"
      :aria-valuetext="`${shown} ${unit ?? ''}`"
      :min="least"
      :max="most"
      :step="stepOf(unit)"
      :value="shown"
      @input="tryIt"
      @change="set"
    />
    <input
      :id="id"
      class="field"
      type="number"
      :min="least"
      :max="most"
      step="any"
      :value="shown"
      @change="set"
    />
    <span class="unit third">{{ unit }}</span>
  </span>
</template>

<style scoped>
.number {
  display: grid;
  grid-template-columns: minmax(60px, 1fr) 58px minmax(20px, auto);
  gap: 6px;
  align-items: center;
}
</style>
