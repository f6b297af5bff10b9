import type { ShallowRef } from 'vue'
import { useBenchStore } from '~/stores/bench'

/** A task's work, for the screen of its tool. The screen doesn't know where the work is done. */
export interface WorkOnTask {
  /** Does one operation. Gives back why it was refused, in words, or null. */
  operate(op: unknown): Promise<string | null>
  /** What the screen asks to see: it follows the work, and the query where that changes. Null until it is there. */
  view<View>(query: () => unknown): Readonly<ShallowRef<View | null>>
  /** The same once, as the work is now. */
  ask<View>(query: unknown): Promise<View | null>
}

export function useWork(taskId: string): WorkOnTask {
  const bench = useBenchStore()

  function view<View>(query: () => unknown): Readonly<ShallowRef<View | null>> {
    const seen = shallowRef<View | null>(null)
    let asked = 0
    watch(
      [() => bench.openTasks.get(taskId), () => bench.changes.get(taskId), query],
      async ([open, , wanted]) => {
        asked += 1
        const own = asked
        if (!open) return
        // A view is what the tool of this task makes of the query: its own screen knows the shape.
        if (open.place.viewNow) seen.value = open.place.viewNow(wanted) as View | null
        else {
          const found = (await open.place.view(wanted)) as View | null
          // What was asked later may have come earlier.
          if (own === asked) seen.value = found
        }
      },
      { immediate: true, flush: 'sync' },
    )
    return seen
  }

  async function ask<View>(query: unknown): Promise<View | null> {
    const place = bench.openTasks.get(taskId)?.place
    return ((place?.viewNow ? place.viewNow(query) : await place?.view(query)) ?? null) as View | null
  }

  return { operate: op => bench.operate(taskId, op), view, ask }
}
