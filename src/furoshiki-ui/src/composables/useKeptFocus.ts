import { useEventListener, useMutationObserver } from '@vueuse/core'
import type { Ref } from 'vue'

const FOCUSABLE =
  'a[href], button:not(:disabled), input:not(:disabled), select, textarea, summary, [tabindex]:not([tabindex="-1"])'

/**
 * Where what had the focus goes away, as a row does that was left out or deleted, what stood next to it gets the focus, so that the
 * keys go on from there.
 */
export function useKeptFocus(page: Ref<HTMLElement | undefined>) {
  let had: Element | undefined
  let all: HTMLElement[] = []

  useEventListener(document, 'focusin', ({ target }) => {
    had = target instanceof Element && page.value?.contains(target) ? target : undefined
    all = had ? [...(page.value?.querySelectorAll<HTMLElement>(FOCUSABLE) ?? [])] : []
  })
  useMutationObserver(
    page,
    () => {
      if (!had || had.isConnected || document.activeElement !== document.body) return
      const at = all.findIndex((one) => one === had)
      const next = [...all.slice(at + 1), ...all.slice(0, Math.max(at, 0)).reverse()].find(
        (one) => one.isConnected && !one.matches(':disabled'),
      )
      had = undefined
      ;(next ?? page.value)?.focus({ preventScroll: true })
    },
    { childList: true, subtree: true },
  )
}
