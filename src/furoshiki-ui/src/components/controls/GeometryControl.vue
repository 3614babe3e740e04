<script setup lang="ts">
import { computed } from 'vue'
import { onNumber, type ControlEmits, type ControlProps } from './values'

/** A place and a size, in px. */
const props = defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()

const FIELDS = [
  { title: 'from the left', at: 2 },
  { title: 'from the top', at: 3 },
  { title: 'width', at: 0 },
  { title: 'height', at: 1 },
] as const
const numbers = computed(
  () =>
    /^(\d+)x(\d+)([+-]\d+)([+-]\d+)$/.exec(props.setting.value)?.slice(1).map(Number) ?? [240, 160, 32, 32],
)
function set(at: number, number: number) {
  const next = [...numbers.value]
  next[at] = Math.round(number)
  const [width, height, x = 0, y = 0] = next
  const signed = (number: number) => (number < 0 ? String(number) : `+${number}`)
  emit('set', { value: `${width}x${height}${signed(x)}${signed(y)}` }, true)
}
</script>

<template>
  <span class="geometry">
    <label v-for="(field, i) in FIELDS" :key="field.title">
      <span class="third">{{ field.title }}</span>
      <input
        :id="i === 0 ? id : undefined"
        class="field"
        type="number"
        :value="numbers[field.at]"
        @change="onNumber($event, numbers[field.at] ?? 0, (number) => set(field.at, number))"
      />
    </label>
  </span>
</template>

<style scoped>
.geometry {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 8px;
}

.geometry label {
  display: grid;
  grid-template-columns: 1fr 58px;
  align-items: center;
  gap: 6px;
  font-size: 12px;
}
</style>
