/** What a press of a key tells, as far as its name depends on it. */
export type Press = Pick<KeyboardEvent, 'key' | 'code' | 'metaKey' | 'ctrlKey' | 'altKey' | 'shiftKey'>

/** The names of keys that are other ones in settings files. Source: X Window System, keysymdef.h. */
const NAMES: Record<string, string> = {
  ' ': 'Space',
  Enter: 'Return',
  ArrowUp: 'Up',
  ArrowDown: 'Down',
  ArrowLeft: 'Left',
  ArrowRight: 'Right',
  PageUp: 'Page_Up',
  PageDown: 'Page_Down',
  PrintScreen: 'Print',
  Backspace: 'BackSpace',
  '+': 'plus',
  '-': 'minus',
  ',': 'comma',
  '.': 'period',
  '/': 'slash',
  '\\': 'backslash',
  ';': 'semicolon',
  "'": 'apostrophe',
  '=': 'equal',
  '`': 'grave',
  '[': 'bracketleft',
  ']': 'bracketright',
}
const HELD = ['Meta', 'OS', 'Super', 'Control', 'Alt', 'AltGraph', 'Shift']
const UNKNOWN = ['Dead', 'Process', 'Unidentified', 'Compose']

/** The keys that are held together with another one, in the order in which they are written. */
export const heldIn = (press: Press) =>
  [
    press.metaKey && 'Super',
    press.ctrlKey && 'Ctrl',
    press.altKey && 'Alt',
    press.shiftKey && 'Shift',
  ].filter((one) => one !== false)

/** The keys that are pressed together, as settings files have them; nothing as long as only such are held that go with another. */
export function keysOf(press: Press): string | undefined {
  if (HELD.includes(press.key) || UNKNOWN.includes(press.key)) return undefined
  // With Shift the digits of many keyboards are other signs.
  const digit = press.shiftKey ? /^Digit(\d)$/.exec(press.code)?.[1] : undefined
  const name = digit ?? NAMES[press.key] ?? (press.key.length === 1 ? press.key.toUpperCase() : press.key)
  return [...heldIn(press), name].join('+')
}
