import { describe, expect, it } from 'vitest'
import { keysOf } from './keyNames'

const press = (key: string, held: string[] = [], code = '') =>
  keysOf({
    key,
    code,
    metaKey: held.includes('Super'),
    ctrlKey: held.includes('Ctrl'),
    altKey: held.includes('Alt'),
    shiftKey: held.includes('Shift'),
  })

describe('keys that are pressed', () => {
  it('are written as settings files have them, what is held in one order', () => {
    expect(press(' ', ['Super'])).toBe('Super+Space')
    expect(press('O', ['Shift', 'Super'])).toBe('Super+Shift+O')
    expect(press('o', ['Alt', 'Ctrl'])).toBe('Ctrl+Alt+O')
    expect(press('Enter', ['Super'])).toBe('Super+Return')
    expect(press('ArrowRight')).toBe('Right')
    expect(press('+', ['Ctrl'])).toBe('Ctrl+plus')
    expect(press('F11')).toBe('F11')
  })
  it('are the digit that is on the key, whatever Shift makes of it', () => {
    expect(press('!', ['Super', 'Shift'], 'Digit1')).toBe('Super+Shift+1')
  })
  it('are nothing as long as only keys are held that go with another', () => {
    expect(press('Meta', ['Super'])).toBeUndefined()
    expect(press('Dead')).toBeUndefined()
  })
})
