import { describe, expect, it } from 'vitest'
import { readScreens, screenWords } from './screens'

describe('screens as a person writes them', () => {
  it('are read with their scale, and those that were known keep their names', () => {
    const known = [{ id: 'lid', width: 1366, height: 768, scale: 1 }]
    expect(readScreens('3840 x 2160 at 2, 1080×1920', known)).toEqual([
      { id: 'lid', width: 3840, height: 2160, scale: 2 },
      { id: 'screen 2', width: 1080, height: 1920, scale: 1 },
    ])
  })

  it('are written as they are read', () => {
    const text = '3840 × 2160 at 1.5, 1080 × 1920'
    expect(screenWords(readScreens(text))).toBe(text)
  })

  it('are nothing where they cannot be read, so that the server refuses them', () => {
    expect(readScreens('a large one')[0]).toMatchObject({ width: 0, height: 0 })
    expect(readScreens('10 × 10 at home')[0]?.scale).toBe(0)
  })
})
