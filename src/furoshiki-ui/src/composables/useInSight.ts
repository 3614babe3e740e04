import { useElementVisibility } from '@vueuse/core'
import { computed, nextTick, ref, watch, type Ref } from 'vue'

/**
 * Gives the first things of a list, and more of them as what stands for the rest comes into sight, so that a long list is made only as
 * far as somebody looks.
 * @param all The list; another one begins anew.
 * @param step How many at a time.
 * @returns What is made, how many are left, and the element that stands for those, which is about as high as they will be.
 */
export function useInSight<T>(all: Ref<T[]>, step: number) {
  const length = ref(step)
  const rest = ref<HTMLElement>()
  const isSeen = useElementVisibility(rest)
  const made = computed(() => all.value.slice(0, length.value))
  const left = computed(() => all.value.length - made.value.length)
  watch([isSeen, length], async () => {
    if (!isSeen.value || left.value === 0) return
    await nextTick()
    requestAnimationFrame(() => (length.value += step))
  })
  /** Begins anew, as when another list is asked for. */
  const restart = () => (length.value = step)
  return { made, left, rest, restart }
}
