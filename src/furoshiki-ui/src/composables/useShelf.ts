import { computed, ref, type Ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useProfiles } from '@/api/queries'
import { useAddress } from './useAddress'
import { useDesktop } from './useDesktop'

type Card = Schemas['ProfileCard']

export const SORTS: Record<string, { words: string; by: (a: Card, b: Card) => number }> = {
  last: { words: 'last on', by: (a, b) => (b.lastOn ?? '').localeCompare(a.lastOn ?? '') },
  name: { words: 'name', by: (a, b) => a.profile.name.localeCompare(b.profile.name) },
  near: { words: 'nearness to now', by: (a, b) => a.distance - b.distance },
}
const FIXED: Record<string, (card: Card) => boolean> = {
  Day: (card) => !card.isDark,
  Night: (card) => card.isDark,
  'Ready here': (card) => !['Cannot', 'Partly'].includes(card.readiness.state),
}

const passes = (card: Card, filter: string) => FIXED[filter]?.(card) ?? card.profile.tags.includes(filter)
const matches = (card: Card, text: string) =>
  [card.profile.name, card.profile.description, ...card.profile.tags, ...card.supplies]
    .join('\n')
    .toLowerCase()
    .includes(text.toLowerCase())

/** The looks on the shelf, as they are filtered, sought and sorted in the address. They are asked for only where they are shown. */
export function useShelf(isShown: Ref<boolean> = ref(true)) {
  const { id } = useDesktop()
  const { data: cards, error, isPending } = useProfiles(id, isShown)
  const shown = useAddress('show')
  const sort = useAddress('sort', 'last')
  const sought = useAddress('find')

  const tags = computed(() => {
    const fixed = Object.keys(FIXED).map((word) => word.toLowerCase())
    return [...new Set((cards.value ?? []).flatMap((card) => card.profile.tags))]
      .filter((tag) => !fixed.includes(tag))
      .sort()
  })
  const filters = computed(() => [...Object.keys(FIXED), ...tags.value])
  const found = computed(() =>
    (cards.value ?? [])
      .filter((card) => (!shown.value || passes(card, shown.value)) && matches(card, sought.value))
      .sort((SORTS[sort.value] ?? SORTS.last)?.by),
  )
  return { id, cards, error, isPending, shown, sort, sought, filters, found }
}
