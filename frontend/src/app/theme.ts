/** Pattern paper by day and by night; Vuetify draws its parts in the same few colours. */
import { createVuetify } from 'vuetify'

const light = {
  background: '#F4F7F4',
  surface: '#FFFFFF',
  'on-background': '#15231E',
  'on-surface': '#15231E',
  primary: '#1D5A4C',
  'on-primary': '#FFFFFF',
  secondary: '#6B3A66',
  error: '#B3264B',
  warning: '#E3A008',
}
const dark = {
  background: '#101B17',
  surface: '#17251F',
  'on-background': '#E6EFE9',
  'on-surface': '#E6EFE9',
  primary: '#86CFB9',
  'on-primary': '#101B17',
  secondary: '#D9A9D3',
  error: '#FF95AA',
  warning: '#F0B731',
}

const KEY = 'ambitus.theme'
const asked = () => {
  const kept = localStorage.getItem(KEY)
  if (kept === 'light' || kept === 'dark') return kept
  return window.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light'
}

export const vuetify = createVuetify({
  theme: {
    defaultTheme: asked(),
    themes: { light: { dark: false, colors: light }, dark: { dark: true, colors: dark } },
  },
  defaults: {
    VBtn: { rounded: 'lg', elevation: 0, class: 'text-none' },
    VCard: { rounded: 'lg', elevation: 2 },
  },
})

export function switchTheme(): void {
  const next = vuetify.theme.current.value.dark ? 'light' : 'dark'
  vuetify.theme.change(next)
  localStorage.setItem(KEY, next)
}
