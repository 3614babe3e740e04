import { computed, type WritableComputedRef } from 'vue'
import { useRoute, useRouter } from 'vue-router'

/** A choice that lives in the address, so that the back button and a reload keep it. */
export function useAddress(name: string, otherwise = ''): WritableComputedRef<string> {
  const route = useRoute()
  const router = useRouter()
  return computed({
    get: () => String(route.query[name] ?? otherwise),
    set: (value) =>
      void router.replace({ query: { ...route.query, [name]: value === otherwise ? undefined : value } }),
  })
}
