import type { Schemas } from '@/api/client'
import type { Signal } from '@/components/SignalWord.vue'

const OF_WEIGHT: Record<Schemas['AdviceWeight'], Signal> = {
  Grave: 'cannot',
  Light: 'waiting',
  Told: 'plain',
}

/** By which signal a piece of advice is told. */
export function signalOf({ change, isWanted, weight }: Schemas['AdviceView']): Signal {
  if (change === 'Settled') return 'ready'
  return isWanted ? 'plain' : OF_WEIGHT[weight]
}
