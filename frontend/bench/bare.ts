/** The page that the first page's size is measured against: themed Vuetify, a router, nothing else. */
import 'vuetify/styles/core'
import { createApp, h } from 'vue'
import { createRouter, createWebHistory, RouterView } from 'vue-router'
import { VApp, VBtn, VCard, VDialog } from 'vuetify/components'
import { vuetify } from '../src/app/theme'

const page = { render: () => h(VCard, () => h(VBtn, () => 'Bare')) }
const router = createRouter({
  history: createWebHistory(),
  routes: [{ path: '/:any(.*)*', component: page }],
})
createApp({ render: () => h(VApp, () => [h(RouterView), h(VDialog)]) })
  .use(router)
  .use(vuetify)
  .mount('#app')
