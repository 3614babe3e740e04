import { useMutation } from '@tanstack/vue-query'
import type { Ref } from 'vue'
import { useChanged } from '@/api/asked'
import { api, take } from '@/api/client'

/** What can be one. */
export const SCREENSHOTS = 'image/png,image/jpeg,image/webp'

/** Puts a picture in the place of the drawing on a profile's card, or takes it away. */
export function useScreenshot(profile: Ref<number>) {
  const changed = useChanged()
  return useMutation({
    mutationFn: (file: File | null) => {
      const params = { path: { id: profile.value } }
      return take<unknown>(
        file
          ? api.PUT('/api/profiles/{id}/screenshot', {
              params,
              body: file as unknown as string,
              bodySerializer: (body) => body,
              headers: { 'Content-Type': file.type },
            })
          : api.DELETE('/api/profiles/{id}/screenshot', { params }),
      )
    },
    onSuccess: changed,
  })
}
