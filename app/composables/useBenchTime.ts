import { useBenchStore } from '~/stores/bench'

/** The sitting's time on this device: what is left, how the work stands against the plan, and what to do when it is over. */
export function useBenchTime(clock: ReturnType<typeof useServerClock>) {
  const bench = useBenchStore()
  const leftMs = computed(() => bench.sitting ? Date.parse(bench.sitting.deadline) - clock.nowMs.value : Infinity)
  const lowTime = computed(() => leftMs.value <= 300_000)
  const notice = ref('')

  /** Each task's suggested share of the whole time, 0 to 1, and where it begins. */
  const segments = computed(() => {
    const all = bench.tasks.reduce((sum, task) => sum + task.minutes, 0) || 1
    let from = 0
    return bench.tasks.map((task) => {
      const share = task.minutes / all
      const segment = { id: task.id, title: task.title, from, share, done: stepsFinished(task) / task.steps.length }
      from += share
      return segment
    })
  })
  const passedShare = computed(() => {
    const sitting = bench.sitting
    return sitting ? Math.min(1, Math.max(0, (clock.nowMs.value - Date.parse(sitting.startedAt)) / sitting.allowanceMs)) : 0
  })
  const workShare = computed(() => segments.value.reduce((sum, { share, done }) => sum + share * done, 0))
  const aheadMs = computed(() => (workShare.value - passedShare.value) * (bench.sitting?.allowanceMs ?? 0))

  /** Without a connection it is tried again every few seconds; the server ends the sitting in any case. */
  const finishSoon = useThrottleFn(() => void bench.finish(), 3000)

  watch(leftMs, (left, before) => {
    if (before === undefined) return
    for (const minutes of [5, 1]) if (left <= minutes * 60_000 && before > minutes * 60_000) notice.value = `${counted(minutes, 'minute', 'minutes')} left.`
    if (left <= 0 && bench.sitting?.state === 'running' && !bench.ended) finishSoon()
  })
  return { leftMs, lowTime, notice, segments, passedShare, workShare, aheadMs }
}
