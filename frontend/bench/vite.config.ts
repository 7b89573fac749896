import vue from '@vitejs/plugin-vue'
import { resolve } from 'node:path'
import { defineConfig } from 'vite'
import vuetify from 'vite-plugin-vuetify'

export default defineConfig({
  root: import.meta.dirname,
  base: './',
  plugins: [vue(), vuetify({ autoImport: true })],
  build: {
    target: 'es2022',
    outDir: '../node_modules/.bare',
    emptyOutDir: true,
    assetsInlineLimit: 0,
    rollupOptions: {
      input: ['index.html', 'floor.html'].map((page) => resolve(import.meta.dirname, page)),
    },
  },
})
