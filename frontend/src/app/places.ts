/** Every place, one entry each: where it is, what it shows, and how the header leads there. */
import type { RouteComponent, RouteRecordRaw } from 'vue-router'
import ShelfPlace from '../places/shelf/ShelfPlace.vue'

export interface Place {
  name: string
  /** its name in the header; a place without one is reached from another */
  title?: string
  path: string
  component: RouteComponent | (() => Promise<RouteComponent>)
  /** whether it is of one plan: the header leads to the last one that was open */
  ofPlan?: boolean
  /** whether it stands alone on the page, as a sheet does */
  bare?: boolean
}

export const PLACES: readonly Place[] = [
  { name: 'shelf', title: 'Shelf', path: '/', component: ShelfPlace },
  {
    name: 'draft',
    title: 'Draft',
    path: '/plan/:id',
    component: () => import('../places/draft/DraftPlace.vue'),
    ofPlan: true,
  },
  {
    name: 'cloth',
    title: 'Cloth',
    path: '/plan/:id/cloth',
    component: () => import('../places/cloth/ClothPlace.vue'),
    ofPlan: true,
  },
  {
    name: 'bench',
    title: 'Bench',
    path: '/plan/:id/bench',
    component: () => import('../places/bench/BenchPlace.vue'),
    ofPlan: true,
  },
  {
    name: 'steps-large',
    path: '/plan/:id/steps/:revision',
    component: () => import('../places/bench/StepsLarge.vue'),
    ofPlan: true,
    bare: true,
  },
  {
    name: 'log',
    title: 'Log',
    path: '/log',
    component: () => import('../places/log/LogPlace.vue'),
  },
  { name: 'pieces', path: '/pieces', component: () => import('../places/pieces/PiecesPlace.vue') },
  {
    name: 'stash',
    title: 'Stash',
    path: '/stash',
    component: () => import('../places/stash/StashPlace.vue'),
  },
  {
    name: 'sheet',
    path: '/plan/:id/sheet/:revision',
    component: () => import('../places/sheet/SheetPlace.vue'),
    ofPlan: true,
    bare: true,
  },
]

/** The places in the header, in the order of the work. */
export const IN_HEADER = PLACES.filter((place) => place.title)

export const routes: RouteRecordRaw[] = [
  ...PLACES.map(({ name, path, component, ofPlan, bare }) => ({
    name,
    path,
    component,
    props: Boolean(ofPlan),
    meta: { bare: Boolean(bare) },
  })),
  { path: '/:rest(.*)*', redirect: '/' },
]
