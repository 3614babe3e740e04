import { usePreferredDark, useStorage } from '@vueuse/core'
import { computed, watchEffect } from 'vue'

const ROOMS = ['system', 'day', 'night'] as const
type Room = (typeof ROOMS)[number]

/** Day room or night room: as the system has it, unless a person chose. */
export function useRoom() {
  const chosen = useStorage<Room>('furoshiki-room', 'system')
  const prefersDark = usePreferredDark()
  const isNight = computed(() => chosen.value === 'night' || (chosen.value === 'system' && prefersDark.value))
  watchEffect(() => {
    document.documentElement.dataset.room = isNight.value ? 'night' : 'day'
  })
  const next = () => (chosen.value = ROOMS[(ROOMS.indexOf(chosen.value) + 1) % ROOMS.length] ?? 'system')
  return { chosen, next }
}
