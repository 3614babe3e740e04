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
    get: () => listOf(text.value),
    set: (value) => (text.value = textOf(value)),
  })
}

/** What stands for nothing said, which no list is. */
const UNSAID = ','

/** The same where to choose nothing is not the same as to have said nothing (null). */
export function useAddressListOrNull(name: string): WritableComputedRef<string[] | null> {
  const text = useAddress(name, UNSAID)
  return computed({
    get: () => (text.value === UNSAID ? null : listOf(text.value)),
    set: (value) => (text.value = value ? textOf(value) : UNSAID),
  })
}

const listOf = (text: string) => (text ? text.split(',').map(decodeURIComponent) : [])
const textOf = (list: string[]) => list.map((one) => one.replace(/[%,]/g, encodeURIComponent)).join(',')

/** Brings the address to what was chosen. */
const catchUp = (router: Router) =>
  router.replace({ query: { ...router.currentRoute.value.query, ...Object.fromEntries(ahead) } })
