/** What the tabs of one browser tell each other: that a plan was kept, or my usual changed. */
import { onBeforeUnmount } from 'vue'

export type News = { kind: 'plan'; plan: string; head: number } | { kind: 'shelf' } | { kind: 'usual' }

const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('ambitus')

/** Tell the other tabs; this one does not hear itself. */
export function tell(news: News): void {
  channel?.postMessage(news)
}

/** Hear what other tabs tell, for as long as the component lives. */
export function useNews(hear: (news: News) => void): void {
  const listener = (event: MessageEvent<News>) => hear(event.data)
  channel?.addEventListener('message', listener)
  onBeforeUnmount(() => channel?.removeEventListener('message', listener))
}
