import type { AnswersSeen } from '~~/core/tools/network/viewing'

/** So long each decision is shown when they go by themselves. */
const PACE_MS = 900

/** Goes through the decisions of what was tried last, one by one, back and forth, or by themselves. */
export function useStepping(answer: Ref<AnswersSeen[number] | null>) {
  /** Which decision is shown; null for none. */
  const at = ref<number | null>(null)
  const count = computed(() => answer.value?.notes.length ?? 0)
  const note = computed(() => (at.value === null ? null : (answer.value?.notes[at.value] ?? null)))
  const { pause, resume, isActive } = useIntervalFn(
    () => {
      if (at.value === null || at.value >= count.value - 1) pause()
      else at.value += 1
    },
    PACE_MS,
    { immediate: false },
  )
  // Another thing that was tried begins anew; the same one seen again goes on.
  const tried = computed(() => JSON.stringify([answer.value?.ask, answer.value?.frames]))
  watch(tried, () => {
    pause()
    at.value = null
  })
  return {
    at,
    note,
    playing: isActive,
    show(step: number): void {
      pause()
      at.value = Math.min(count.value - 1, Math.max(0, step))
    },
    play(): void {
      if (isActive.value) {
        pause()
        return
      }
      at.value = at.value === null || at.value >= count.value - 1 ? 0 : at.value
      resume()
    },
  }
}
export type Stepping = ReturnType<typeof useStepping>
