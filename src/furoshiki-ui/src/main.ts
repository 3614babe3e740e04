import '@fontsource-variable/hanken-grotesk'
import '@fontsource-variable/sometype-mono'
import { VueQueryPlugin } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import 'vuetify/styles'
import { createVuetify } from 'vuetify'
import { problemOf } from './api/client'
import { download, enter } from './api/session'
import App from './App.vue'
import { router } from './router'
import './styles/base.css'

const THREE_SECONDS = 3000

/** While the application does not answer, every page asks again, so that it is whole as soon as it does. */
const againWhileUnreachable = (query: { state: { error: unknown } }) =>
  query.state.error && problemOf(query.state.error).code === 'unreachable' ? THREE_SECONDS : false

const field = { variant: 'outlined', density: 'compact', hideDetails: 'auto' }

const vuetify = createVuetify({
  icons: { defaultSet: 'none', sets: {} },
  defaults: {
    VBtn: { variant: 'flat', ripple: false, rounded: 0, elevation: 0 },
    VTextField: field,
    VTextarea: { ...field, rows: 3 },
  },
})

try {
  await enter()
} catch (problem) {
  document.body.textContent =
    'This window of the browser keeps nothing for pages (no service worker), as private ones may do. Open the printed address in another.'
  throw problem
}
document.addEventListener('click', (event) => {
  const link = (event.target as Element).closest?.<HTMLAnchorElement>('a[download][href^="/api/"]')
  if (!link) return
  event.preventDefault()
  void download(link)
})
createApp(App)
  .use(createPinia())
  .use(router)
  .use(vuetify)
  .use(VueQueryPlugin, {
    queryClientConfig: {
      defaultOptions: { queries: { retry: false, staleTime: 1000, refetchInterval: againWhileUnreachable } },
    },
  })
  .mount('#app')
