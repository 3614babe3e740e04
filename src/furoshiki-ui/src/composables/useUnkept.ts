import { useMutation, useQuery } from '@tanstack/vue-query'
import { useTimestamp } from '@vueuse/core'
import { computed, watch, type Ref } from 'vue'
import { keyOf, useChanged } from '@/api/asked'
import { api, take } from '@/api/client'

const TICK_MS = 250

/** The switch of a desktop that waits to be kept, how long it still does, and both answers. The server counts; this only shows it. */
export function useUnkept(desktop: Ref<number | undefined>) {
  const changed = useChanged()
  const { data, dataUpdatedAt } = useQuery({
    queryKey: keyOf('unkept', desktop),
    enabled: computed(() => desktop.value !== undefined),
    queryFn: () =>
      take(api.GET('/api/desktops/{id}/unkept', { params: { path: { id: desktop.value ?? 0 } } })),
  })
  const unkept = computed(() => data.value?.switch ?? undefined)
  const { timestamp: now, pause, resume } = useTimestamp({ interval: TICK_MS, controls: true })
  // A clock that nobody looks at stands still.
  watch(unkept, (waits) => (waits ? resume() : pause()), { immediate: true })
  const left = computed(() =>
    Math.max(0, Math.ceil((unkept.value?.secondsLeft ?? 0) - (now.value - dataUpdatedAt.value) / 1000)),
  )
  const path = () => ({ params: { path: { id: unkept.value?.switch ?? 0 } } })
  const keep = useMutation({
    mutationFn: () => take(api.POST('/api/switches/{id}/keep', path())),
    onSettled: changed,
  })
  const goBack = useMutation({
    mutationFn: () => take(api.POST('/api/switches/{id}/back', path())),
    onSettled: changed,
  })
  return { unkept, left, keep, goBack }
}
