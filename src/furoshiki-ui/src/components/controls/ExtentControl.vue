<script setup lang="ts">
import { computed } from 'vue'
import { numberText, type ControlEmits, type ControlProps } from './values'

/** How long something is along an edge: a share of it, or px. */
const props = defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()

const isPixels = computed(() => props.setting.value.endsWith('px'))
const shown = computed(() => Number.parseFloat(props.setting.value))
const most = computed(() => (isPixels.value ? 4096 : 100))
const textOf = (number: number, px: boolean) => ({ value: numberText(number) + (px ? 'px' : '') })
const valueOf = (event: Event) => textOf(Number((event.target as HTMLInputElement).value), isPixels.value)
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
      @input="emit('try', valueOf($event))"
      @change="emit('set', valueOf($event), true)"
    />
    <input
      :id="id"
      class="field"
      type="number"
      min="1"
      :max="isPixels ? 16384 : 100"
      step="any"
      :value="shown"
      @change="emit('set', valueOf($event), true)"
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
