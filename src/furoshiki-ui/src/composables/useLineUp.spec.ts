import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import { defineComponent, nextTick } from 'vue'
import { createMemoryHistory, createRouter } from 'vue-router'
import { followAddress } from './ahead'
import { useAddress } from './useAddress'
import { MOST, useLineUp } from './useLineUp'

const nothing = { template: '<i />' }

async function lineUpAt(address: string) {
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: '/', component: nothing },
      { path: '/compare', name: 'compare', component: nothing },
    ],
  })
  followAddress(router)
  await router.push(address)
  let found!: { lineUp: ReturnType<typeof useLineUp>; sort: ReturnType<typeof useAddress> }
  const page = defineComponent({
    setup() {
      found = { lineUp: useLineUp(), sort: useAddress('sort', 'last') }
      return () => null
    },
  })
  mount(page, { global: { plugins: [router] } })
  return { ...found, router }
}

const settle = async () => {
  await nextTick()
  await new Promise((done) => setTimeout(done))
}

it('lives in the address, so that a reload keeps it', async () => {
  const { lineUp, router } = await lineUpAt('/?lineup=saving-1,now')
  expect(lineUp.looks.value).toEqual(['saving-1', 'now'])
  lineUp.toggle('saving-1')
  await settle()
  expect(router.currentRoute.value.query.lineup).toBe('now')
  lineUp.clear()
  await settle()
  expect(router.currentRoute.value.query).toEqual({})
})

it('holds at most four looks, each once', async () => {
  const { lineUp } = await lineUpAt('/')
  for (const look of ['a', 'b', 'c', 'd', 'e']) {
    lineUp.toggle(look)
    await settle()
  }
  expect(lineUp.looks.value).toHaveLength(MOST)
  expect(lineUp.has('e')).toBe(false)
})

it('leads to the comparison of just these looks', async () => {
  const { lineUp, router } = await lineUpAt('/?lineup=a,b')
  await lineUp.compare()
  expect(router.currentRoute.value.name).toBe('compare')
  expect(router.currentRoute.value.query.look).toEqual(['a', 'b'])
})

it('leaves what is as usual out of the address', async () => {
  const { sort, router } = await lineUpAt('/?sort=name')
  expect(sort.value).toBe('name')
  sort.value = 'last'
  await settle()
  expect(router.currentRoute.value.query).toEqual({})
  expect(sort.value).toBe('last')
})

it('is true as soon as it is chosen, before the address has it', async () => {
  const { lineUp, router } = await lineUpAt('/?lineup=saving-1')
  lineUp.toggle('now')
  expect(lineUp.looks.value).toEqual(['saving-1', 'now'])
  await lineUp.compare()
  expect(router.currentRoute.value.query.look).toEqual(['saving-1', 'now'])
})

it('can be emptied', async () => {
  const { lineUp, router } = await lineUpAt('/?lineup=saving-1')
  lineUp.clear()
  await settle()
  expect(lineUp.looks.value).toEqual([])
  expect(router.currentRoute.value.query).toEqual({})
})
