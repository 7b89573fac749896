/** What happened and is not on the disk yet: held in the browser under its own id, so that nothing is lost or kept twice. */
import type { Happening } from '../../api/client'

interface Held {
  getItem(key: string): string | null
  setItem(key: string, value: string): void
  removeItem(key: string): void
}

export class Unkept {
  constructor(
    private readonly making: string,
    private readonly held: Held = localStorage,
  ) {}
  private get key() {
    return `ambitus-making-${this.making}`
  }
  get all(): Happening[] {
    try {
      const found: unknown = JSON.parse(this.held.getItem(this.key) ?? '[]')
      return Array.isArray(found) ? (found as Happening[]) : []
    } catch {
      return []
    }
  }
  hold(more: Happening[]): void {
    this.put([...this.all, ...more])
  }
  kept(ids: readonly string[]): void {
    this.put(this.all.filter((one) => !ids.includes(one.id)))
  }
  private put(rest: Happening[]): void {
    try {
      if (rest.length) this.held.setItem(this.key, JSON.stringify(rest))
      else this.held.removeItem(this.key)
    } catch {
      // a browser that keeps nothing: what happened is sent all the same
    }
  }
}
