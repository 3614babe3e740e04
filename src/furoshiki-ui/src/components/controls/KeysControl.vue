<script setup lang="ts">
import { IconKeyboard } from '@tabler/icons-vue'
import { useEventListener } from '@vueuse/core'
import { ref } from 'vue'
import { heldIn, keysOf } from '@/composables/keyNames'
import type { ControlEmits, ControlProps } from './values'

/** Keys that are pressed together. Those that the system keeps for itself can be typed by their names. */
defineProps<ControlProps>()
const emit = defineEmits<ControlEmits>()
const waits = ref(false)
/** What is held meanwhile. */
const held = ref<string[]>([])

function end() {
  waits.value = false
  held.value = []
}

/** While it waits, no key does what it does elsewhere; Escape and Tab by themselves leave it. */
function take(event: KeyboardEvent) {
  if (!waits.value) return
  held.value = heldIn(event)
  if (held.value.length === 0 && event.key === 'Tab') return end()
  event.preventDefault()
  event.stopImmediatePropagation()
  if (held.value.length === 0 && event.key === 'Escape') return end()
  const keys = keysOf(event)
  if (!keys) return
  emit('set', { value: keys }, false)
  end()
}
useEventListener(window, 'keydown', take, { capture: true })
useEventListener(window, 'keyup', (event) => (held.value = waits.value ? heldIn(event) : []))
</script>

<template>
  <span class="row keys">
    <span v-if="waits" class="field waits" role="status">{{
      held.length > 0 ? `${held.join('+')}+…` : 'Press the keys, or Esc'
    }}</span>
    <input
      v-else
      :id="id"
      class="field"
      :value="setting.value"
      @change="emit('set', { value: ($event.target as HTMLInputElement).value }, false)"
    />
    <VBtn
      class="bare"
      :aria-label="`Press the keys for ${type.title.toLowerCase()}`"
      :aria-pressed="waits"
      title="Press the keys"
      @click="waits = !waits"
      @blur="end"
      ><IconKeyboard :size="16"
    /></VBtn>
  </span>
</template>

<style scoped>
.keys {
  flex-wrap: nowrap;
  gap: 4px;
}

.waits {
  border-color: var(--action);
  color: var(--second);
}
</style>
