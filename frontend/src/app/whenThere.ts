/** Something on the page that is not there yet: done with as soon as it is, given up after a while. */
export function whenThere(
  within: HTMLElement,
  selector: string,
  then: (found: HTMLElement) => void,
  patience = 5000,
): void {
  const found = within.querySelector<HTMLElement>(selector)
  if (found) return then(found)
  const watcher = new MutationObserver(() => {
    const there = within.querySelector<HTMLElement>(selector)
    if (!there) return
    stop()
    then(there)
  })
  const late = setTimeout(() => watcher.disconnect(), patience)
  function stop() {
    clearTimeout(late)
    watcher.disconnect()
  }
  watcher.observe(within, { childList: true, subtree: true })
}
