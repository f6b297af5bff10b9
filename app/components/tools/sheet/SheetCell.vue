<script setup lang="ts">
import { cellName } from '~~/core/tools/sheet/formula/references'
import type { ShownCell } from '~~/core/tools/sheet/viewing'
import { shownIn } from './fitting'
import { looksOf, styleOf } from './looks'
import { holds } from './selection'
import type { Block } from './selection'

/** One cell as it looks, with the marks of what it is part of. */
const props = defineProps<{
  row: number
  column: number
  cell: ShownCell | undefined
  /** Its width in pixels. */
  wide: number
  cursor: boolean
  /** Part of a selection of several cells. */
  inBlock: boolean
  /** The corner from which a selection is continued by drawing. */
  handle: boolean
  outlines: readonly Block[]
  /** What is being typed here. */
  typing: string | null
  /** How wide that may grow, in pixels. */
  room: number
  toFill: boolean
  /** Over a column by which the list is filtered: how many rows are shown, of how many. */
  filtered: string
  /** The table of which it is a heading. */
  tableHeading: string
}>()
const emit = defineEmits<{ typed: [text: string] }>()

const naming = computed(() => props.outlines.filter(area => holds(area, props.row, props.column)))
const mark = computed(() => props.outlines.findIndex(({ top, left }) => top === props.row && left === props.column) + 1)
const classes = computed(() => {
  const { row, column } = props
  return [
    ...looksOf(props.cell),
    {
      'in-block': props.inBlock,
      'cursor': props.cursor,
      'named': naming.value.length > 0,
      'edge-top': naming.value.some(({ top }) => top === row),
      'edge-bottom': naming.value.some(({ bottom }) => bottom === row),
      'edge-left': naming.value.some(({ left }) => left === column),
      'edge-right': naming.value.some(({ right }) => right === column),
      'to-fill': props.toFill,
      'table-heading': props.tableHeading !== '',
    },
  ]
})

const shown = computed(() => shownIn(props.cell, props.wide))
const field = useTemplateRef<HTMLInputElement>('field')
watch(
  () => props.typing !== null,
  async typing => {
    if (!typing) return
    await nextTick()
    // Where the formula line is being typed in, the cell only shows it.
    if (!field.value || document.activeElement instanceof HTMLInputElement) return
    field.value.focus({ preventScroll: true })
    field.value.setSelectionRange(field.value.value.length, field.value.value.length)
  },
)
const width = computed(() => `${Math.max(6, (props.typing?.length ?? 0) + 2)}ch`)
</script>

<template>
  <td
    role="gridcell"
    :aria-colindex="column + 1"
    :data-row="row"
    :data-column="column"
    :class="classes"
    :style="styleOf(cell)"
  >
    <input
      v-if="typing !== null"
      ref="field"
      :value="typing"
      class="editor figure"
      :style="{ width, maxWidth: `${room}px` }"
      spellcheck="false"
      autocomplete="off"
      :aria-label="`Into ${cellName(row, column)}`"
      @input="emit('typed', ($event.target as HTMLInputElement).value)"
    />
    <span v-else class="shown" :title="shown === cell?.text ? undefined : cell?.text">{{ shown }}</span>
    <span v-if="filtered" class="filtered small" title="Rows shown, of all rows of the list">{{ filtered }}</span>
    <i v-if="cell?.note" class="note" title="There is a note"></i>
    <sup v-if="mark > 0" class="mark" aria-hidden="true">{{ mark }}</sup>
    <i v-if="handle" class="handle" aria-hidden="true" title="Draw to continue the selection"></i>
  </td>
</template>

<style scoped src="./looks.css"></style>

<style scoped>
td {
  position: relative;
  overflow: hidden;
  padding: 0 0.35rem;
  border-right: 1px solid var(--line);
  border-bottom: 1px solid var(--line);
  white-space: nowrap;
  line-height: 1.25;
  cursor: cell;
}
.shown {
  overflow: hidden;
  text-overflow: ellipsis;
  display: block;
}
.over,
.over .shown {
  overflow: visible;
}
.note {
  position: absolute;
  top: 0;
  right: 0;
  width: 7px;
  height: 7px;
  border-radius: 0 0 0 7px;
  background: var(--inform);
}
.filtered {
  position: absolute;
  inset: 1px 3px auto auto;
  padding: 0 0.2rem;
  background: var(--act-wash);
  color: var(--act);
  font-weight: 700;
}
.table-heading {
  box-shadow: inset 0 3px var(--act);
}
.in-block {
  background: var(--act-wash);
}
.named {
  background: var(--inform-wash);
}
.edge-top {
  box-shadow: inset 0 2px var(--inform);
}
.edge-bottom {
  box-shadow: inset 0 -2px var(--inform);
}
.edge-left {
  border-left: 2px solid var(--inform);
}
.edge-right {
  border-right: 2px solid var(--inform);
}
.to-fill {
  background: repeating-linear-gradient(45deg, var(--act-wash) 0 6px, var(--surface) 6px 12px);
}
.cursor {
  outline: 2px solid var(--act);
  outline-offset: -2px;
  overflow: visible;
  background: var(--surface);
}
.mark {
  position: absolute;
  top: 1px;
  left: 2px;
  font-size: 0.6rem;
  font-weight: 700;
  line-height: 1;
  color: var(--inform);
}
.handle {
  position: absolute;
  right: -1px;
  bottom: -1px;
  width: 9px;
  height: 9px;
  border-radius: 50% 0 0;
  background: var(--act);
  cursor: crosshair;
  z-index: 1;
}
.editor {
  position: absolute;
  inset: 0 auto 0 0;
  min-width: 100%;
  padding: 0 0.35rem;
  border: 2px solid var(--act);
  background: var(--surface);
  color: var(--ink);
  outline: none;
  z-index: 2;
}
.is-error,
.is-red {
  color: var(--run-out);
}
.edge-top.edge-bottom {
  box-shadow:
    inset 0 2px var(--inform),
    inset 0 -2px var(--inform);
}
</style>
