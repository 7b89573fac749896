/** Small things that this browser remembers; one that keeps nothing goes on without them. */
export function remembered(key: string): string {
  try {
    return localStorage.getItem(key) ?? ''
  } catch {
    return ''
  }
}
export function remember(key: string, value: string): void {
  try {
    localStorage.setItem(key, value)
  } catch {
    // it is asked again another time
  }
}
/** What was remembered as an object; an empty one where it cannot be read. */
export function rememberedAs<T extends object>(key: string): Partial<T> {
  try {
    const found: unknown = JSON.parse(remembered(key) || '{}')
    return found && typeof found === 'object' ? found : {}
  } catch {
    return {}
  }
}
