import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'
import vuetify from 'vite-plugin-vuetify'

export default defineConfig({
  root: import.meta.dirname,
  plugins: [vue(), vuetify({ autoImport: true })],
  build: { target: 'es2022', outDir: '../node_modules/.bare', emptyOutDir: true, assetsInlineLimit: 0 },
})
