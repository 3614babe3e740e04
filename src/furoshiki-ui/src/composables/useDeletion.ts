import { useMutation } from '@tanstack/vue-query'
import { ref } from 'vue'
import { useChanged } from '@/api/asked'
import { api, take, type Schemas } from '@/api/client'

/** What was deleted last in this window, as long as it is offered to be undeleted at once. */
const last = ref<Schemas['DeletedView']>()

/** Deletes, and undeletes what was deleted. */
export function useDeletion() {
  const changed = useChanged()
  /** A deletion is none any more. */
  async function ended(id: number) {
    if (last.value?.id === id) last.value = undefined
    await changed()
  }
  const remove = useMutation({
    mutationFn: (ask: () => Promise<Schemas['DeletedView']>) => ask(),
    onSuccess: (deleted) => {
      last.value = deleted
      // A page of what is deleted goes away by itself; nobody waits until it has found that out.
      void changed()
    },
  })
  const undelete = useMutation({
    mutationFn: (id: number) => take(api.POST('/api/deletions/{id}/undelete', { params: { path: { id } } })),
    onSuccess: (_, id) => ended(id),
  })
  const deleteForGood = useMutation({
    mutationFn: (id: number) =>
      take<unknown>(api.DELETE('/api/deletions/{id}', { params: { path: { id } } })),
    onSuccess: (_, id) => ended(id),
  })
  return { last, remove, undelete, deleteForGood }
}
