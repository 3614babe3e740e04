import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query'
import { useDebounceFn, useEventListener } from '@vueuse/core'
import { computed, onScopeDispose, ref, type Ref } from 'vue'
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

/** What a change of a desktop, or of what is saved, makes stale. */
const STALE = [
  'desktops',
  'now',
  'desktop',
  'profiles',
  'profile',
  'comparison',
  'safe-states',
  'costs',
  'deletions',
]

/**
 * Reads again what the server's check finds changed. One window follows the desktops for all: a browser opens only a few
 * connections to a server, and has any number of windows.
 */
export function useChanges() {
  const client = useQueryClient()
  const channel = new BroadcastChannel('furoshiki-changes')
  // What comes together is read once.
  const read = useDebounceFn(() => {
    for (const key of STALE) void client.invalidateQueries({ queryKey: [key] })
  }, 50)
  const tell = () => {
    void read()
    channel.postMessage('changed')
  }
  channel.onmessage = () => void read()

  let leave: (() => void) | undefined
  const queue = () => {
    const away = new AbortController()
    let events: EventSource | undefined
    let done = () => {}
    leave = () => {
      away.abort()
      events?.close()
      done()
    }
    const lead = () =>
      new Promise<void>((resolve) => {
        done = resolve
        events = new EventSource('/api/changes')
        for (const name of ['changed', 'open', 'error']) events.addEventListener(name, tell)
      })
    navigator.locks.request('furoshiki-changes', { signal: away.signal }, lead).catch(() => {
      // It left the queue.
    })
  }
  queue()
  // A page that is kept for the back button would keep its place too.
  useEventListener(window, 'pagehide', () => leave?.())
  useEventListener(window, 'pageshow', (event) => {
    if (event.persisted) queue()
  })
  onScopeDispose(() => {
    leave?.()
    channel.close()
  })
}

export const useDesktopPage = (desktop: Ref<number>) =>
  useQuery({
    queryKey: ['desktop', desktop],
    queryFn: () => take(api.GET('/api/desktops/{id}', { params: { path: { id: desktop.value } } })),
  })

/** What was found at the start that a person has to know. */
export const useNotices = () =>
  useQuery({ queryKey: ['notices'], staleTime: Infinity, queryFn: () => take(api.GET('/api/notices')) })

export const useMaps = () => useQuery({ queryKey: ['maps'], queryFn: () => take(api.GET('/api/maps')) })

export const useFolders = (path: Ref<string>) =>
  useQuery({
    queryKey: ['folders', path],
    placeholderData: keepPreviousData,
    queryFn: () => take(api.GET('/api/folders', { params: { query: { path: path.value || undefined } } })),
  })

/** Which profiles of the shelf are asked for. */
export interface ShelfQuery {
  find?: string
  show?: string[]
  sort?: Schemas['ShelfSort']
}

const askProfiles = (desktop: number, query: ShelfQuery) =>
  take(api.GET('/api/profiles', { params: { query: { desktop, ...query } } }))

export const useProfiles = (
  desktop: Ref<number>,
  query: Ref<ShelfQuery> = ref({}),
  isShown: Ref<boolean> = ref(true),
) =>
  useQuery({
    queryKey: ['profiles', desktop, query],
    enabled: computed(() => isShown.value && desktop.value > 0),
    placeholderData: keepPreviousData,
    queryFn: () => askProfiles(desktop.value, query.value),
  })

/** Asks for profiles once, or takes those that are known. */
export function useAskedProfiles() {
  const client = useQueryClient()
  return (desktop: number, query: ShelfQuery) =>
    client.fetchQuery({
      queryKey: ['profiles', desktop, query],
      queryFn: () => askProfiles(desktop, query),
    })
}

/** By what the shelf can be filtered. */
export const useFilters = (desktop: Ref<number>, isShown: Ref<boolean>) =>
  useQuery({
    queryKey: ['profiles', desktop, 'filters'],
    enabled: computed(() => isShown.value && desktop.value > 0),
    queryFn: () => take(api.GET('/api/profiles/filters', { params: { query: { desktop: desktop.value } } })),
  })

/** A profile, opened at one of its savings, or at the last. */
export const useProfile = (id: Ref<number>, desktop: Ref<number>, saving: Ref<number | undefined>) =>
  useQuery({
    queryKey: ['profile', id, desktop, saving],
    placeholderData: (before) => (before?.card.id === id.value ? before : undefined),
    queryFn: () =>
      take(
        api.GET('/api/profiles/{id}', {
          params: { path: { id: id.value }, query: { desktop: desktop.value, saving: saving.value } },
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

/** What is kept for a profile and for each of its savings, and how it stands. */
export const useProfileKept = (id: Ref<number>) =>
  useQuery({
    queryKey: ['kept', 'profile', id],
    queryFn: () => take(api.GET('/api/profiles/{id}/kept', { params: { path: { id: id.value } } })),
  })

export const useSafeStatesKept = (desktop: Ref<number>) =>
  useQuery({
    queryKey: ['kept', 'safe-states', desktop],
    queryFn: () =>
      take(api.GET('/api/desktops/{id}/safe-states/kept', { params: { path: { id: desktop.value } } })),
  })

export const useDeletions = () =>
  useQuery({ queryKey: ['deletions'], queryFn: () => take(api.GET('/api/deletions')) })

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

/** A look never changes, so what differs between two is asked for once. */
interface Change {
  before: Ref<string>
  after: Ref<string>
  kind: Ref<string>
}

const pathOf = (change: Change) => ({
  digest: change.before.value,
  other: change.after.value,
  kind: change.kind.value,
})

export const useChangedFolders = (change: Change) =>
  useQuery({
    queryKey: ['changed-folders', change.before, change.after, change.kind],
    staleTime: Infinity,
    queryFn: () =>
      take(api.GET('/api/looks/{digest}/changes/{other}/{kind}', { params: { path: pathOf(change) } })),
  })

export const useChangedFiles = (change: Change, folder: Ref<string | undefined>) =>
  useQuery({
    queryKey: ['changed-files', change.before, change.after, change.kind, folder],
    staleTime: Infinity,
    enabled: computed(() => folder.value !== undefined),
    queryFn: () =>
      take(
        api.GET('/api/looks/{digest}/changes/{other}/{kind}/files', {
          params: { path: pathOf(change), query: { folder: folder.value ?? '' } },
        }),
      ),
  })

export const useLines = (before: Ref<string>, after: Ref<string>, enabled: Ref<boolean>) =>
  useQuery({
    queryKey: ['lines', before, after],
    staleTime: Infinity,
    enabled,
    queryFn: () =>
      take(
        api.GET('/api/content/{digest}/lines/{other}', {
          params: { path: { digest: before.value, other: after.value } },
        }),
      ),
  })

/** The name and the look of a saving that is lined up. */
export const useSavingName = (reference: Ref<string>) =>
  useQuery({
    queryKey: ['saving', reference],
    staleTime: Infinity,
    enabled: computed(() => reference.value.startsWith('saving-')),
    queryFn: () =>
      take(
        api.GET('/api/savings/{id}', {
          params: { path: { id: Number(reference.value.slice('saving-'.length)) } },
        }),
      ),
  })
