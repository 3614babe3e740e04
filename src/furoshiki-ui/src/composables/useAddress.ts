import { computed, type WritableComputedRef } from 'vue'
import { useRoute, useRouter, type Router } from 'vue-router'
import { ahead } from './ahead'

/** A choice that lives in the address, so that the back button and a reload keep it. It is true as soon as it is made. */
export function useAddress(name: string, otherwise = ''): WritableComputedRef<string> {
  const route = useRoute()
  const router = useRouter()
  return computed({
    get: () => String((ahead.has(name) ? ahead.get(name) : route.query[name]) ?? otherwise),
    set: (value) => {
      ahead.set(name, value === otherwise ? undefined : value)
      void catchUp(router)
    },
  })
}

/** Several choices that live in the address together, separated by commas. */
export function useAddressList(name: string): WritableComputedRef<string[]> {
  const text = useAddress(name)
  return computed({
    get: () => (text.value ? text.value.split(',').map(decodeURIComponent) : []),
    set: (value) => (text.value = value.map((one) => one.replace(/[%,]/g, encodeURIComponent)).join(',')),
  })
}

/** Brings the address to what was chosen. */
const catchUp = (router: Router) =>
  router.replace({ query: { ...router.currentRoute.value.query, ...Object.fromEntries(ahead) } })
