/** What is typed is taken once the hands rest, or go elsewhere. */
const REST_MS = 600

/**
 * A text that is typed: shown at once, and given on when the hands rest. `given`: what the answer holds; `take`: gives
 * on what was typed.
 */
export function useTyped(given: () => string, take: (text: string) => void) {
  const text = ref(given())
  const typing = ref(false)
  watch(given, now => {
    // What is being typed isn't taken from under the hands.
    if (!typing.value) text.value = now
  })
  function settle() {
    if (!typing.value) return
    typing.value = false
    take(text.value)
  }
  const settleSoon = useDebounceFn(settle, REST_MS)
  function typed() {
    typing.value = true
    void settleSoon()
  }
  onBeforeUnmount(settle)
  return { text, typed, settle }
}
