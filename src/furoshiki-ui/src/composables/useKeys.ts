import { useEventListener } from '@vueuse/core'
import { useChoices } from '@/stores/choices'

const SEQUENCE_MS = 1200

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))

/**
 * Calls what belongs to a key, or to two keys pressed one after the other ("g s"). Nothing is called where
 * they are switched off, while a person types in a field, or with Control, Alt or Meta held.
 */
export function useKeys(keys: Record<string, () => void>) {
  const choices = useChoices()
  let first = ''
  let at = 0
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (
      !choices.singleKeys ||
      event.defaultPrevented ||
      isTyping(event.target) ||
      event.ctrlKey ||
      event.altKey ||
      event.metaKey
    )
      return
    const now = performance.now()
    const pair = now - at < SEQUENCE_MS ? `${first} ${event.key}` : ''
    const action = keys[pair] ?? keys[event.key]
    first = event.key
    at = now
    if (!action) return
    event.preventDefault()
    first = ''
    action()
  })
}
