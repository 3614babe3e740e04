import { describe, expect, it } from 'vitest'
import { nearestTowards, sidesOfNames } from './nearnessMap'

describe('from point to point by the arrow keys', () => {
  const at = (x: number, y: number) => ({ x, y })
  const [middle, right, farRight, below, twin] = [
    at(0.5, 0.5),
    at(0.6, 0.55),
    at(0.9, 0.5),
    at(0.5, 0.9),
    at(0.5, 0.5),
  ]
  const all = [middle, right, farRight, below, twin]

  it('leads to the nearest that lies in the direction', () => {
    expect(nearestTowards('ArrowRight', right, all)).toBe(farRight)
    expect(nearestTowards('ArrowDown', right, all)).toBe(below)
    expect(nearestTowards('ArrowLeft', farRight, all)).toBe(right)
    expect(nearestTowards('ArrowUp', below, all)).toBe(right)
  })

  it('leads through points at one place before it leads on', () => {
    expect(nearestTowards('ArrowRight', middle, all)).toBe(twin)
    expect(nearestTowards('ArrowRight', twin, all)).toBe(right)
    expect(nearestTowards('ArrowLeft', twin, all)).toBe(middle)
  })

  it('leads nowhere where none lies, and by no other key', () => {
    expect(nearestTowards('ArrowRight', farRight, all)).toBeUndefined()
    expect(nearestTowards('Enter', middle, all)).toBeUndefined()
  })
})

describe('the names of points', () => {
  const named = (name: string, x: number, y: number) => ({ name, x, y })
  const sides = (...points: ReturnType<typeof named>[]) =>
    points.map((point) => sidesOfNames(points, []).get(point))

  it('stand after their points, and before them where the map ends', () => {
    expect(sides(named('Day Log', 0.1, 0.1), named('Day Log', 0.9, 0.9))).toEqual(['after', 'before'])
  })

  it('are left out where they would lie over another point or name', () => {
    expect(sides(named('First Light', 0.76, 0.74), named('Guest Desk', 0.97, 0.75))).toEqual([
      'before',
      undefined,
    ])
  })
})
