import { useLocalStorage } from '@vueuse/core'

/** Whether single keys do something: for those who speak to their machine they would go off by chance (WCAG 2.1.4). */
export const singleKeys = useLocalStorage('furoshiki-single-keys', true)
