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
  // No test is to fail because the machine is busy.
  test: { environment: 'jsdom', testTimeout: 60_000, server: { deps: { inline: ['vuetify'] } } },
})
