import type { SheetWindow } from '~~/core/tools/sheet/viewing'
import {
  COLUMN_WIDTH,
  drawn,
  firstToShow,
  HEAD_HEIGHT,
  HEAD_WIDTH,
  hiddenAmong,
  lineAfter,
  ROW_HEIGHT,
  stepsTo,
} from './layout'
import type { Place } from './selection'

/** Which rows and columns of a sheet are in sight, by how far it is scrolled. Hidden ones take no part of the way. */
export function useLines(scroller: Readonly<Ref<HTMLElement | null>>, window: () => SheetWindow | null) {
  const { width, height } = useElementSize(scroller)
  const { x: scrollLeft, y: scrollTop } = useScroll(scroller)
  const frozen = computed(() => window()?.frozen ?? { rows: 0, columns: 0 })
  const heights = computed(() => window()?.heights ?? {})
  const widths = computed(() => window()?.widths ?? {})
  const hidden = computed(() => ({ rows: hiddenAmong(heights.value), columns: hiddenAmong(widths.value) }))
  const first = computed<Place>(() => ({
    row: lineAfter(Math.round(scrollTop.value / ROW_HEIGHT), frozen.value.rows, hidden.value.rows),
    column: lineAfter(Math.round(scrollLeft.value / COLUMN_WIDTH), frozen.value.columns, hidden.value.columns),
  }))
  const room = computed(() => ({ rows: height.value - HEAD_HEIGHT, columns: width.value - HEAD_WIDTH }))
  const rows = computed(() =>
    drawn(first.value.row, frozen.value.rows, room.value.rows, heights.value, ROW_HEIGHT, 1_048_576),
  )
  const columns = computed(() =>
    drawn(first.value.column, frozen.value.columns, room.value.columns, widths.value, COLUMN_WIDTH, 16_384),
  )
  const extent = computed(() => ({
    rows: Math.max(window()?.extent.rows ?? 0, (rows.value.at(-1)?.at ?? 0) + 1) + 20,
    columns: Math.max(window()?.extent.columns ?? 0, (columns.value.at(-1)?.at ?? 0) + 1) + 4,
  }))
  /** How large all of it would be, in pixels: what the bars for scrolling show. */
  const whole = computed(() => {
    const steps = {
      rows: stepsTo(extent.value.rows, frozen.value.rows, hidden.value.rows),
      columns: stepsTo(extent.value.columns, frozen.value.columns, hidden.value.columns),
    }
    return {
      height: `${HEAD_HEIGHT + steps.rows * ROW_HEIGHT + room.value.rows - ROW_HEIGHT * 2}px`,
      width: `${HEAD_WIDTH + steps.columns * COLUMN_WIDTH + 200}px`,
    }
  })

  /** Brings a cell into sight. */
  function show({ row, column }: Place): void {
    const fromRow = firstToShow(row, first.value.row, frozen.value.rows, room.value.rows, heights.value, ROW_HEIGHT)
    const fromColumn = firstToShow(
      column,
      first.value.column,
      frozen.value.columns,
      room.value.columns,
      widths.value,
      COLUMN_WIDTH,
    )
    if (fromRow !== first.value.row)
      scrollTop.value = stepsTo(fromRow, frozen.value.rows, hidden.value.rows) * ROW_HEIGHT
    if (fromColumn !== first.value.column)
      scrollLeft.value = stepsTo(fromColumn, frozen.value.columns, hidden.value.columns) * COLUMN_WIDTH
  }

  return { width, height, frozen, first, room, rows, columns, extent, whole, show }
}
