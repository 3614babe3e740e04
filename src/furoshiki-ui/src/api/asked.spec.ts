import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import { defineComponent } from 'vue'
import { keyOf, useChanged } from './asked'

it('makes stale what a change touches, and a picture only if it shows something as it is now', async () => {
  const client = new QueryClient()
  const keys = {
    now: keyOf('now', 1),
    costs: keyOf('kept', 'profile', 7),
    plan: keyOf('plan', 1),
    whole: keyOf('picture', 'a'),
    over: keyOf('picture', 'b'),
    lines: keyOf('lines', 'a', 'b'),
  }
  for (const [name, key] of Object.entries(keys)) client.setQueryData(key, { isOverNow: name === 'over' })
  let changed = async () => {}
  mount(
    defineComponent({
      setup() {
        changed = useChanged()
      },
      template: '<p />',
    }),
    { global: { plugins: [[VueQueryPlugin, { queryClient: client }]] } },
  )
  await changed()
  const stale = Object.entries(keys).filter(([, key]) => client.getQueryState(key)?.isInvalidated)
  expect(stale.map(([name]) => name)).toEqual(['now', 'costs', 'over'])
})
