import { usePreferredDark, useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, watchEffect } from 'vue'

const ROOMS = ['system', 'day', 'night'] as const
type Room = (typeof ROOMS)[number]

/** What a person chose for this browser. It is kept there. */
export const useChoices = defineStore('choices', () => {
  /** Day room or night room: as the system has it, unless a person chose. */
  const room = useStorage<Room>('furoshiki-room', 'system')
  const prefersDark = usePreferredDark()
  const isNight = computed(() => room.value === 'night' || (room.value === 'system' && prefersDark.value))
  watchEffect(() => {
    document.documentElement.dataset.room = isNight.value ? 'night' : 'day'
  })
  const nextRoom = () => (room.value = ROOMS[(ROOMS.indexOf(room.value) + 1) % ROOMS.length] ?? 'system')

  /** Whether single keys do something: for those who speak to their machine they would go off by chance (WCAG 2.1.4). */
  const singleKeys = useStorage('furoshiki-single-keys', true)

  /** Whether a switch goes back by itself unless it is kept, and within how many seconds. */
  const goesBack = useStorage('furoshiki-goes-back', false)
  const keepSeconds = useStorage('furoshiki-keep-seconds', 15)
  return { room, nextRoom, singleKeys, goesBack, keepSeconds }
})
