<script setup lang="ts">
import { columnName } from '~~/core/tools/sheet/formula/references'
import type { SheetWindow } from '~~/core/tools/sheet/viewing'
import { cellsByPlace, HEAD_HEIGHT, HEAD_WIDTH, spanAt, spansOf } from './layout'
import { blockOf, holds, isSingle } from './selection'
import type { Block, Place, Selected } from './selection'
import { useGridPointer } from './useGridPointer'
import { useLines } from './useLines'

/** The cells that are in sight, out of up to a million rows: only they are drawn. */
const props = defineProps<{
  window: SheetWindow | null
  selected: Selected
  /** Cells that the formula in hand names, in its order. */
  outlines: readonly Block[]
  /** What is being typed into the cell with the cursor; null where nothing is, or elsewhere. */
  typing: string | null
  /** Where a fill that is being drawn would go. */
  filling: Block | null
}>()
const emit = defineEmits<{
  point: [place: Place, extend: boolean]
  drag: [place: Place]
  drop: []
  open: [place: Place]
  column: [column: number, extend: boolean]
  row: [row: number, extend: boolean]
  fill: []
  seen: [first: Place, size: { rows: number; columns: number }]
  typed: [text: string]
}>()

const scroller = useTemplateRef('scroller')
const { width, height, frozen, first, room, rows, columns, extent, whole, show } = useLines(
  scroller,
  () => props.window,
)
watch(
  [() => first.value.row, () => first.value.column, () => rows.value.length, () => columns.value.length],
  ([row, column, height, width]) => emit('seen', { row, column }, { rows: height, columns: width }),
  { immediate: true },
)

const cells = computed(() => cellsByPlace(props.window))
const spans = computed(() => spansOf(props.window?.merged ?? [], rows.value, columns.value))
const spanOf = (row: number, column: number) => spanAt(spans.value, row, column)
/** A merged cell shows what its first one holds. */
function cellAt(row: number, column: number) {
  const of = spanOf(row, column)?.of ?? { row, column }
  return cells.value.get(of.row * 16_384 + of.column)
}
function filtered(row: number, column: number): string {
  const filter = props.window?.filter
  const here = filter?.area.top === row && filter.columns.some(one => one.column === column)
  return here ? `${filter.shown}/${filter.rows}` : ''
}
/** The table of which this is a heading. */
const tableHeading = (row: number, column: number): string =>
  props.window?.tables.find(table => table.top === row && column >= table.left && column <= table.right)?.name ?? ''
const block = computed(() => blockOf(props.selected))
const isCursor = (row: number, column: number): boolean =>
  props.selected.cursor.row === row && props.selected.cursor.column === column
/** Text that is too long for its cell goes on over the next one where that is empty. */
const runsOver = (row: number, column: number): boolean => {
  const cell = cellAt(row, column)
  return cell?.kind === 'text' && !cell.format?.wrap && !cellAt(row, column + 1)?.text
}
/** How wide what is typed may grow: a field that reached out of sight would draw the sheet along with its caret. */
function roomFor(column: number): number {
  let left = room.value.columns
  for (const { at, size } of columns.value) {
    if (at === column) break
    left -= size
  }
  return Math.max(60, left)
}
const several = computed(() => !isSingle(block.value))

defineExpose({ show, pageRows: computed(() => Math.max(1, rows.value.length - frozen.value.rows - 1)) })

const { down, move, open } = useGridPointer({
  point: (place, extend) => emit('point', place, extend),
  drag: place => emit('drag', place),
  drop: () => emit('drop'),
  open: place => emit('open', place),
  fill: () => emit('fill'),
})
</script>

<template>
  <div ref="scroller" class="scroller">
    <div class="size" :style="whole">
      <div class="sight" :style="{ width: `${width}px`, height: `${height}px` }">
        <table
          role="grid"
          :aria-rowcount="extent.rows"
          :aria-colcount="extent.columns"
          aria-label="Cells"
          :style="{ width: `${HEAD_WIDTH + columns.reduce((sum, { size }) => sum + size, 0)}px` }"
          @mousedown="down"
          @mousemove="move"
          @dblclick="open"
        >
          <thead>
            <tr :style="{ height: `${HEAD_HEIGHT}px` }">
              <td class="corner" :style="{ width: `${HEAD_WIDTH}px`, minWidth: `${HEAD_WIDTH}px` }"></td>
              <th
                v-for="{ at, size } in columns"
                :key="at"
                scope="col"
                :style="{ width: `${size}px`, minWidth: `${size}px`, maxWidth: `${size}px` }"
                :class="{
                  'chosen': at >= block.left && at <= block.right,
                  'last-frozen-column': at === frozen.columns - 1,
                }"
                @mousedown.prevent="emit('column', at, $event.shiftKey)"
              >
                {{ columnName(at) }}
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="{ at: row, size } in rows" :key="row" :aria-rowindex="row + 1" :style="{ height: `${size}px` }">
              <th
                scope="row"
                :class="{
                  'chosen': row >= block.top && row <= block.bottom,
                  'last-frozen-row': row === frozen.rows - 1,
                }"
                @mousedown.prevent="emit('row', row, $event.shiftKey)"
              >
                {{ row + 1 }}
              </th>
              <template v-for="{ at: column, size: wide } in columns" :key="column">
                <SheetCell
                  v-if="spanOf(row, column) !== null"
                  :id="isCursor(row, column) ? 'cell-with-cursor' : undefined"
                  :rowspan="spanOf(row, column)?.rows"
                  :colspan="spanOf(row, column)?.columns"
                  :filtered="filtered(row, column)"
                  :row="row"
                  :column="column"
                  :cell="cellAt(row, column)"
                  :wide="spanOf(row, column) ? Infinity : wide"
                  :table-heading="tableHeading(row, column)"
                  :cursor="isCursor(row, column)"
                  :in-block="several && holds(block, row, column)"
                  :handle="row === block.bottom && column === block.right && typing === null"
                  :outlines="outlines"
                  :typing="isCursor(row, column) ? typing : null"
                  :room="roomFor(column)"
                  :to-fill="filling !== null && holds(filling, row, column)"
                  :aria-selected="holds(block, row, column)"
                  :class="{
                    'over': runsOver(row, column),
                    'last-frozen-row': row === frozen.rows - 1,
                    'last-frozen-column': column === frozen.columns - 1,
                  }"
                  @typed="emit('typed', $event)"
                />
              </template>
            </tr>
          </tbody>
        </table>
      </div>
    </div>
  </div>
</template>

<style scoped>
.scroller {
  overflow: auto;
  height: 100%;
  width: 100%;
}
.sight {
  position: sticky;
  top: 0;
  left: 0;
  overflow: clip;
}
table {
  table-layout: fixed;
  user-select: none;
  border-collapse: separate;
  border-spacing: 0;
}
th,
.corner {
  border-right: 1px solid var(--line);
  border-bottom: 1px solid var(--line);
  overflow: hidden;
  white-space: nowrap;
  position: relative;
  background: var(--ground);
  color: var(--ink-soft);
  font-weight: 400;
  font-size: var(--small);
  text-align: center;
  padding: 0 0.2rem;
  cursor: default;
}
th.chosen {
  background: var(--act-wash);
  color: var(--ink);
  font-weight: 700;
}
.last-frozen-row {
  border-bottom: 2px solid var(--line-strong);
}
.last-frozen-column {
  border-right: 2px solid var(--line-strong);
}
</style>
