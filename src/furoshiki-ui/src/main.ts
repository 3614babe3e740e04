import '@fontsource-variable/hanken-grotesk'
import '@fontsource-variable/sometype-mono'
import { VueQueryPlugin } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import 'vuetify/styles'
import { createVuetify } from 'vuetify'
import App from './App.vue'
import { router } from './router'
import './styles/base.css'

const field = { variant: 'outlined', density: 'compact', hideDetails: 'auto' }

const vuetify = createVuetify({
  icons: { defaultSet: 'none', sets: {} },
  defaults: {
    VBtn: { variant: 'flat', ripple: false, rounded: 0, elevation: 0 },
    VTextField: field,
    VTextarea: { ...field, rows: 3 },
  },
})

createApp(App)
  .use(createPinia())
  .use(router)
  .use(vuetify)
  .use(VueQueryPlugin, {
    queryClientConfig: { defaultOptions: { queries: { retry: false, staleTime: 1000 } } },
  })
  .mount('#app')
