<script setup lang="ts">
import { computed } from 'vue'
import { numberText, onNumber, type ControlEmits, type ControlProps } from './values'

/** How long something is along an edge: a share of it, or px. */
const props = defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()

const isPixels = computed(() => props.setting.value.endsWith('px'))
const shown = computed(() => Number.parseFloat(props.setting.value))
const most = computed(() => (isPixels.value ? 4096 : 100))
const textOf = (number: number, px: boolean) => ({ value: numberText(number) + (px ? 'px' : '') })
const valueOf = (number: number) => textOf(number, isPixels.value)
const tryIt = (event: Event) => onNumber(event, shown.value, (number) => emit('try', valueOf(number)))
const set = (event: Event) => onNumber(event, shown.value, (number) => emit('set', valueOf(number), true))
</script>

<template>
  <span class="extent">
    <input
      type="range"
      :aria-labelledby="`${id}-title`"
      :aria-valuetext="`${shown} ${isPixels ? 'px' : '%'}`"
      min="1"
      :max="most"
      :value="shown"
      @input="tryIt"
      @change="set"
    />
    <input
      :id="id"
      class="field"
      type="number"
      min="1"
      :max="isPixels ? 16384 : 100"
      step="any"
      :value="shown"
      @change="set"
    />
    <select
      class="field"
      aria-label="Unit"
      :value="isPixels ? 'px' : '%'"
      @change="
        emit(
          'set',
          ($event.target as HTMLSelectElement).value === 'px' ? textOf(800, true) : textOf(100, false),
          false,
        )
      "
    >
      <option>%</option>
      <option>px</option>
    </select>
  </span>
</template>

<style scoped>
.extent {
  display: grid;
  grid-template-columns: minmax(50px, 1fr) 58px 46px;
  gap: 6px;
  align-items: center;
}
</style>
