import { computed, ref, type Ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useAskedProfiles, useFilters, useShelfPages } from '@/api/queries'
import { useAddress, useAddressList } from './useAddress'
import { useDesktop } from './useDesktop'

export const SORTS: Record<string, { words: string; sort: Schemas['ShelfSort'] }> = {
  last: { words: 'last on', sort: 'LastOn' },
  name: { words: 'name', sort: 'Name' },
  near: { words: 'nearness to now', sort: 'Nearness' },
}
const TONES = ['Day', 'Night']

/** The looks on the shelf, as they are filtered, sought and sorted in the address. They are asked for only where they are shown. */
export function useShelf(isShown: Ref<boolean> = ref(true)) {
  const { id } = useDesktop()
  const shown = useAddressList('show')
  const sort = useAddress('sort', 'last')
  const sought = useAddress('find')
  const query = computed(() => ({
    find: sought.value || undefined,
    show: shown.value.length > 0 ? shown.value : undefined,
    sort: SORTS[sort.value]?.sort,
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
    sought,
    filters,
    first,
    found: computed(() => pages.value?.pages.flat() ?? []),
    /** Asks for more of them, where there are more. */
    more: () => (hasNextPage.value && !isPlaceholderData.value ? void fetchNextPage() : undefined),
    hasMore: hasNextPage,
  }
}
