import { useQueryClient, type Query } from '@tanstack/vue-query'
import type { Schemas } from './client'

/** When an answer is no longer true. */
type Stale =
  /** When a desktop, or what is saved, changed. */
  | 'changed'
  /** Never while the page is open: what it is about does not change. */
  | 'never'
  /** When a desktop changed, if it shows something as it is now. */
  | 'overNow'
  /** It is asked for anew each time, and not kept. */
  | 'kept for nobody'

/** All that the server is asked for, and when the answers are no longer true. */
const ASKED = {
  desktops: 'changed',
  desktop: 'changed',
  now: 'changed',
  profiles: 'changed',
  profile: 'changed',
  comparison: 'changed',
  behind: 'changed',
  nearness: 'changed',
  nearnessMap: 'changed',
  twins: 'changed',
  pictureDifference: 'changed',
  fittings: 'changed',
  fitting: 'changed',
  kinds: 'never',
  groupings: 'changed',
  colour: 'never',
  safeStates: 'changed',
  supplies: 'changed',
  likeSupplies: 'changed',
  palettes: 'never',
  sight: 'never',
  trials: 'changed',
  advice: 'changed',
  supplyAccents: 'changed',
  carried: 'changed',
  versionNews: 'changed',
  catalogues: 'changed',
  stateFiles: 'changed',
  fileVersions: 'changed',
  foundFiles: 'changed',
  thinning: 'changed',
  look: 'changed',
  kept: 'changed',
  deletions: 'changed',
  store: 'changed',
  folders: 'changed',
  unkept: 'changed',
  switch: 'changed',
  switches: 'changed',
  switchPlan: 'never',
  notices: 'never',
  maps: 'never',
  changedFolders: 'never',
  changedFiles: 'never',
  lines: 'never',
  picture: 'overNow',
  followingPlan: 'changed',
  plan: 'kept for nobody',
} as const satisfies Record<string, Stale>

type Asked = keyof typeof ASKED

/** The key of a question: what is asked for, and of what. */
export const keyOf = (what: Asked, ...of: unknown[]) => [what, ...of]

/** For answers that cannot change, or that only a change makes stale: they are taken as true without asking. */
export const STAYS = { staleTime: Infinity }

const isStale = (query: Query) => {
  const when: Stale = ASKED[query.queryKey[0] as Asked]
  const picture = query.state.data as Schemas['PictureView'] | undefined
  return when === 'changed' || (when === 'overNow' && picture?.isOverNow !== false)
}

/** What was asked for before and has no answer yet: it may still be answered with what was true before. */
const isAwaited = (query: Query) => query.state.data === undefined && query.state.fetchStatus === 'fetching'

/** What to call when a desktop, or what is saved, changed: everything that is no longer true and in sight is asked for anew. */
export function useChanged() {
  const client = useQueryClient()
  return async () => {
    const awaited = client
      .getQueryCache()
      .findAll({ predicate: (query) => isStale(query) && isAwaited(query) })
    await client.invalidateQueries({ predicate: isStale })
    // A first answer on its way is not asked for twice at once, and counts as new when it comes.
    await Promise.allSettled(awaited.map((query) => query.promise))
    await client.invalidateQueries({ predicate: (query) => isStale(query) && awaited.includes(query) })
  }
}
