import { useElementVisibility } from '@vueuse/core'
import { computed, nextTick, ref, watch, type Ref } from 'vue'

/**
 * Gives the first things of a list, and more of them as what stands for the rest comes into sight, so that a long list is made only as
 * far as somebody looks.
 * @param all The list; another one begins anew.
 * @param step How many at a time.
 * @param more Asks for more of the list, where that has not come whole, when all that came is made.
 * @returns What is made, how many are left, and the element that stands for those, which is about as high as they will be.
 */
export function useInSight<T>(all: Ref<T[]>, step: number, more?: () => void) {
  const length = ref(step)
  const rest = ref<HTMLElement>()
  const isSeen = useElementVisibility(rest)
  const made = computed(() => all.value.slice(0, length.value))
  const left = computed(() => all.value.length - made.value.length)
  watch([isSeen, length, () => all.value.length], async () => {
    if (!isSeen.value) return
    if (left.value <= step) more?.()
    if (left.value === 0) return
    await nextTick()
    requestAnimationFrame(() => (length.value += step))
  })
  /** Begins anew, as when another list is asked for. */
  const restart = () => (length.value = step)
  return { made, left, rest, restart }
}
