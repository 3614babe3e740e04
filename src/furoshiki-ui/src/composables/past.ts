import type { Schemas } from '@/api/client'
import type { Signal } from '@/components/SignalWord.vue'

/** The pages of what is past, by their names, in the order in which they stand. */
export const PAST = ['states', 'history', 'files', 'deleted', 'copies']

/** What came of a switch. */
export const ENDS: Record<Schemas['SwitchEnd'], { signal: Signal; word: string }> = {
  Done: { signal: 'ready', word: 'done' },
  Kept: { signal: 'ready', word: 'kept' },
  WaitsToBeKept: { signal: 'waiting', word: 'waits to be kept' },
  WentBack: { signal: 'cannot', word: 'went back' },
  NotDone: { signal: 'cannot', word: 'not done' },
  Lost: { signal: 'cannot', word: 'broken off, journal lost' },
  OnItsWay: { signal: 'waiting', word: 'on its way' },
}
