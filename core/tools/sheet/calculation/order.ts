/** The order of a thing that isn't reached yet, and of one that is done with. */
export const NOT_REACHED = -1
const DONE = Infinity

/** Something that can be put in order. Its `order` is to be NOT_REACHED before. */
interface Ordered {
  order: number
}

interface Visit<Thing> {
  thing: Thing
  before: Iterator<Thing>
  order: number
  /** The earliest thing on the path that can be reached from here. */
  lowest: number
}

/**
 * Goes through things so that each comes after all that it stands on, and things that stand on each other in a
 * circle come together (Tarjan 1972, without recursion). Gives a function that does so from one thing on; what was
 * done isn't done again.
 */
export function inOrder<Thing extends Ordered>(
  standsOn: (thing: Thing) => Iterator<Thing>,
  circle: (things: readonly Thing[]) => void,
  single: (thing: Thing) => void,
): (from: Thing) => void {
  let reached = 0
  /** Things that may still belong to a circle. */
  const open: Thing[] = []
  const onItself = new Set<Thing>()

  function begin(thing: Thing): Visit<Thing> {
    const order = (thing.order = reached)
    reached += 1
    open.push(thing)
    return { thing, before: standsOn(thing), order, lowest: order }
  }

  function close({ thing, order, lowest }: Visit<Thing>): void {
    if (lowest < order) return
    if (open.at(-1) === thing && !onItself.has(thing)) {
      open.pop()
      thing.order = DONE
      single(thing)
      return
    }
    const together = open.splice(open.lastIndexOf(thing))
    for (const one of together) one.order = DONE
    circle(together)
  }

  return from => {
    if (from.order !== NOT_REACHED) return
    const path: Visit<Thing>[] = [begin(from)]
    for (let visit = path.at(-1); visit; visit = path.at(-1)) {
      const next = visit.before.next()
      if (next.done) {
        path.pop()
        close(visit)
        const above = path.at(-1)
        if (above && visit.thing.order !== DONE) above.lowest = Math.min(above.lowest, visit.lowest)
        continue
      }
      const { order } = next.value
      if (order === NOT_REACHED) path.push(begin(next.value))
      else if (next.value === visit.thing) onItself.add(visit.thing)
      else if (order !== DONE) visit.lowest = Math.min(visit.lowest, order)
    }
  }
}
