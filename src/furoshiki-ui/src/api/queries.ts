import { keepPreviousData, useInfiniteQuery, useQuery, useQueryClient } from '@tanstack/vue-query'
import { useDebounceFn, useEventListener } from '@vueuse/core'
import { computed, onScopeDispose, ref, type MaybeRef, type Ref } from 'vue'
import { keyOf, STAYS, useChanged } from './asked'
import { api, take, totalOf, type Schemas } from './client'
import { eventsAt } from './session'

export const useDesktops = () =>
  useQuery({ queryKey: keyOf('desktops'), queryFn: () => take(api.GET('/api/desktops')) })

/** The person's own groupings of parts. */
export const useGroupings = () =>
  useQuery({ queryKey: keyOf('groupings'), queryFn: () => take(api.GET('/api/groupings')) })

/** The desktop as it is. The server tells when it changed, since other programs change it too. */
export const useNow = (desktop: Ref<number | undefined>) =>
  useQuery({
    queryKey: keyOf('now', desktop),
    enabled: computed(() => desktop.value !== undefined),
    queryFn: () => readNow(desktop.value ?? 0),
  })
const readNow = (id: number) => take(api.GET('/api/desktops/{id}/now', { params: { path: { id } } }))
/** The same for any number of desktops at once. */
export const nowOf = (id: number) => ({ queryKey: keyOf('now', id), queryFn: () => readNow(id) })

/**
 * Reads again what the server's check finds changed. One window follows the desktops for all: a browser opens only a few
 * connections to a server, and has any number of windows.
 */
export function useChanges() {
  const changed = useChanged()
  const channel = new BroadcastChannel('furoshiki-changes')
  // What comes together is read once.
  const read = useDebounceFn(changed, 50)
  const tell = () => {
    void read()
    channel.postMessage('changed')
  }
  channel.onmessage = () => void read()

  let leave: (() => void) | undefined
  const queue = () => {
    const away = new AbortController()
    let events: ReturnType<typeof eventsAt> | undefined
    let done = () => {}
    leave = () => {
      away.abort()
      events?.close()
      done()
    }
    const lead = () =>
      new Promise<void>((resolve) => {
        done = resolve
        events = eventsAt('/api/changes')
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
    queryKey: keyOf('desktop', desktop),
    queryFn: () => take(api.GET('/api/desktops/{id}', { params: { path: { id: desktop.value } } })),
  })

/** What was found at the start that a person has to know. */
export const useNotices = () =>
  useQuery({ queryKey: keyOf('notices'), ...STAYS, queryFn: () => take(api.GET('/api/notices')) })

export const useStore = () =>
  useQuery({ queryKey: keyOf('store'), queryFn: () => take(api.GET('/api/store')) })

export const useMaps = () => useQuery({ queryKey: keyOf('maps'), queryFn: () => take(api.GET('/api/maps')) })

export const useFolders = (path: Ref<string>) =>
  useQuery({
    queryKey: keyOf('folders', path),
    placeholderData: keepPreviousData,
    queryFn: () => take(api.GET('/api/folders', { params: { query: { path: path.value || undefined } } })),
  })

/** Which profiles of the shelf are asked for. */
export interface ShelfQuery {
  find?: string
  show?: string[]
  sort?: Schemas['ShelfSort']
  skip?: number
  take?: number
}

const askProfiles = (desktop: number, query: ShelfQuery) =>
  take(api.GET('/api/profiles', { params: { query: { desktop, ...query } } }))

export const useProfiles = (
  desktop: Ref<number>,
  query: Ref<ShelfQuery> = ref({}),
  isShown: Ref<boolean> = ref(true),
) =>
  useQuery({
    queryKey: keyOf('profiles', desktop, query),
    enabled: computed(() => isShown.value && desktop.value > 0),
    placeholderData: keepPreviousData,
    queryFn: () => askProfiles(desktop.value, query.value),
  })

/** How many profiles are asked for at once: somewhat more than a window shows. */
const PAGE = 48

/** The profiles of the shelf, so many at a time, since there can be thousands. */
export const useShelfPages = (desktop: Ref<number>, query: Ref<ShelfQuery>, isShown: Ref<boolean>) =>
  useInfiniteQuery({
    queryKey: keyOf('profiles', desktop, 'pages', query),
    enabled: computed(() => isShown.value && desktop.value > 0),
    placeholderData: keepPreviousData,
    initialPageParam: 0,
    queryFn: async ({ pageParam }) => {
      const request = api.GET('/api/profiles', {
        params: { query: { desktop: desktop.value, ...query.value, skip: pageParam, take: PAGE } },
      })
      const cards = await take(request)
      return { cards, total: totalOf((await request).response) }
    },
    getNextPageParam: (last, pages) => (last.cards.length < PAGE ? undefined : pages.length * PAGE),
  })

/** Asks for profiles once, or takes those that are known. */
export function useAskedProfiles() {
  const client = useQueryClient()
  return (desktop: number, query: ShelfQuery) =>
    client.fetchQuery({
      queryKey: keyOf('profiles', desktop, query),
      queryFn: () => askProfiles(desktop, query),
    })
}

/** By what the shelf can be filtered. */
export const useFilters = (desktop: Ref<number>, isShown: Ref<boolean>) =>
  useQuery({
    queryKey: keyOf('profiles', desktop, 'filters'),
    enabled: computed(() => isShown.value && desktop.value > 0),
    queryFn: () => take(api.GET('/api/profiles/filters', { params: { query: { desktop: desktop.value } } })),
  })

/** A profile, opened at one of its savings, or at the last. */
export const useProfile = (id: Ref<number>, desktop: Ref<number>, saving: Ref<number | undefined>) =>
  useQuery({
    queryKey: keyOf('profile', id, desktop, saving),
    placeholderData: (before) => (before?.card.id === id.value ? before : undefined),
    queryFn: () =>
      take(
        api.GET('/api/profiles/{id}', {
          params: { path: { id: id.value }, query: { desktop: desktop.value, saving: saving.value } },
        }),
      ),
  })

/** Looks side by side: which ones, whether with what is the same, in which order, and what is sought in them. */
export const useComparison = (
  desktop: Ref<number>,
  asked: { looks: Ref<string[]>; all: Ref<boolean>; order: Ref<Schemas['RowOrder']>; find: Ref<string> },
) =>
  useQuery({
    queryKey: keyOf('comparison', desktop, asked.looks, asked.all, asked.order, asked.find),
    enabled: computed(() => asked.looks.value.length >= 2),
    placeholderData: keepPreviousData,
    queryFn: () =>
      take(
        api.GET('/api/desktops/{id}/comparison', {
          params: {
            path: { id: desktop.value },
            query: {
              look: asked.looks.value,
              all: asked.all.value,
              order: asked.order.value,
              find: asked.find.value,
            },
          },
        }),
      ),
  })

/** What lies behind looks: what each needs, costs, loses and takes to show. */
export const useBehind = (
  desktop: Ref<number>,
  asked: { looks: Ref<string[]>; all: Ref<boolean>; find: Ref<string> },
) =>
  useQuery({
    queryKey: keyOf('behind', desktop, asked.looks, asked.all, asked.find),
    enabled: computed(() => asked.looks.value.length >= 2),
    placeholderData: keepPreviousData,
    queryFn: () =>
      take(
        api.GET('/api/desktops/{id}/comparison/behind', {
          params: {
            path: { id: desktop.value },
            query: { look: asked.looks.value, all: asked.all.value, find: asked.find.value },
          },
        }),
      ),
  })

/** All of the shelf against one look. */
export const useNearness = (desktop: Ref<number>, to: Ref<string>) =>
  useQuery({
    queryKey: keyOf('nearness', desktop, to),
    queryFn: () =>
      take(
        api.GET('/api/desktops/{id}/nearness', {
          params: { path: { id: desktop.value }, query: { to: to.value } },
        }),
      ),
  })

/** The savings that differ from a look in nothing that shows. */
export const useTwins = (desktop: Ref<number>, to: Ref<string>) =>
  useQuery({
    queryKey: keyOf('twins', desktop, to),
    queryFn: () =>
      take(
        api.GET('/api/desktops/{id}/nearness/twins', {
          params: { path: { id: desktop.value }, query: { to: to.value } },
        }),
      ),
  })

/** Where the looks of the shelf and one look lie to each other; that look is the first. */
export const useNearnessMap = (desktop: Ref<number>, to: Ref<string>) =>
  useQuery({
    queryKey: keyOf('nearnessMap', desktop, to),
    queryFn: () =>
      take(
        api.GET('/api/desktops/{id}/nearness/map', {
          params: { path: { id: desktop.value }, query: { to: to.value } },
        }),
      ),
  })

/** What differs between the pictures of two looks; nothing while there are not two. */
export const usePictureDifference = (
  desktop: Ref<number>,
  first: Ref<string>,
  other: Ref<string>,
  scene: Ref<Schemas['PictureScene']>,
) =>
  useQuery({
    queryKey: keyOf('pictureDifference', desktop, first, other, scene),
    enabled: computed(() => first.value !== '' && other.value !== ''),
    queryFn: () =>
      take(
        api.GET('/api/desktops/{id}/comparison/picture', {
          params: {
            path: { id: desktop.value },
            query: { first: first.value, other: other.value, scene: scene.value },
          },
        }),
      ),
  })

/** The looks that are being fitted for a desktop, the last changed first. */
export const useFittings = (desktop: Ref<number>) =>
  useQuery({
    queryKey: keyOf('fittings', desktop),
    enabled: computed(() => desktop.value > 0),
    queryFn: () => take(api.GET('/api/desktops/{id}/fittings', { params: { path: { id: desktop.value } } })),
  })

/** A look that is being fitted, with all that can be set in it. */
export const useFittingView = (id: Ref<number>) =>
  useQuery({
    queryKey: keyOf('fitting', id),
    enabled: computed(() => id.value > 0),
    queryFn: () => take(api.GET('/api/fittings/{id}', { params: { path: { id: id.value } } })),
  })

/** The parts of a kind that other looks have, and that a fitting could borrow. */
export const useBorrowable = (fitting: Ref<number>, kind: Ref<string>) =>
  useQuery({
    queryKey: keyOf('fitting', fitting, 'elsewhere', kind),
    queryFn: () =>
      take(
        api.GET('/api/fittings/{id}/parts/{kind}/elsewhere', {
          params: { path: { id: fitting.value, kind: kind.value } },
        }),
      ),
  })

/** The colours of the pictures of a look that is being fitted. */
export const usePalettes = (fitting: Ref<number>, look: Ref<string>) =>
  useQuery({
    queryKey: keyOf('palettes', fitting, look),
    ...STAYS,
    placeholderData: keepPreviousData,
    queryFn: () => take(api.GET('/api/fittings/{id}/palettes', { params: { path: { id: fitting.value } } })),
  })

/** How colours look to somebody whose colour vision is deficient, with a strength in per cent. */
export const useSight = (sight: Ref<Schemas['Sight']>, strength: Ref<number>) =>
  useQuery({
    queryKey: keyOf('sight', sight, strength),
    enabled: computed(() => sight.value !== 'Usual'),
    ...STAYS,
    placeholderData: keepPreviousData,
    queryFn: () =>
      take(
        api.GET('/api/sights/{sight}', {
          params: { path: { sight: sight.value }, query: { strength: strength.value } },
        }),
      ),
  })

/** How many things are tried on one page of a contact sheet. */
const TRIALS = 24

/**
 * A look that is being fitted with each thing that a setting ("icons/set") could name, with each of some looks ("looks"), or after each
 * move that goes through the whole of it ("moves").
 */
export const useTrials = (
  fitting: Ref<number>,
  of: Ref<string>,
  looks: Ref<string[]>,
  share: Ref<Schemas['LookShare']>,
  look: Ref<string>,
  scene: Ref<Schemas['PictureScene']>,
) =>
  useInfiniteQuery({
    queryKey: keyOf('trials', fitting, of, looks, share, look, scene),
    placeholderData: keepPreviousData,
    initialPageParam: 0,
    queryFn: ({ pageParam }) => {
      const id = fitting.value
      const shows = { scene: scene.value }
      if (of.value === 'moves')
        return take(api.GET('/api/fittings/{id}/moves', { params: { path: { id }, query: shows } }))
      if (of.value === 'looks')
        return take(
          api.GET('/api/fittings/{id}/trials', {
            params: { path: { id }, query: { ...shows, look: looks.value, share: share.value } },
          }),
        )
      const [kind = '', ...key] = of.value.split('/')
      return take(
        api.GET('/api/fittings/{id}/parts/{kind}/trials', {
          params: { path: { id, kind }, query: { ...shows, setting: key.join('/'), skip: pageParam } },
        }),
      )
    },
    getNextPageParam: (last, pages) => (last.length < TRIALS ? undefined : pages.length * TRIALS),
  })

/** What a setting of a fitting that names an asset could name. */
export const useChoicesOf = (
  fitting: Ref<number>,
  kind: Ref<string>,
  setting: Ref<string>,
  enabled: MaybeRef<boolean> = true,
) =>
  useQuery({
    queryKey: keyOf('fitting', fitting, 'choices', kind, setting),
    enabled,
    queryFn: () =>
      take(
        api.GET('/api/fittings/{id}/parts/{kind}/choices/{setting}', {
          params: { path: { id: fitting.value, kind: kind.value, setting: setting.value } },
        }),
      ),
  })

/** What the checks find in a look; where it takes the place of another, with what that changes. */
export const useAdvice = (
  look: Ref<string>,
  desktop: Ref<number>,
  profile: Ref<number | undefined>,
  before: Ref<string | undefined>,
) =>
  useQuery({
    queryKey: keyOf('advice', look, desktop, profile, before),
    enabled: computed(() => look.value !== ''),
    placeholderData: keepPreviousData,
    queryFn: () =>
      take(
        api.GET('/api/looks/{digest}/advice', {
          params: {
            path: { digest: look.value },
            query: { desktop: desktop.value, profile: profile.value, before: before.value },
          },
        }),
      ),
  })

/** A colour in sRGB and OKLCH. */
export const useColour = (text: Ref<string>, isAsked: Ref<boolean>) =>
  useQuery({
    queryKey: keyOf('colour', text),
    ...STAYS,
    enabled: isAsked,
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: () => take(api.GET('/api/colours', { params: { query: { text: text.value } } })),
  })

/** The kinds of part and their settings. */
export const useKinds = () =>
  useQuery({ queryKey: keyOf('kinds'), ...STAYS, queryFn: () => take(api.GET('/api/kinds')) })

export const useSafeStates = (desktop: Ref<number>) =>
  useQuery({
    queryKey: keyOf('safeStates', desktop),
    queryFn: () =>
      take(api.GET('/api/desktops/{id}/safe-states', { params: { path: { id: desktop.value } } })),
  })

/** The supplies that are known, as they stand to a desktop. */
export const useSupplies = (desktop: Ref<number>) =>
  useQuery({
    queryKey: keyOf('supplies', desktop),
    queryFn: () => take(api.GET('/api/desktops/{id}/supplies', { params: { path: { id: desktop.value } } })),
  })

/** The supplies of the same kind that come nearest to one. */
export const useLikeSupplies = (desktop: Ref<number>, supply: Ref<string>) =>
  useQuery({
    queryKey: keyOf('likeSupplies', desktop, supply),
    enabled: computed(() => supply.value !== ''),
    queryFn: () =>
      take(
        api.GET('/api/desktops/{id}/supplies/like', {
          params: { path: { id: desktop.value }, query: { supply: supply.value } },
        }),
      ),
  })

/** The supplies that have an accent, the nearest first: to a colour, or to the accent of what is on ("now"). */
export const useSupplyAccents = (desktop: Ref<number>, to: Ref<string>) =>
  useQuery({
    queryKey: keyOf('supplyAccents', desktop, to),
    enabled: computed(() => to.value !== ''),
    queryFn: () =>
      take(
        api.GET('/api/desktops/{id}/supplies/accents', {
          params: {
            path: { id: desktop.value },
            query: to.value === 'now' ? {} : { to: to.value },
          },
        }),
      ),
  })

/** What does not hold any more since the platform has another version. */
export const useVersionNews = (desktop: Ref<number>) =>
  useQuery({
    queryKey: keyOf('versionNews', desktop),
    enabled: computed(() => desktop.value > 0),
    queryFn: () =>
      take(api.GET('/api/desktops/{id}/version/news', { params: { path: { id: desktop.value } } })),
  })

/** What savings carry and is of no known supply. */
export const useCarried = () =>
  useQuery({
    queryKey: keyOf('carried'),
    queryFn: () => take(api.GET('/api/supplies/own/carried')),
  })

/** The catalogues that are used. */
export const useCatalogues = () =>
  useQuery({ queryKey: keyOf('catalogues'), queryFn: () => take(api.GET('/api/catalogues')) })

/** What was put on and gone back to, the last first. */
export const useSwitches = (desktop: Ref<number>, query: Ref<SwitchesQuery>) =>
  useQuery({
    queryKey: keyOf('switches', desktop, query),
    placeholderData: keepPreviousData,
    queryFn: () =>
      take(
        api.GET('/api/desktops/{id}/switches', {
          params: { path: { id: desktop.value }, query: query.value },
        }),
      ),
  })

export type SwitchesQuery = { by?: Schemas['SwitchedBy']; end?: Schemas['SwitchEnd'] }

/** The plan of a past switch as it was shown. */
export const useSwitchPlan = (id: Ref<number>, isThere: Ref<boolean>) =>
  useQuery({
    queryKey: keyOf('switchPlan', id),
    ...STAYS,
    enabled: isThere,
    queryFn: () => take(api.GET('/api/switches/{id}/plan', { params: { path: { id: id.value } } })),
  })

/** What is kept for a profile and for each of its savings, and how it stands. */
export const useProfileKept = (id: Ref<number>) =>
  useQuery({
    queryKey: keyOf('kept', 'profile', id),
    queryFn: () => take(api.GET('/api/profiles/{id}/kept', { params: { path: { id: id.value } } })),
  })

export const useSafeStatesKept = (desktop: Ref<number>) =>
  useQuery({
    queryKey: keyOf('kept', 'safeStates', desktop),
    queryFn: () =>
      take(api.GET('/api/desktops/{id}/safe-states/kept', { params: { path: { id: desktop.value } } })),
  })

/** The files in which a safe state differs from now. */
export const useStateFiles = (desktop: Ref<number>, state: Ref<number>) =>
  useQuery({
    queryKey: keyOf('stateFiles', desktop, state),
    queryFn: () =>
      take(
        api.GET('/api/desktops/{id}/safe-states/{state}/files', {
          params: { path: { id: desktop.value, state: state.value } },
        }),
      ),
  })

/** What a file was in the safe states. */
export const useFileVersions = (desktop: Ref<number>, path: Ref<string>) =>
  useQuery({
    queryKey: keyOf('fileVersions', desktop, path),
    enabled: computed(() => path.value !== ''),
    queryFn: () =>
      take(
        api.GET('/api/desktops/{id}/files/versions', {
          params: { path: { id: desktop.value }, query: { path: path.value } },
        }),
      ),
  })

/** Managed files by their paths. */
export const useFoundFiles = (desktop: Ref<number>, find: Ref<string>) =>
  useQuery({
    queryKey: keyOf('foundFiles', desktop, find),
    placeholderData: keepPreviousData,
    queryFn: () =>
      take(
        api.GET('/api/desktops/{id}/files', {
          params: { path: { id: desktop.value }, query: { find: find.value } },
        }),
      ),
  })

/** Which safe states would go by a rule; null for the one that is kept. */
export const useThinning = (desktop: Ref<number>, rule: Ref<Schemas['ThinningForm'] | null>) =>
  useQuery({
    queryKey: keyOf('thinning', desktop, rule),
    placeholderData: keepPreviousData,
    queryFn: () =>
      take(
        api.POST('/api/desktops/{id}/safe-states/thinning', {
          params: { path: { id: desktop.value } },
          body: rule.value,
        }),
      ),
  })

export const useDeletions = () =>
  useQuery({ queryKey: keyOf('deletions'), queryFn: () => take(api.GET('/api/deletions')) })

/**
 * A plan is made anew whenever it is asked for, never taken from memory. While one is reshaped, it stands there as it was; while a person
 * decides on it, too, whatever changes meanwhile, unless it is said to follow.
 */
export const usePlan = (
  desktop: Ref<number>,
  target: Ref<Schemas['Target'] | null>,
  { follows = false } = {},
) =>
  useQuery({
    queryKey: keyOf(follows ? 'followingPlan' : 'plan', desktop, target),
    enabled: computed(() => target.value !== null),
    gcTime: 0,
    placeholderData: (before) =>
      before && before.target.kind === target.value?.kind && before.target.id === target.value.id
        ? before
        : undefined,
    refetchOnWindowFocus: false,
    queryFn: () =>
      take(
        api.POST('/api/desktops/{id}/plans', {
          params: { path: { id: desktop.value } },
          body: target.value as Schemas['Target'],
        }),
      ),
  })

/** How long a picture is kept that nobody sees, in ms. */
const HALF_A_MINUTE = 30_000

/** A look never changes, so its picture is asked for once; what it has no say in is drawn as it is now. */
export const usePicture = (
  look: Ref<string>,
  desktop: Ref<number>,
  scene: Ref<Schemas['PictureScene'] | undefined>,
  detail: Ref<Schemas['PictureDetail']>,
  isShown: Ref<boolean> = ref(true),
) =>
  useQuery({
    queryKey: keyOf('picture', look, desktop, scene, detail),
    enabled: isShown,
    ...STAYS,
    gcTime: HALF_A_MINUTE,
    placeholderData: keepPreviousData,
    queryFn: () =>
      take(
        api.GET('/api/looks/{digest}/picture', {
          params: {
            path: { digest: look.value },
            query: { desktop: desktop.value, scene: scene.value, detail: detail.value },
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
    queryKey: keyOf('changedFolders', change.before, change.after, change.kind),
    ...STAYS,
    queryFn: () =>
      take(api.GET('/api/looks/{digest}/changes/{other}/{kind}', { params: { path: pathOf(change) } })),
  })

export const useChangedFiles = (change: Change, folder: Ref<string | undefined>) =>
  useQuery({
    queryKey: keyOf('changedFiles', change.before, change.after, change.kind, folder),
    ...STAYS,
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
    queryKey: keyOf('lines', before, after),
    ...STAYS,
    enabled,
    queryFn: () =>
      take(
        api.GET('/api/content/{digest}/lines/{other}', {
          params: { path: { digest: before.value, other: after.value } },
        }),
      ),
  })
/** A look by its name: now, a saving or a safe state. */
export const useLook = (desktop: Ref<number>, reference: Ref<string>) =>
  useQuery({
    queryKey: keyOf('look', desktop, reference),
    enabled: computed(() => reference.value !== ''),
    queryFn: () =>
      take(
        api.GET('/api/desktops/{id}/looks/{name}', {
          params: { path: { id: desktop.value, name: reference.value } },
        }),
      ),
  })
