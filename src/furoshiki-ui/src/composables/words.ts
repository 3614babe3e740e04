import type { Schemas } from '@/api/client'
import type { Signal } from '@/components/SignalWord.vue'

const DAY_MS = 86_400_000
const KILO = 1000

const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' })
const date = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })

/** A moment as people say it: "today 18:42", "yesterday 09:10", "3 March 2026, 18:42"; of one to come the day. */
export function moment(iso: string, today = new Date()): string {
  const then = new Date(iso)
  const midnight = new Date(today.getFullYear(), today.getMonth(), today.getDate()).getTime()
  if (then.getTime() >= midnight + DAY_MS) return date.format(then)
  if (then.getTime() >= midnight) return `today ${clock.format(then)}`
  if (then.getTime() >= midnight - DAY_MS) return `yesterday ${clock.format(then)}`
  return `${date.format(then)}, ${clock.format(then)}`
}

const weekday = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' })
/** The day of a moment, as a heading: "Today", "Yesterday", "Sunday 29 November", of another year "3 March 2025". */
export function dayOf(iso: string, today = new Date()): string {
  const then = new Date(iso)
  const days = (of: Date) => new Date(of.getFullYear(), of.getMonth(), of.getDate()).getTime() / DAY_MS
  const ago = Math.round(days(today) - days(then))
  if (ago === 0) return 'Today'
  if (ago === 1) return 'Yesterday'
  return then.getFullYear() === today.getFullYear() ? weekday.format(then) : date.format(then)
}
/** The time of day of a moment, as "18:42". */
export const timeOf = (iso: string) => clock.format(new Date(iso))

/** Whether a look is of the day or of the night; nothing where it has no colours. */
export const toneWord = (isDark: boolean | null | undefined) =>
  isDark === true ? 'Night' : isDark === false ? 'Day' : ''

/** A count with its thing: "1 file", "3 files". */
export const count = (number: number, thing: string, things = `${thing}s`) =>
  `${number} ${number === 1 ? thing : things}`

/** What something costs that is kept: how much of it goes with it, and how much other things need too. */
export function costWords({ alone, shared }: { alone: number; shared: number }): string {
  if (shared === 0) return `${size(alone)} is kept for it.`
  return `${size(alone)} is kept for it alone, ${size(shared)} for others too.`
}

/** When all copies of something were last read again and found whole. */
export const wholeWords = (at: string | null | undefined) =>
  at ? `last seen whole ${moment(at)}` : 'not all of it read again yet'

/** A size in decimal units (1 kB is 1000 bytes), with one digit after the point from 1 MB on. */
export function size(bytes: number): string {
  if (bytes < KILO) return `${bytes} bytes`
  if (bytes < KILO ** 2) return `${Math.round(bytes / KILO)} kB`
  return bytes < KILO ** 3 ? `${(bytes / KILO ** 2).toFixed(1)} MB` : `${(bytes / KILO ** 3).toFixed(1)} GB`
}

/** Whether a look is what is on, so that there is nothing to switch to. */
export const isOnNow = ({ state }: Schemas['ReadinessView']) => state === 'On' || state === 'Same'

/** That something was deleted. */
export const deletedWords = ({ what, name }: Schemas['DeletedView']) =>
  what === 'SafeStates'
    ? `${name} ${name.startsWith('1 ') ? 'is' : 'are'} deleted.`
    : `The ${DELETED[what]} ${name} is deleted.`

/** What was deleted. */
export const DELETED: Record<Schemas['DeletedWhat'], string> = {
  Profile: 'profile',
  Saving: 'saving',
  SafeState: 'safe state',
  SafeStates: 'by the rule for old ones',
  Desktop: 'desktop',
  Fitting: 'fitting',
}

/** What a supply costs while it is on, as its maker says. */
export const costs = ({ memory, processor }: Schemas['SupplyCost']) =>
  `${memory} MiB and ${processor} % of a processor`

/** What a supply costs while it is on, once a plan is carried out; nothing where that stays as it is, or nobody says. */
export function loadWords({ cost, costBefore, verb }: Schemas['SupplyChangeView']): string | undefined {
  if (verb === 'Remove') return costBefore ? `gives back ${costs(costBefore)}, if it is on` : undefined
  if (!cost) return undefined
  if (!costBefore) return `costs ${costs(cost)} while it is on`
  return costs(cost) === costs(costBefore)
    ? undefined
    : `costs ${costs(cost)} while it is on, and ${costs(costBefore)} now`
}

/** The version that is there, or those that it can be, or else the newest that can be had. */
export const itsVersion = ({ version, perhaps }: Schemas['SupplyView']) => [version, ...perhaps].join(' or ')

/** How a supply stands to the desktop, and what is to be known beside that. */
export function supplyState(one: Schemas['SupplyView']): { signal: Signal; word: string; more?: string } {
  const { state, isOn, newer, edited, madeFor } = one
  if (state === 'Edited')
    return { signal: 'waiting', word: 'edited in place', more: count(edited.length, 'file') }
  if (state === 'Here')
    return { signal: 'ready', word: isOn ? 'here, on' : 'here', more: newer ? `newer: ${newer.version}` : '' }
  if (state === 'ToGet')
    return { signal: 'plain', word: 'to get', more: one.toLoad > 0 ? size(one.toLoad) : 'kept here' }
  if (state === 'Withdrawn') return { signal: 'cannot', word: 'taken back', more: 'by its maker' }
  return { signal: 'cannot', word: 'not for this', more: madeFor.map((made) => made.words).join(' and ') }
}
