import { useEventListener } from '@vueuse/core'
import type { Ref } from 'vue'

const STEPS: Record<string, [across: number, down: number]> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowDown: [0, 1],
  ArrowUp: [0, -1],
}

/** Lets the arrow keys lead from one thing to its neighbours, in a row or in rows of equal length. */
export function useArrows(holder: Ref<HTMLElement | undefined>, things: string) {
  useEventListener(holder, 'keydown', (event: KeyboardEvent) => {
    const step = STEPS[event.key]
    if (!step || event.ctrlKey || event.altKey || event.metaKey) return
    const all = [...(holder.value?.querySelectorAll<HTMLElement>(things) ?? [])]
    const at = all.findIndex((one) => one === event.target)
    const top = all[0]?.getBoundingClientRect().top
    const row = all.findIndex((one) => one.getBoundingClientRect().top !== top)
    const next = all[at + step[0] + step[1] * (row < 0 ? all.length : row)]
    if (at < 0 || !next) return
    event.preventDefault()
    next.focus()
  })
}
