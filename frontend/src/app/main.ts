import '@fontsource-variable/atkinson-hyperlegible-next/wght.css'
import '@fontsource-variable/bricolage-grotesque/wght.css'
import 'vuetify/styles/core'
import { createApp } from 'vue'
import { createRouter, createWebHistory } from 'vue-router'
import App from './App.vue'
import './paper.css'
import { spreadColours } from './colours'
import { routes } from './places'
import { vuetify } from './theme'

const router = createRouter({
  history: createWebHistory(),
  routes,
  // another place begins at its top; one that is come back to, where it was left
  scrollBehavior: (to, from, saved) => saved ?? (to.path === from.path ? false : { top: 0 }),
})

spreadColours()
createApp(App).use(router).use(vuetify).mount('#app')
