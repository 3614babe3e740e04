import { useMutation } from '@tanstack/vue-query'
import { useRouter } from 'vue-router'
import { useChanged } from '@/api/asked'
import { api, take } from '@/api/client'
import { useDesktop } from './useDesktop'

/** Begins to fit a look: "now", "saving-18", "state-3" or "nothing". */
export function useBeginFitting() {
  const router = useRouter()
  const changed = useChanged()
  const { id } = useDesktop()
  return useMutation({
    mutationFn: (look: string) =>
      take(
        api.POST('/api/desktops/{id}/fittings', {
          params: { path: { id: id.value } },
          body: { look, name: null },
        }),
      ),
    onSuccess: async (begun) => {
      await router.push({ name: 'fitting', params: { id: begun.id } })
      await changed()
    },
  })
}
