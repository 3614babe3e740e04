import { computed, inject, provide, type InjectionKey, type Ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Schemas } from '@/api/client'
import { useDesktops, useNow } from '@/api/queries'
import { useAddress } from './useAddress'

interface Desktop {
  id: Ref<number>
  now: Ref<Schemas['NowView'] | undefined>
  desktops: Ref<Schemas['DesktopView'][] | undefined>
  choose: (id: number) => void
}

const KEY: InjectionKey<Desktop> = Symbol('desktop')

/** Chooses the desktop for the whole application, from the address or the first there is. */
export function provideDesktop() {
  const { data: desktops, error } = useDesktops()
  const chosen = useAddress('desktop')
  const known = computed(
    () => desktops.value?.find((one) => String(one.id) === chosen.value) ?? desktops.value?.[0],
  )
  /** The chosen desktop, where its folder cannot be looked at. */
  const gone = computed(() => (known.value?.gone ? known.value : undefined))
  const id = computed(() => (gone.value ? undefined : known.value?.id))
  const { data: now, error: nowError } = useNow(id)
  const router = useRouter()
  const route = useRoute()
  const choose = (one: number) =>
    void router.push({ path: route.path, query: { lineup: route.query.lineup, desktop: String(one) } })
  provide(KEY, { id: computed(() => id.value ?? 0), now, desktops, choose })
  return { desktops, id, gone, now, chosen, error: computed(() => error.value ?? nowError.value) }
}

/** The chosen desktop and what it has on. */
export function useDesktop(): Desktop {
  const desktop = inject(KEY)
  if (!desktop) throw new Error('No desktop was provided.')
  return desktop
}
