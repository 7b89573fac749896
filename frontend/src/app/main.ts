import '@fontsource-variable/atkinson-hyperlegible-next/wght.css'
import '@fontsource-variable/bricolage-grotesque/wght.css'
import 'vuetify/styles'
import { createApp } from 'vue'
import { createRouter, createWebHistory } from 'vue-router'
import ShelfPlace from '../places/shelf/ShelfPlace.vue'
import App from './App.vue'
import './paper.css'
import { vuetify } from './theme'

const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'shelf', component: ShelfPlace },
    {
      path: '/plan/:id',
      name: 'draft',
      component: () => import('../places/draft/DraftPlace.vue'),
      props: true,
    },
    {
      path: '/plan/:id/sheet/:revision',
      name: 'sheet',
      component: () => import('../places/sheet/SheetPlace.vue'),
      props: true,
      meta: { bare: true },
    },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
})

createApp(App).use(router).use(vuetify).mount('#app')
