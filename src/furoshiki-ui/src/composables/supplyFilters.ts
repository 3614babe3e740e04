import { computed, type Ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useSupplyAccents } from '@/api/queries'
import { useAddress } from './useAddress'

type Supply = Schemas['SupplyView']

/** What of a supply is asked for by one press. */
export const SHOW: Record<string, { word: string; passes: (one: Supply) => boolean }> = {
  '': { word: 'All', passes: () => true },
  here: { word: 'Here', passes: ({ state }) => state === 'Here' || state === 'Edited' },
  get: { word: 'To get', passes: ({ state }) => state === 'ToGet' },
  newer: { word: 'Newer', passes: ({ newer }) => !!newer },
  edited: { word: 'Edited', passes: ({ state }) => state === 'Edited' },
  dark: { word: 'Dark', passes: ({ tone }) => tone === 'Dark' },
  light: { word: 'Light', passes: ({ tone }) => tone === 'Light' },
}

/** Stands for the supplies that no profile uses. */
export const NONE = '-'

const said = (one: Supply) => [one.title, one.family, one.summary, one.maker].join(' ').toLowerCase()
const sorted = (words: string[]) => [...new Set(words)].sort((one, other) => one.localeCompare(other))

/** Which supplies a person wants to see, as the address has it, and in which order. */
export function useSupplyFilters(desktop: Ref<number>, all: Ref<Supply[]>) {
  const kind = useAddress('kind')
  const show = useAddress('show')
  const find = useAddress('find')
  const family = useAddress('family')
  const platform = useAddress('platform')
  const use = useAddress('use')
  /** A colour, or "now" for the accent of what is on. */
  const accent = useAddress('accent')
  const near = useSupplyAccents(desktop, accent)
  const apart = computed(
    () => new Map(near.data.value?.accents.map((one, place) => [one.name, { ...one, place }])),
  )

  const kinds = computed(() => {
    const found = new Map<string, { title: string; number: number }>()
    for (const one of all.value)
      one.kinds.forEach((name, i) => {
        const known = found.get(name) ?? { title: one.titles[i] ?? name, number: 0 }
        found.set(name, { ...known, number: known.number + 1 })
      })
    return [...found].map(([name, its]) => ({ name, ...its }))
  })
  const families = computed(() => sorted(all.value.map((one) => one.family).filter(Boolean)))
  const platforms = computed(() =>
    sorted(all.value.flatMap((one) => one.madeFor.map((made) => made.platform))),
  )
  const users = computed(() => sorted(all.value.flatMap((one) => one.usedBy)))

  const asked = computed(() => {
    const passing = all.value.filter(
      (one) =>
        (!kind.value || one.kinds.includes(kind.value)) &&
        (!family.value || one.family === family.value) &&
        (!platform.value ||
          one.madeFor.length === 0 ||
          one.madeFor.some((made) => made.platform === platform.value)) &&
        (!use.value || (use.value === NONE ? one.usedBy.length === 0 : one.usedBy.includes(use.value))) &&
        (!accent.value || apart.value.has(one.name)) &&
        said(one).includes(find.value.trim().toLowerCase()),
    )
    const place = (one: Supply) => apart.value.get(one.name)?.place ?? 0
    return accent.value ? passing.sort((one, other) => place(one) - place(other)) : passing
  })
  const passing = computed(() => asked.value.filter(SHOW[show.value]?.passes ?? (() => true)))
  const isNarrowed = computed(() => passing.value.length < all.value.length)
  function clear() {
    for (const one of [kind, show, find, family, platform, use, accent]) one.value = ''
  }
  return {
    kind,
    show,
    find,
    family,
    platform,
    use,
    accent,
    near,
    apart,
    kinds,
    families,
    platforms,
    users,
    asked,
    passing,
    isNarrowed,
    clear,
  }
}
