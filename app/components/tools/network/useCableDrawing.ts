/** So far, in pixels, the pointer goes before something is drawn: a press alone opens a device. */
const SLACK = 8

interface Point {
  x: number
  y: number
}

/** Draws a line with the pointer from one device of the map to another. `done`: what is done when it ends at one. */
export function useCableDrawing(map: Readonly<Ref<SVGSVGElement | null>>, done: (from: string, to: string) => void) {
  /** Where the line ends that is being drawn, on the map; null while none is. */
  const end = ref<Point | null>(null)
  let begun: (Point & { device: string }) | null = null

  function onMap({ clientX, clientY }: PointerEvent): Point | null {
    const matrix = map.value?.getScreenCTM()
    if (!matrix) return null
    const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(matrix.inverse())
    return { x, y }
  }
  useEventListener(window, 'pointermove', (event: PointerEvent) => {
    if (!begun) return
    if (end.value || Math.hypot(event.clientX - begun.x, event.clientY - begun.y) > SLACK) end.value = onMap(event)
  })
  useEventListener(window, 'pointerup', ({ clientX, clientY }: PointerEvent) => {
    const under = document.elementFromPoint(clientX, clientY)?.closest<SVGElement>('[data-device]')
    const to = under?.dataset.device
    if (begun && end.value && to && to !== begun.device) done(begun.device, to)
    begun = null
    end.value = null
  })
  useEventListener(window, 'pointercancel', () => {
    begun = null
    end.value = null
  })

  return {
    end,
    from: computed(() => (end.value ? (begun?.device ?? null) : null)),
    begin({ clientX, clientY, button }: PointerEvent, device: string): void {
      if (button === 0) begun = { device, x: clientX, y: clientY }
    },
  }
}
