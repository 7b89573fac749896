/** Pattern paper by day and by night, chosen by the maker or by the machine. */
import { createVuetify } from 'vuetify'
import { dayParts, nightParts } from './colours'

const KEY = 'ambitus.theme'
const asked = () => {
  const kept = localStorage.getItem(KEY)
  if (kept === 'light' || kept === 'dark') return kept
  return window.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light'
}

export const vuetify = createVuetify({
  theme: {
    defaultTheme: asked(),
    themes: { light: { dark: false, colors: dayParts }, dark: { dark: true, colors: nightParts } },
  },
  defaults: {
    VCard: { rounded: 'lg', elevation: 2 },
  },
})

export function switchTheme(): void {
  const next = vuetify.theme.current.value.dark ? 'light' : 'dark'
  vuetify.theme.change(next)
  localStorage.setItem(KEY, next)
}
