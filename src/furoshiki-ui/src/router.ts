import { createRouter, createWebHistory, type RouteLocationNormalized } from 'vue-router'
import { ahead, followAddress } from './composables/ahead'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'shelf', component: () => import('./pages/ShelfPage.vue'), meta: { title: 'Shelf' } },
    {
      path: '/profiles/:id(\\d+)',
      name: 'profile',
      component: () => import('./pages/ProfilePage.vue'),
      meta: { title: 'Profile' },
    },
    { path: '/save', name: 'save', component: () => import('./pages/SavePage.vue'), meta: { title: 'Save' } },
    {
      path: '/fittings',
      name: 'fittings',
      component: () => import('./pages/FittingsPage.vue'),
      meta: { title: 'Fitting' },
    },
    {
      path: '/fittings/:id(\\d+)',
      name: 'fitting',
      component: () => import('./pages/FittingPage.vue'),
      meta: { title: 'Fitting' },
    },
    {
      path: '/compare',
      name: 'compare',
      component: () => import('./pages/ComparePage.vue'),
      meta: { title: 'Compare' },
    },
    {
      path: '/switch',
      name: 'switch',
      component: () => import('./pages/SwitchPage.vue'),
      meta: { title: 'Switch plan' },
    },
    {
      path: '/supplies',
      name: 'supplies',
      component: () => import('./pages/SuppliesPage.vue'),
      meta: { title: 'Supplies' },
    },
    {
      path: '/safe-states',
      name: 'states',
      component: () => import('./pages/SafeStatesPage.vue'),
      meta: { title: 'Safe states' },
    },
    {
      path: '/files',
      name: 'files',
      component: () => import('./pages/FilesPage.vue'),
      meta: { title: 'A file over time' },
    },
    {
      path: '/history',
      name: 'history',
      component: () => import('./pages/HistoryPage.vue'),
      meta: { title: 'History' },
    },
    {
      path: '/desktops',
      name: 'desktops',
      component: () => import('./pages/DesktopsPage.vue'),
      meta: { title: 'Desktops', needsNoDesktop: true },
    },
    {
      path: '/copies',
      alias: '/keeping',
      name: 'copies',
      component: () => import('./pages/CopiesPage.vue'),
      meta: { title: 'Copies', needsNoDesktop: true },
    },
    {
      path: '/deleted',
      name: 'deleted',
      component: () => import('./pages/DeletedPage.vue'),
      meta: { title: 'Deleted', needsNoDesktop: true },
    },
    {
      path: '/:rest(.*)*',
      name: 'nowhere',
      component: () => import('./pages/NowherePage.vue'),
      meta: { title: 'Nothing here' },
    },
  ],
})

/** What a person carries from page to page: it is part of every address. */
const CARRIED = ['lineup', 'desktop'] as const

router.beforeEach((to: RouteLocationNormalized, from: RouteLocationNormalized) => {
  const carried = (name: string) => (ahead.has(name) ? ahead.get(name) : from.query[name])
  const missing = CARRIED.filter((name) => carried(name) && to.query[name] === undefined)
  if (missing.length === 0) return true
  return {
    ...to,
    query: { ...to.query, ...Object.fromEntries(missing.map((name) => [name, carried(name)])) },
  }
})

followAddress(router)

router.afterEach((to, _, failure) => {
  if (failure) return
  document.title = `${String(to.meta.title)} · Furoshiki`
})
