import { useRouter } from 'vue-router'
import { useAddressList } from './useAddress'

export const MOST = 4

/** The looks lined up for comparison, at most four, kept in the address of every page. */
export function useLineUp() {
  const router = useRouter()
  const looks = useAddressList('lineup')
  const has = (look: string) => looks.value.includes(look)
  const toggle = (look: string) => {
    if (has(look)) looks.value = looks.value.filter((one) => one !== look)
    else if (looks.value.length < MOST) looks.value = [...looks.value, look]
  }
  const compare = () => router.push({ name: 'compare', query: { look: looks.value } })
  return { looks, has, toggle, compare, clear: () => (looks.value = []) }
}
