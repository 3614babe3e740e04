import vue from '@vitejs/plugin-vue'
import { fileURLToPath } from 'node:url'
import vuetify from 'vite-plugin-vuetify'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [vue(), vuetify({ autoImport: true })],
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  build: {
    outDir: '../Furoshiki.Web/wwwroot',
    emptyOutDir: true,
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
  },
  test: { environment: 'jsdom', server: { deps: { inline: ['vuetify'] } } },
})
