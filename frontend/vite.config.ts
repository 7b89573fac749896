import vue from '@vitejs/plugin-vue'
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, gzipSync } from 'node:zlib'
import { defineConfig, type Plugin } from 'vite'
import vuetify from 'vite-plugin-vuetify'

/** Every built script and style also packed, for browsers that take it so. */
const packed: Plugin = {
  name: 'packed',
  apply: 'build',
  writeBundle({ dir }) {
    const assets = join(dir!, 'assets')
    for (const file of readdirSync(assets).filter((name) => /\.(js|css)$/.test(name))) {
      const whole = readFileSync(join(assets, file))
      writeFileSync(join(assets, `${file}.br`), brotliCompressSync(whole))
      writeFileSync(join(assets, `${file}.gz`), gzipSync(whole, { level: 9 }))
    }
  },
}

/**
 * The library resets the pseudo-elements of everything. Hardly anything has any, and yet a browser works their style out
 * with that of each element, three times the work; what has one says for itself how it is measured.
 */
const noPseudoForAll = {
  postcssPlugin: 'no-pseudo-for-all',
  Rule(rule: { selectors: string[]; remove(): void }) {
    const kept = rule.selectors.filter((one) => one !== '::before' && one !== '::after')
    if (!kept.length) rule.remove()
    else if (kept.length < rule.selectors.length) rule.selectors = kept
  },
}

export default defineConfig({
  css: { postcss: { plugins: [noPseudoForAll] } },
  plugins: [vue(), vuetify({ autoImport: true }), packed],
  build: { target: 'es2022', chunkSizeWarningLimit: 900, assetsInlineLimit: 0 },
  server: {
    host: '127.0.0.1',
    proxy: { '/api': { target: process.env.AMBITUS_API ?? 'http://127.0.0.1:8340', changeOrigin: true } },
  },
})
