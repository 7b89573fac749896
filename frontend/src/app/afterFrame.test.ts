import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'

/** A page whose frames and timers are run by hand. */
function page(hidden = false) {
  const heard: Record<string, () => void> = {}
  const frames: (() => void)[] = []
  vi.stubGlobal('addEventListener', (name: string, what: () => void) => (heard[name] = what))
  vi.stubGlobal('document', {
    hidden,
    addEventListener: (name: string, what: () => void) => (heard[name] = what),
  })
  vi.stubGlobal('window', { setTimeout, clearTimeout })
  vi.stubGlobal('requestAnimationFrame', (what: () => void) => frames.push(what))
  return { heard, frames }
}

describe('what no frame waits for', () => {
  beforeEach(() => {
    vi.resetModules()
    vi.useFakeTimers()
  })
  afterEach(() => {
    vi.useRealTimers()
    vi.unstubAllGlobals()
  })

  it('is done soon, and once, where no frame comes', async () => {
    page()
    const { afterFrame } = await import('./afterFrame')
    const done = vi.fn()
    afterFrame(done)
    afterFrame(done)
    expect(done).not.toHaveBeenCalled()
    vi.advanceTimersByTime(200)
    expect(done).toHaveBeenCalledOnce()
  })

  it('is done at once when the page is left, and so is what comes after', async () => {
    const { heard } = page()
    const { afterFrame } = await import('./afterFrame')
    const [before, after, back] = [vi.fn(), vi.fn(), vi.fn()]
    afterFrame(before)
    heard.pagehide!()
    expect(before).toHaveBeenCalledOnce()
    afterFrame(after)
    expect(after).toHaveBeenCalledOnce()
    heard.pageshow!()
    afterFrame(back)
    expect(back).not.toHaveBeenCalled()
  })

  it('is done at once behind another window', async () => {
    page(true)
    const { afterFrame } = await import('./afterFrame')
    const done = vi.fn()
    afterFrame(done)
    expect(done).toHaveBeenCalledOnce()
  })
})
