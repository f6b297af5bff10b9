import type { ShallowRef } from 'vue'
import type { OnScreen } from '~~/core/tools/tool'
import { useBenchStore } from '~/stores/bench'

/** What is seen by a query, of what a screen may ask. */
type SeenBy<Query, Asks extends OnScreen['asks']> = Asks extends { query: infer Asked; seen: infer Seen }
  ? Query extends Asked
    ? Seen
    : never
  : never

/** A task's work, for the screen of its tool. The screen doesn't know where the work is done. */
export interface WorkOnTask<Screen extends OnScreen = OnScreen> {
  /** Does one operation. Gives back why it was refused, in words, or null. */
  operate(op: Screen['op']): Promise<string | null>
  /**
   * What the screen asks to see: it follows the work, and the query where that changes. Null until it is there, and
   * while the query is.
   */
  view<Query extends Screen['asks']['query']>(
    query: () => Query | null,
  ): Readonly<ShallowRef<SeenBy<Query, Screen['asks']> | null>>
  /** The same once, as the work is now. */
  ask<Query extends Screen['asks']['query']>(query: Query): Promise<SeenBy<Query, Screen['asks']> | null>
}

export function useWork(taskId: string): WorkOnTask {
  const bench = useBenchStore()

  function view(query: () => unknown): Readonly<ShallowRef<unknown>> {
    const seen = shallowRef<unknown>(null)
    let asked = 0
    watch(
      [() => bench.openTasks.get(taskId), () => bench.changes.get(taskId), query],
      async ([open, , wanted]) => {
        asked += 1
        const own = asked
        if (!open) return
        // A view is what the tool of this task makes of the query: its own screen knows the shape.
        if (open.place.viewNow) seen.value = open.place.viewNow(wanted)
        else {
          const found = await open.place.view(wanted)
          // What was asked later may have come earlier.
          if (own === asked) seen.value = found
        }
      },
      { immediate: true, flush: 'sync' },
    )
    return seen
  }

  async function ask(query: unknown): Promise<unknown> {
    const place = bench.openTasks.get(taskId)?.place
    return (place?.viewNow ? place.viewNow(query) : await place?.view(query)) ?? null
  }

  return { operate: op => bench.operate(taskId, op), view, ask }
}
