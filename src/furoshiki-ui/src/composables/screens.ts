import type { Schemas } from '@/api/client'

type Screen = Schemas['Screen']

/** Screens as a person writes them: "3840 × 2160 at 2, 1920 × 1080", the main one first, each with its scale where that is not 1. */
export function readScreens(text: string, known: readonly Screen[] = []): Screen[] {
  return text.split(',').map((one, i) => {
    const [sides = '', scale = '1'] = one.split(/\bat\b/)
    const [width = 0, height = 0] = sides.split(/[×x*]/).map((side) => Number.parseInt(side.trim(), 10) || 0)
    const id = known[i]?.id ?? (i === 0 ? 'main' : `screen ${i + 1}`)
    return { id, width, height, scale: Number.parseFloat(scale) || 0 }
  })
}

/** Screens as a person reads and writes them. */
export const screenWords = (screens: readonly Screen[]) =>
  screens
    .map(({ width, height, scale }) => `${width} × ${height}${scale === 1 ? '' : ` at ${scale}`}`)
    .join(', ')
