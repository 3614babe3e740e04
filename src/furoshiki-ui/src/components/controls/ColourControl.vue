<script setup lang="ts">
import { IconAdjustmentsHorizontal } from '@tabler/icons-vue'
import { computed, ref, watch } from 'vue'
import { useColour } from '@/api/queries'
import type { ControlEmits, ControlProps } from './values'

/** A colour: any that CSS can write, and sliders for its sRGB and OKLCH. */
const props = defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()

const isOpen = ref(false)
/** What was written last, of which it is said what it was taken for. */
const written = ref('')
/** Where a slider is, while it moves. */
const moving = ref('')
watch(
  () => props.setting.value,
  () => (moving.value = ''),
)
const shown = computed(() => moving.value || props.setting.value)
const { data: colour } = useColour(shown, isOpen)
const { data: taken } = useColour(
  written,
  computed(() => written.value !== ''),
)
const isOfWritten = computed(() => taken.value?.colour === props.setting.value && taken.value.note !== '')

function write(event: Event) {
  written.value = (event.target as HTMLInputElement).value
  emit('set', { value: written.value }, false)
}

interface Axis {
  name: string
  least: number
  most: number
  step: number
  at: number
  write: (value: number) => string
}
const alphaOf = (alpha: number) => (alpha < 1 ? ` / ${alpha}` : '')
const axes = computed((): Axis[] => {
  const one = colour.value
  if (!one) return []
  const { lightness: l, chroma: c, hue: h, red, green, blue, alpha } = one
  const lch = (light: number, chroma: number, hue: number) =>
    `oklch(${light} ${chroma} ${hue}${alphaOf(alpha)})`
  const rgb = (r: number, g: number, b: number, a = alpha) => `rgb(${r} ${g} ${b}${alphaOf(a)})`
  const byte = { least: 0, most: 255, step: 1 }
  return [
    { name: 'Lightness', least: 0, most: 1, step: 0.005, at: l, write: (v) => lch(v, c, h) },
    { name: 'Chroma', least: 0, most: 0.33, step: 0.002, at: c, write: (v) => lch(l, v, h) },
    { name: 'Hue', least: 0, most: 360, step: 1, at: h, write: (v) => lch(l, Math.max(c, 0.02), v) },
    { name: 'Red', ...byte, at: red, write: (v) => rgb(v, green, blue) },
    { name: 'Green', ...byte, at: green, write: (v) => rgb(red, v, blue) },
    { name: 'Blue', ...byte, at: blue, write: (v) => rgb(red, green, v) },
    { name: 'Opacity', least: 0, most: 1, step: 0.01, at: alpha, write: (v) => rgb(red, green, blue, v) },
  ]
})
const valueOf = (axis: Axis, event: Event) => axis.write(Number((event.target as HTMLInputElement).value))
function move(axis: Axis, event: Event) {
  moving.value = valueOf(axis, event)
  emit('try', { value: moving.value })
}
</script>

<template>
  <span class="colour">
    <span class="sample"><span :style="{ backgroundColor: shown }" /></span>
    <input :id="id" class="field mono" :value="setting.value" spellcheck="false" @change="write" />
    <VBtn
      class="bare"
      :aria-expanded="isOpen"
      :aria-label="`Sliders for ${type.title.toLowerCase()}`"
      @click="isOpen = !isOpen"
      ><IconAdjustmentsHorizontal :size="14"
    /></VBtn>
    <p v-if="isOfWritten && taken" class="note">
      ◐ {{ taken.note }}
      <button
        v-for="other in taken.otherwise"
        :key="other"
        type="button"
        class="other"
        @click="emit('set', { value: other }, false)"
      >
        Take it for {{ other }}
      </button>
    </p>
    <span v-if="isOpen" class="axes">
      <label v-for="axis in axes" :key="axis.name">
        <span class="second">{{ axis.name }}</span>
        <input
          type="range"
          :min="axis.least"
          :max="axis.most"
          :step="axis.step"
          :value="axis.at"
          @input="move(axis, $event)"
          @change="emit('set', { value: valueOf(axis, $event) }, true)"
        />
        <span class="mono">{{ Number(axis.at.toFixed(3)) }}</span>
      </label>
    </span>
  </span>
</template>

<style scoped>
.colour {
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr) auto;
  gap: 6px;
}

/* What can be seen through lies on a chequered ground. */
.sample {
  border: 1px solid var(--line);
  background: repeating-conic-gradient(#ffffff 0 25%, #b0b0b0 0 50%) 0 0 / 10px 10px;
}

.sample span {
  display: block;
  height: 100%;
}

.note,
.axes {
  grid-column: 1 / -1;
}

.note {
  font-size: 12px;
  color: var(--waiting);
}

.other {
  text-decoration: underline;
  color: var(--action);
}

.axes label {
  display: grid;
  grid-template-columns: 62px minmax(0, 1fr) 44px;
  gap: 6px;
  align-items: center;
}
</style>
