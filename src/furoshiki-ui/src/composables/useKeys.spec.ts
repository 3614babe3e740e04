import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, it, vi } from 'vitest'
import { defineComponent } from 'vue'
import { useKeys } from './useKeys'

const [shelf, list] = [vi.fn(), vi.fn()]
const page = () =>
  mount(
    defineComponent({
      setup() {
        useKeys({ 'g s': shelf, '?': list })
      },
      template: '<input />',
    }),
    { attachTo: document.body },
  )
const press = (key: string, target: EventTarget = window, more: KeyboardEventInit = {}) =>
  target.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, ...more }))

beforeEach(() => {
  vi.resetAllMocks()
  setActivePinia(createPinia())
})

it('knows single keys and keys pressed one after the other', () => {
  const mounted = page()
  press('?')
  press('g')
  press('s')
  press('s')
  mounted.unmount()
  expect([list.mock.calls.length, shelf.mock.calls.length]).toEqual([1, 1])
})

it('does nothing while a person types, with a modifier held, or once the page is gone', () => {
  const mounted = page()
  press('?', mounted.element)
  press('?', window, { ctrlKey: true })
  mounted.unmount()
  press('?')
  expect(list).not.toHaveBeenCalled()
})
