import { LAST_MOMENT } from '~~/core/ground/time/moments'
import { useBenchStore } from '~/stores/bench'

const WARNINGS_MIN = [5, 1]

/**
 * The sitting's time on this device: what is left, how the work stands against the plan, and what to do when it is
 * over.
 */
export function useBenchTime(clock: ReturnType<typeof useServerClock>) {
  const bench = useBenchStore()
  /** While the clock stands, time does too. */
  const nowMs = computed(() => {
    const paused = bench.pace?.paused
    return paused ? Math.min(clock.nowMs.value, Date.parse(paused.since)) : clock.nowMs.value
  })
  /** The deadline as it stood when the pause began: while it lasts, the true one moves along. */
  const leftMs = computed(() => {
    if (!bench.pace) return Infinity
    const { paused, deadline } = bench.pace
    if (!paused) return Date.parse(deadline) - clock.nowMs.value
    return Date.parse(deadline) - Math.max(Date.parse(paused.since), learnedAt.value)
  })
  /** When the newest pace was learned, in the server's time. */
  const learnedAt = ref(0)
  watch(
    () => bench.pace,
    () => (learnedAt.value = clock.read()),
    { immediate: true },
  )
  const sectionLeftMs = computed(() => {
    const section = bench.pace?.sections.find(({ id }) => id === bench.pace?.section)
    if (!section?.deadline || !bench.pace) return null
    return Math.max(0, Date.parse(section.deadline) - (bench.pace.paused ? learnedAt.value : clock.nowMs.value))
  })
  const nearestMs = computed(() => Math.min(leftMs.value, sectionLeftMs.value ?? Infinity))
  const lowTime = computed(() => nearestMs.value <= 300_000)
  /** Told once at five minutes and at one, for eyes and screen readers alike; it never takes the focus. */
  const notice = ref('')
  let clearing: ReturnType<typeof setTimeout> | undefined
  function tell(text: string): void {
    notice.value = text
    clearTimeout(clearing)
    clearing = setTimeout(() => (notice.value = ''), 12_000)
  }

  /** Each task's suggested share of the whole time, 0 to 1, and where it begins. */
  const segments = computed(() => {
    const all = bench.tasks.reduce((sum, task) => sum + task.minutes, 0) || 1
    let from = 0
    return bench.tasks.map(task => {
      const share = task.minutes / all
      const segment = { id: task.id, title: task.title, from, share, done: stepsFinished(task) / task.steps.length }
      from += share
      return segment
    })
  })
  const passedShare = computed(() => {
    const { sitting, pace } = bench
    if (!sitting || !pace) return 0
    return Math.min(1, Math.max(0, 1 - leftMs.value / pace.allowanceMs))
  })
  const workShare = computed(() => segments.value.reduce((sum, { share, done }) => sum + share * done, 0))
  const aheadMs = computed(() => (workShare.value - passedShare.value) * (bench.pace?.allowanceMs ?? 0))

  /** Without a connection it is tried again every few seconds; the server ends the sitting in any case. */
  const finishSoon = useThrottleFn(() => void bench.finish(), 3000)
  const running = computed(() => bench.sitting?.state === 'running' && !bench.ended)

  watch(leftMs, (left, before) => {
    bench.tick()
    if (before !== undefined)
      for (const minutes of WARNINGS_MIN)
        if (left <= minutes * 60_000 && before > minutes * 60_000)
          tell(`${counted(minutes, 'minute', 'minutes')} left.`)
    if (left <= 0 && running.value && !bench.pace?.paused) finishSoon()
  })
  watch(sectionLeftMs, (left, before) => {
    const title = bench.sitting?.sections.find(({ id }) => id === bench.pace?.section)?.title
    if (left === null || before === null || before === undefined || left >= leftMs.value) return
    for (const minutes of WARNINGS_MIN)
      if (left <= minutes * 60_000 && before > minutes * 60_000)
        tell(`${counted(minutes, 'minute', 'minutes')} left for “${title}”.`)
  })
  watch(
    () => bench.pace?.section,
    (now, before) => {
      const { sections } = bench.pace ?? { sections: [] }
      const closed = sections.find(({ id }) => id === before)?.closed
      const title = (id: string | null | undefined): string =>
        bench.sitting?.sections.find(section => section.id === id)?.title ?? ''
      if (before && closed === 'time-up')
        tell(`The time of “${title(before)}” is up.${now ? ` “${title(now)}” has begun.` : ''}`)
    },
  )
  onBeforeUnmount(() => clearTimeout(clearing))
  /** What a trainee without a clock is told: how long they have been at it, and when the paper closes, if it does. */
  const usedMs = computed(() => {
    const { sitting, pace } = bench
    return sitting && pace ? Math.max(0, nowMs.value - Date.parse(sitting.startedAt) - pace.stoodMs) : 0
  })
  const closes = computed(() => {
    const { pace } = bench
    if (!pace || pace.timed || pace.deadline === LAST_MOMENT) return ''
    return `${format.date(pace.deadline)}, ${format.time(pace.deadline)}`
  })
  return { nowMs, usedMs, closes, leftMs, sectionLeftMs, lowTime, notice, segments, passedShare, workShare, aheadMs }
}
