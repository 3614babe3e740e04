import { describe, expect, it } from 'vitest'
import { count, dayOf, moment, size } from './words'

describe('words', () => {
  const noon = new Date(2026, 10, 24, 12, 0)
  const at = (day: number, hour: number) => new Date(2026, 10, day, hour, 5).toISOString()

  it('says a day by its name, and of another year by its date', () => {
    expect(dayOf(at(24, 0), noon)).toBe('Today')
    expect(dayOf(at(23, 0), noon)).toBe('Yesterday')
    expect(dayOf(at(22, 23), noon)).toBe('Sunday 22 November')
    expect(dayOf(new Date(2025, 2, 3, 9).toISOString(), noon)).toBe('3 March 2025')
  })

  it('says a moment by how far it lies back', () => {
    expect(moment(at(24, 0), noon)).toBe('today 00:05')
    expect(moment(at(23, 0), noon)).toBe('yesterday 00:05')
    expect(moment(at(22, 23), noon)).toBe('22 November 2026, 23:05')
  })

  it('says a size in decimal units', () => {
    expect([0, 999, 1000, 86_900, 1_000_000, 2_340_000_000].map(size)).toEqual([
      '0 bytes',
      '999 bytes',
      '1 kB',
      '87 kB',
      '1.0 MB',
      '2.3 GB',
    ])
  })

  it('counts one thing and many', () => {
    expect([0, 1, 2].map((number) => count(number, 'file'))).toEqual(['0 files', '1 file', '2 files'])
  })
})
