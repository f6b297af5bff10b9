import { sure } from '~~/core/ground/sure'
import { pointsOf } from '~~/core/tools/questions/kinds/plane'
import type { Drawn, PlanePart, PlanePoint } from '~~/core/tools/questions/kinds/plane'
import { placeText, placesOn } from '~~/core/tools/questions/answers/scale'
import { wayOf } from '../../pictures/spotUnder'

/** A place on the grid of a plane, counted along both axes from where they begin. */
export interface GridPlace {
  across: number
  up: number
}
/** A point of a figure that is in hand, to be put somewhere else. */
export interface HeldPoint {
  figure: string
  at: number
}

/** What is drawn in a plane, by pointer and by keys. `give` takes the answer as it is now; null for none. */
export function usePlane(
  given: () => { part: PlanePart; answer: Drawn | null; closed: boolean },
  give: (answer: Drawn | null) => void,
) {
  const { part } = given()
  const chosen = ref(sure(part.figures[0]).id)
  const held = ref<HeldPoint | null>(null)
  const aim = ref<GridPlace>({
    across: Math.round(placesOn(part.across) / 2),
    up: Math.round(placesOn(part.up) / 2),
  })
  const said = ref('')
  const drawn = computed((): Drawn => given().answer ?? {})

  const pointAt = ({ across, up }: GridPlace): PlanePoint => ({
    x: placeText(part.across, across),
    y: placeText(part.up, up),
  })
  const nameOf = (id: string): string => part.figures.find(one => one.id === id)?.text ?? id
  const isAt = (point: PlanePoint, { x, y }: PlanePoint): boolean => point.x === x && point.y === y

  /** Takes a point in hand, or lays it back where it was. */
  function hold(figure: string, at: number) {
    const isHeld = held.value?.figure === figure && held.value.at === at
    held.value = isHeld ? null : { figure, at }
    chosen.value = figure
    said.value = isHeld ? '' : `Press where this point of ${nameOf(figure)} belongs.`
  }
  function place(where: GridPlace) {
    if (given().closed) return
    aim.value = where
    const point = pointAt(where)
    if (held.value) {
      const { figure, at } = held.value
      held.value = null
      said.value = ''
      const moved = (drawn.value[figure] ?? []).map((one, place) => (place === at ? point : one))
      return give({ ...drawn.value, [figure]: moved })
    }
    const there = (drawn.value[chosen.value] ?? []).findIndex(one => isAt(one, point))
    if (there >= 0) return hold(chosen.value, there)
    const figure = sure(part.figures.find(({ id }) => id === chosen.value))
    const points = [...(drawn.value[figure.id] ?? []), point]
    const next = part.figures.find(one => one !== figure && (drawn.value[one.id]?.length ?? 0) < pointsOf(one))
    give({ ...drawn.value, [figure.id]: points })
    said.value = `${nameOf(figure.id)}: a point at (${point.x}, ${point.y})`
    // Once a figure is whole, the next one that isn’t is in hand.
    if (points.length === pointsOf(figure) && next) chosen.value = next.id
  }
  function steer(event: KeyboardEvent) {
    const way = wayOf(event)
    if (way) {
      event.preventDefault()
      const step = (axis: PlanePart['up']): number => (event.shiftKey ? axis.fine : 1)
      const within = (place: number, axis: PlanePart['up']): number => Math.min(placesOn(axis), Math.max(0, place))
      aim.value = {
        across: within(aim.value.across + way.across * step(part.across), part.across),
        up: within(aim.value.up - way.down * step(part.up), part.up),
      }
      const { x, y } = pointAt(aim.value)
      said.value = `(${x}, ${y})`
    } else if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault()
      place(aim.value)
    }
  }
  function takeAway(figure: string) {
    const { [figure]: _, ...others } = drawn.value
    held.value = null
    chosen.value = figure
    give(Object.keys(others).length === 0 ? null : others)
  }
  return { chosen, held, aim, said, drawn, place, steer, hold, takeAway }
}
