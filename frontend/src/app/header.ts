/** What a place may say to the bar above it. */
import type { InjectionKey } from 'vue'

export interface Header {
  /** the plan that the Draft link goes back to */
  draftOf(id: string): void
}
export const headerSlot: InjectionKey<Header> = Symbol('header')
