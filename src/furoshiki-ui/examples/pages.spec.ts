import { VueQueryPlugin, QueryClient } from '@tanstack/vue-query'
import { mount } from '@vue/test-utils'
import { expect, it } from 'vitest'
import { keyOf } from '@/api/asked'
import MapsPage from './MapsPage.vue'

it('shows what it asked for', () => {
  const queryClient = new QueryClient()
  queryClient.setQueryData(keyOf('maps'), [
    { name: 'a', platform: 'Engawa 4.1', description: '', kinds: 20 },
    { name: 'b', platform: 'Tansu 2.2', description: '', kinds: 14 },
  ])
  const page = mount(MapsPage, { global: { plugins: [[VueQueryPlugin, { queryClient }]] } })
  expect(page.findAll('li').map((one) => one.text())).toEqual(['Engawa 4.1', 'Tansu 2.2'])
})
