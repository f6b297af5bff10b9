const AWAY_AFTER_MS = 1500

/** Tells when the window has lost its owner's attention for a moment, and when it has it again. */
export function useAway(tell: (on: boolean) => void): void {
  let away = false
  let leaving: ReturnType<typeof setTimeout> | undefined
  const gone = (): boolean => document.visibilityState === 'hidden' || !document.hasFocus()
  function look(): void {
    clearTimeout(leaving)
    if (gone() === away) return
    if (!away)
      leaving = setTimeout(() => {
        if (!gone()) return
        away = true
        tell(true)
      }, AWAY_AFTER_MS)
    else {
      away = false
      tell(false)
    }
  }
  useEventListener(document, 'visibilitychange', look)
  useEventListener(window, ['blur', 'focus'], look)
  onBeforeUnmount(() => clearTimeout(leaving))
}
