import { useBenchStore } from '~/stores/bench'

/** Where the open task stands among those that can be moved to, and the way to the others. */
export function useBenchMoves(leaveSection: () => void) {
  const bench = useBenchStore()
  const closed = (sectionId: string): boolean =>
    Boolean(bench.pace?.sections.find(({ id }) => id === sectionId)?.closed)
  /** The tasks that can be moved among without leaving a section for good. */
  const within = computed(() =>
    bench.section?.movement === 'one-way'
      ? bench.tasks.filter(task => task.section === bench.section?.id)
      : bench.tasks.filter(task => !closed(task.section)),
  )
  const place = computed(() => within.value.findIndex(task => task.id === bench.currentId))
  const index = computed(() => bench.tasks.findIndex(task => task.id === bench.currentId))
  const perPage = computed(() => Math.max(1, bench.section?.perPage ?? 1))
  const pageStart = computed(() => place.value - (place.value % perPage.value))
  const first = computed(() => pageStart.value <= 0)
  const last = computed(() => pageStart.value + perPage.value >= within.value.length)
  const leaves = computed(() => bench.section?.movement === 'one-way' && last.value)

  function go(taskId: string): void {
    if (within.value.some(({ id }) => id === taskId)) bench.openTask(taskId)
    else leaveSection()
  }

  function move(by: number): void {
    const to = within.value[pageStart.value + by * perPage.value]
    if (to) go(to.id)
    else if (by > 0 && leaves.value) leaveSection()
  }

  return { index, first, last, leaves, go, move }
}
