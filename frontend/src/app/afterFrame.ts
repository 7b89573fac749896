/**
 * What no frame waits for: done once the next one is painted, or soon where the page is painted no more, and at
 * once when it is left.
 */
const LATEST_MS = 100
const waiting = new Set<() => void>()
let asked = 0
let left = false

export function flushed(): void {
  window.clearTimeout(asked)
  asked = 0
  const now = [...waiting]
  waiting.clear()
  now.forEach((what) => what())
}

export function afterFrame(what: () => void): void {
  waiting.add(what)
  if (left || document.hidden) return flushed()
  if (asked) return
  asked = window.setTimeout(flushed, LATEST_MS)
  requestAnimationFrame(() => {
    const after = new MessageChannel()
    after.port1.onmessage = flushed
    after.port2.postMessage(0)
  })
}

// whoever hears of it after this still has things done at once
addEventListener('pagehide', () => {
  left = true
  flushed()
})
addEventListener('pageshow', () => (left = false))
document.addEventListener('visibilitychange', () => document.hidden && flushed())
