import { QueryClient, useQuery, VueQueryPlugin } from '@tanstack/vue-query'
import { flushPromises, mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import { defineComponent } from 'vue'
import { keyOf, useChanged } from './asked'

/** A page that tells of changes, and whatever else it sets up. */
function page<T>(client: QueryClient, setup: () => T) {
  let result!: { changed: () => Promise<void>; its: T }
  mount(
    defineComponent({
      setup() {
        result = { changed: useChanged(), its: setup() }
      },
      template: '<p />',
    }),
    { global: { plugins: [[VueQueryPlugin, { queryClient: client }]] } },
  )
  return result
}

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
  await page(client, () => {}).changed()
  const stale = Object.entries(keys).filter(([, key]) => client.getQueryState(key)?.isInvalidated)
  expect(stale.map(([name]) => name)).toEqual(['now', 'costs', 'over'])
})

it.each(['now', 'picture'] as const)(
  'asks again for a %s whose first answer was on its way when a change was told',
  async (what) => {
    const answers: ((answer: { is: string }) => void)[] = []
    const { changed, its } = page(new QueryClient(), () =>
      useQuery({
        queryKey: keyOf(what, 1),
        queryFn: () => new Promise<{ is: string }>((answer) => answers.push(answer)),
      }),
    )
    await flushPromises()
    const told = changed()
    answers[0]?.({ is: 'as before' })
    await flushPromises()
    expect(its.data.value).toEqual({ is: 'as before' })
    answers[1]?.({ is: 'as now' })
    await told
    expect(its.data.value).toEqual({ is: 'as now' })
  },
)
