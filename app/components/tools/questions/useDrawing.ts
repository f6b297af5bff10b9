import type { DrawnPart, Strokes } from '~~/core/tools/questions/kinds/drawn'
import type { Spot } from '~~/core/ground/drawing/picture'
import { sure } from '~~/core/ground/sure'
import type { Colour, DRAWING_TOOLS, Stroke } from '~~/core/tools/questions/answers/strokes'
import { spotUnder, wayOf } from '../../pictures/spotUnder'

/** A freehand stroke keeps no more places than this. */
const MOST_POINTS = 600
/** How far the hand goes, in units of the picture, before another place is kept. */
const APART = 3
const STEPS = 60

/** Drawing on a picture, by pointer and by keys. `give` takes all strokes as they are now; null for none. */
export function useDrawing(
  given: () => { part: DrawnPart; answer: Strokes | null; closed: boolean },
  give: (answer: Strokes | null) => void,
) {
  const tool = ref<(typeof DRAWING_TOOLS)[number] | 'rubber'>('freehand')
  const colour = ref<Colour>('blue')
  const words = ref('')
  const aim = ref<Spot | null>(null)
  /** The places of what is being drawn. */
  const begun = ref<Spot[]>([])
  const strokes = computed(() => given().answer ?? [])
  const rubbing = computed(() => tool.value === 'rubber')

  const whole = ({ x, y }: Spot): Spot => {
    const { width, height } = given().part.picture
    const within = (value: number, most: number): number => Math.min(most, Math.max(0, Math.round(value)))
    return { x: within(x, width), y: within(y, height) }
  }
  const far = (one: Spot, other: Spot): number => Math.hypot(one.x - other.x, one.y - other.y)

  /** The stroke by the places so far; null while it is none yet. */
  function strokeBy(points: readonly Spot[]): Stroke | null {
    const [first, last] = [points[0], points.at(-1)]
    if (!first || !last || tool.value === 'rubber') return null
    if (tool.value === 'text') {
      const text = words.value.trim()
      return text === '' ? null : { tool: 'text', colour: colour.value, points: [first], text }
    }
    if (points.length < 2 || far(first, last) + points.length < 4) return null
    if (tool.value === 'freehand') return { tool: 'freehand', colour: colour.value, points: [...points] }
    return { tool: tool.value, colour: colour.value, points: [first, last] }
  }
  const rough = computed(() => (tool.value === 'text' ? null : strokeBy(begun.value)))

  function goOn(place: Spot) {
    const last = begun.value.at(-1)
    if (!last) return
    if (tool.value !== 'freehand') begun.value = [sure(begun.value[0]), place]
    else if (far(last, place) >= APART && begun.value.length < MOST_POINTS) begun.value = [...begun.value, place]
  }
  function end() {
    const stroke = strokeBy(begun.value)
    begun.value = []
    if (stroke) give([...strokes.value, stroke])
  }
  function underPointer(event: PointerEvent): Spot | null {
    const drawing = event.currentTarget instanceof HTMLElement ? event.currentTarget.querySelector('svg') : null
    const spot = drawing && spotUnder(event, drawing)
    return spot && whole(spot)
  }
  function press(event: PointerEvent) {
    const place = underPointer(event)
    if (given().closed || rubbing.value || !place || !(event.currentTarget instanceof HTMLElement)) return
    event.currentTarget.setPointerCapture(event.pointerId)
    aim.value = null
    begun.value = [place]
    if (tool.value === 'text') end()
  }
  function follow(event: PointerEvent) {
    const place = begun.value.length > 0 && aim.value === null ? underPointer(event) : null
    if (place) goOn(place)
  }
  function letGo() {
    if (aim.value === null && begun.value.length > 0) end()
  }
  function steer(event: KeyboardEvent) {
    if (given().closed) return
    const { width, height } = given().part.picture
    const now = aim.value ?? { x: Math.round(width / 2), y: Math.round(height / 2) }
    const way = wayOf(event)
    if (way) {
      event.preventDefault()
      const step = event.shiftKey ? 1 : Math.max(width, height) / STEPS
      aim.value = whole({ x: now.x + way.across * step, y: now.y + way.down * step })
      if (begun.value.length > 0) goOn(aim.value)
    } else if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault()
      aim.value = now
      if (rubbing.value) return
      if (begun.value.length === 0) begun.value = [now]
      else return end()
      if (tool.value === 'text') end()
    } else if (event.key === 'Escape') begun.value = []
  }
  function rub(at: number) {
    const left = strokes.value.filter((_, place) => place !== at)
    give(left.length === 0 ? null : left)
  }
  return { tool, colour, words, aim, strokes, rough, rubbing, press, follow, letGo, steer, rub }
}
