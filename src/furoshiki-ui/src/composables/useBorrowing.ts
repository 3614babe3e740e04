import { useMutation } from '@tanstack/vue-query'
import { computed, ref, type Ref } from 'vue'
import { useChanged } from '@/api/asked'
import { api, take } from '@/api/client'
import { useFittings } from '@/api/queries'
import { useAddress } from './useAddress'

/** What a comparison borrows: which parts of a look, or settings of one part, and what that is called. */
export interface Borrowed {
  from: string
  kinds: string[]
  keys?: string[]
  words: string
}

/** Borrows from a comparison into a fitting that was begun, or into a new one of the look that the others are held against. */
export function useBorrowing(desktop: Ref<number>, measure: Ref<string>) {
  const changed = useChanged()
  const { data: fittings } = useFittings(desktop)
  /** The number of the fitting; empty for a new one. */
  const into = useAddress('into')
  const chosen = computed(() => fittings.value?.find((one) => String(one.id) === into.value))
  const last = ref<{ words: string; fitting: number; name: string; revision: number }>()

  const begin = () =>
    take(
      api.POST('/api/desktops/{id}/fittings', {
        params: { path: { id: desktop.value } },
        body: { look: measure.value, name: null },
      }),
    )
  const { mutate: borrow, error } = useMutation({
    mutationFn: async ({ from, kinds, keys, words }: Borrowed) => {
      const id = chosen.value?.id ?? (await begin()).id
      const edits = kinds.map((kind) => ({ kind, from, keys, drop: false }))
      const view = await take(
        api.POST('/api/fittings/{id}/steps', {
          params: { path: { id } },
          body: { edits, title: null, continues: false },
        }),
      )
      into.value = String(id)
      last.value = { words, fitting: id, name: view.name, revision: view.revision }
    },
    onSettled: () => changed(),
  })
  const { mutate: undo } = useMutation({
    mutationFn: async () => {
      if (!last.value) return
      await take(
        api.POST('/api/fittings/{id}/undo', {
          params: { path: { id: last.value.fitting } },
          body: { revision: last.value.revision },
        }),
      )
      last.value = undefined
    },
    onSettled: () => changed(),
  })
  return { fittings, into, chosen, borrow, undo, last, error }
}
