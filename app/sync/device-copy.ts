/**
 * A text kept in the browser's own storage at once, for the moment between typing and the log. Where
 * the browser keeps nothing (storage denied or full), it holds nothing and says so to nobody: the log
 * is the place that counts.
 */
export function deviceCopy(key: string) {
  return {
    read(): string | null {
      try {
        return localStorage.getItem(key)
      } catch {
        return null
      }
    },
    write(text: string): void {
      try {
        localStorage.setItem(key, text)
      } catch {
        /* Nothing can be kept here. */
      }
    },
    forget(): void {
      try {
        localStorage.removeItem(key)
      } catch {
        /* Nothing was kept here. */
      }
    },
  }
}
