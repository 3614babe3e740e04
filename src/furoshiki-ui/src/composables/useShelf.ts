import { computed, ref, type Ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useAskedProfiles, useFilters, useShelfPages } from '@/api/queries'
import { useAddress, useAddressList } from './useAddress'
import { useDesktop } from './useDesktop'

const SORTS: Record<string, { words: string; sort: Schemas['ShelfSort'] }> = {
  last: { words: 'last on', sort: 'LastOn' },
  name: { words: 'name', sort: 'Name' },
  near: { words: 'nearness to now', sort: 'Nearness' },
}
/** How what is sought is sorted, until another way is chosen. */
const BY_FIT: (typeof SORTS)[string] = { words: 'what fits best', sort: 'Fit' }
const TONES = ['Day', 'Night']

/** The looks on the shelf, as they are filtered, sought and sorted in the address. They are asked for only where they are shown. */
export function useShelf(isShown: Ref<boolean> = ref(true)) {
  const { id } = useDesktop()
  const shown = useAddressList('show')
  const sort = useAddress('sort')
  const sought = useAddress('find')
  /** The ways to sort what is shown; the first is taken until another is chosen. */
  const sorts = computed(() => (sought.value ? { fit: BY_FIT, ...SORTS } : SORTS))
  const sorting = computed(() => sorts.value[sort.value] ?? Object.values(sorts.value)[0])
  const query = computed(() => ({
    find: sought.value || undefined,
    show: shown.value.length > 0 ? shown.value : undefined,
    sort: sorting.value?.sort,
  }))
  const {
    data: pages,
    error,
    isPending,
    isPlaceholderData,
    hasNextPage,
    fetchNextPage,
  } = useShelfPages(id, query, isShown)
  const { data: filters } = useFilters(id, isShown)

  const ask = useAskedProfiles()
  /** The first look of what is asked for now, however new that is. */
  const first = async () => (await ask(id.value, { ...query.value, take: 1 }))[0]

  /** Adds a filter to the others, or takes it away. A look is either of the day or of the night. */
  function toggle(filter: string) {
    if (shown.value.includes(filter)) shown.value = shown.value.filter((one) => one !== filter)
    else
      shown.value = [...shown.value.filter((one) => !(TONES.includes(one) && TONES.includes(filter))), filter]
  }
  return {
    id,
    error,
    isPending,
    shown,
    toggle,
    sort,
    sorts,
    sorting,
    sought,
    filters,
    first,
    found: computed(() => pages.value?.pages.flatMap((page) => page.cards) ?? []),
    /** How many there are in all; undefined until that is known. */
    total: computed(() => pages.value?.pages[0]?.total),
    /** Asks for more of them, where there are more. */
    more: () => (hasNextPage.value && !isPlaceholderData.value ? void fetchNextPage() : undefined),
    hasMore: hasNextPage,
  }
}
