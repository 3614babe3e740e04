import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query'
import { useEventListener } from '@vueuse/core'
import { computed, onScopeDispose, watch, type Ref } from 'vue'
import { api, take, type Schemas } from './client'

export const useDesktops = () =>
  useQuery({ queryKey: ['desktops'], queryFn: () => take(api.GET('/api/desktops')) })

/** The desktop as it is. The server tells when it changed, since other programs change it too. */
export const useNow = (desktop: Ref<number | undefined>) =>
  useQuery({
    queryKey: ['now', desktop],
    enabled: computed(() => desktop.value !== undefined),
    queryFn: () => take(api.GET('/api/desktops/{id}/now', { params: { path: { id: desktop.value ?? 0 } } })),
  })

/** Reads a desktop again whenever the server's check of its folder finds that it changed. */
export function useChanges(desktop: Ref<number | undefined>) {
  const client = useQueryClient()
  let events: EventSource | undefined
  const close = () => events?.close()
  const open = () => {
    close()
    if (desktop.value === undefined) return
    events = new EventSource(`/api/desktops/${desktop.value}/changes`)
    for (const name of ['changed', 'open'])
      events.addEventListener(name, () => {
        for (const key of ['now', 'desktop']) void client.invalidateQueries({ queryKey: [key] })
      })
  }
  watch(desktop, open, { immediate: true })
  // A page that is kept for the back button would keep its connection too.
  useEventListener(window, 'pagehide', close)
  useEventListener(window, 'pageshow', (event) => {
    if (event.persisted) open()
  })
  onScopeDispose(close)
}

export const useDesktopPage = (desktop: Ref<number>) =>
  useQuery({
    queryKey: ['desktop', desktop],
    queryFn: () => take(api.GET('/api/desktops/{id}', { params: { path: { id: desktop.value } } })),
  })

export const useMaps = () => useQuery({ queryKey: ['maps'], queryFn: () => take(api.GET('/api/maps')) })

export const useFolders = (path: Ref<string>) =>
  useQuery({
    queryKey: ['folders', path],
    placeholderData: keepPreviousData,
    queryFn: () => take(api.GET('/api/folders', { params: { query: { path: path.value || undefined } } })),
  })

/** Reads again all that depends on what a desktop has on, whenever that changed. */
export function useFreshness(now: Ref<Schemas['NowView'] | undefined>) {
  const client = useQueryClient()
  watch(
    () => now.value && `${now.value.look} ${now.value.on?.savingId} ${now.value.wayBack?.id}`,
    (_, before) => {
      if (before !== undefined)
        for (const key of ['profiles', 'profile', 'comparison', 'safe-states'])
          void client.invalidateQueries({ queryKey: [key] })
    },
  )
}

export const useProfiles = (desktop: Ref<number>) =>
  useQuery({
    queryKey: ['profiles', desktop],
    queryFn: () => take(api.GET('/api/profiles', { params: { query: { desktop: desktop.value } } })),
  })

export const useProfile = (id: Ref<number>, desktop: Ref<number>) =>
  useQuery({
    queryKey: ['profile', id, desktop],
    queryFn: () =>
      take(
        api.GET('/api/profiles/{id}', {
          params: { path: { id: id.value }, query: { desktop: desktop.value } },
        }),
      ),
  })

export const useComparison = (desktop: Ref<number>, looks: Ref<string[]>) =>
  useQuery({
    queryKey: ['comparison', desktop, looks],
    enabled: computed(() => looks.value.length >= 2),
    placeholderData: keepPreviousData,
    queryFn: () =>
      take(
        api.GET('/api/desktops/{id}/comparison', {
          params: { path: { id: desktop.value }, query: { look: looks.value } },
        }),
      ),
  })

export const useSafeStates = (desktop: Ref<number>) =>
  useQuery({
    queryKey: ['safe-states', desktop],
    queryFn: () =>
      take(api.GET('/api/desktops/{id}/safe-states', { params: { path: { id: desktop.value } } })),
  })

/** A plan is made anew whenever it is asked for, never taken from memory. */
export const usePlan = (desktop: Ref<number>, target: Ref<Schemas['Target'] | null>) =>
  useQuery({
    queryKey: ['plan', desktop, target],
    enabled: computed(() => target.value !== null),
    gcTime: 0,
    refetchOnWindowFocus: false,
    queryFn: () =>
      take(
        api.POST('/api/desktops/{id}/plans', {
          params: { path: { id: desktop.value } },
          body: target.value as Schemas['Target'],
        }),
      ),
  })

/** A look never changes, so its picture is asked for once. */
export const usePicture = (
  look: Ref<string>,
  desktop: Ref<number>,
  scene: Ref<Schemas['PictureScene'] | undefined>,
) =>
  useQuery({
    queryKey: ['picture', look, desktop, scene],
    staleTime: Infinity,
    placeholderData: keepPreviousData,
    queryFn: () =>
      take(
        api.GET('/api/looks/{digest}/picture', {
          params: {
            path: { digest: look.value },
            query: { desktop: desktop.value, scene: scene.value },
          },
        }),
      ),
  })
