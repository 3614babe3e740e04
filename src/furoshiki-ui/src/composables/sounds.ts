import { sampleAddress, type Schemas } from '@/api/client'

/** Plays a sound. */
export const hear = (sample: Schemas['SampleView']) => new Audio(sampleAddress(sample)).play()

/** What a sound is for, in words. */
export const soundWords = ({ name }: Schemas['SampleView']) => name.replace(/\.\w+$/, '').replaceAll('-', ' ')
