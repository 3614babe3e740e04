import type { Schemas } from '@/api/client'

/** A value as it is asked for: a text, or the texts of a list; neither for the desktop's own default. */
export interface Value {
  value?: string | null
  items?: string[] | null
  /** The supplies that have to be got for it. */
  get?: string[]
}

/** What every control takes, and what it says: what is tried while it moves, and what is set when it comes to rest. */
export interface ControlProps {
  id: string
  setting: Schemas['FittedSetting']
  type: Schemas['SettingView']
  fitting: number
  kind: string
}
export interface ControlEmits {
  try: [value: Value]
  set: [value: Value, continues: boolean]
  own: [picture: File]
}

/** The edges of a screen. */
export const EDGES = ['top', 'bottom', 'left', 'right']

const STEPS: Record<string, number> = { '×': 0.05, pt: 0.5 }

/** By how much a number goes up or down. */
export const stepOf = (unit?: string | null) => STEPS[unit ?? ''] ?? 1

/** Says the number that stands in a field that is left; one that is empty has again what it had. */
export function onNumber(event: Event, before: number, then: (number: number) => void) {
  const field = event.target as HTMLInputElement
  if (field.value) then(Number(field.value))
  else field.value = String(before)
}

/** A number as it is written: without what floating point adds. */
export const numberText = (number: number) => String(Number(number.toFixed(4)))
