<script setup lang="ts">
import { operations } from '~~/core/tools/sheet/operations/catalogue'
import { MOST_COLUMNS, MOST_ROWS } from '~~/core/tools/sheet/formula/references'
import type { SheetOnScreen } from '~~/core/tools/sheet/viewing'
import type { TaskView } from '~~/core/wire/sitting'
import type { WorkOnTask } from '~/composables/useWork'
import BookHeader from './BookHeader.vue'
import SheetCharts from './charts/SheetCharts.vue'
import CsvPreview from './CsvPreview.vue'
import { blockName } from './selection'
import type { Place } from './selection'
import { cellInWords, sheetInWords } from './words'
import { useSheetClipboard } from './useClipboard'
import { useSheet } from './useSheet'
import { useSheetKeys } from './useKeys'

/** A workbook: how to do things above it, its cells in the middle, and the cell in question beside them. */
const props = defineProps<{ task: TaskView; sittingId: string; work: WorkOnTask<SheetOnScreen> }>()
const sheet = useSheet(props.work)
const { seen, selected, block, cell, about, typing, help, completion, refusal } = sheet
const inHand = computed(() => stepInHandOf(props.task))

const root = useTemplateRef('root')
const grid = useTemplateRef<{ show(place: Place): void; pageRows: number; $el: HTMLElement }>('grid')
const line = useTemplateRef<{ field: HTMLInputElement | null }>('line')
const finder = useTemplateRef<{ focus(): void; ask(operation: unknown): void }>('finder')
useSheetClipboard(sheet, () => root.value)

const back = () => grid.value?.$el.focus({ preventScroll: true })
/** Does an operation, or asks what it has to be told before. */
const begin = (id: string) => finder.value?.ask(operations.find(one => one.id === id))
const { keyInGrid, keyWhileTyping } = useSheetKeys(sheet, props.work, back, () => grid.value?.pageRows ?? 20, begin)
watch(
  () => selected.value.corner,
  corner => grid.value?.show(corner),
)
// The caret stands where typing, pointing or completing has put it.
watch(typing, async now => {
  await nextTick()
  const field = document.activeElement
  if (now && field instanceof HTMLInputElement && field.selectionStart !== now.caret && field.value === now.text)
    field.setSelectionRange(now.caret, now.caret)
})

const caretIn = (event: Event, otherwise: number): number =>
  event.target instanceof HTMLInputElement ? (event.target.selectionStart ?? otherwise) : otherwise

/** A caret that was moved by hand. */
function moved(event: Event) {
  const now = typing.value
  if (now && caretIn(event, now.caret) !== now.caret)
    typing.value = { ...now, caret: caretIn(event, now.caret), pointed: null }
}

async function click(place: Place, extend: boolean) {
  if (await sheet.click(place, extend)) back()
}

const chooseSheet = (name: string) =>
  keysAfter(async () => {
    await sheet.turnTo(name)
    if (typing.value) line.value?.field?.focus()
    else back()
  })

const goTo = (address: string) =>
  keysAfter(async () => {
    if (await sheet.goTo(address)) back()
  })

function whole(along: 'row' | 'column', at: number, extend: boolean) {
  if (typing.value) return
  const { cursor } = selected.value
  selected.value =
    along === 'row'
      ? { cursor: { row: extend ? cursor.row : at, column: 0 }, corner: { row: at, column: MOST_COLUMNS - 1 } }
      : { cursor: { row: 0, column: extend ? cursor.column : at }, corner: { row: MOST_ROWS - 1, column: at } }
  back()
}

useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (!event.altKey || event.code !== 'Slash' || typing.value) return
  event.preventDefault()
  finder.value?.focus()
})

/** Puts a choice that a cell takes into it. */
async function take(choice: string) {
  const address = cell.value?.address
  if (typing.value || !address) return
  await keysAfter(async () => {
    await sheet.operate({ type: 'cell.write', sheet: sheet.sheet.value, cell: address, text: choice })
    back()
  })
}

const name = computed(() => blockName(block.value))
const corner = computed(() => blockName({ ...block.value, bottom: block.value.top, right: block.value.left }))
/** Whether a CSV file is being brought in. */
const bringing = ref(false)
function stopBringing() {
  bringing.value = false
  back()
}
async function putIn(rows: string[][]) {
  stopBringing()
  await sheet.operate({ type: 'cells.write', sheet: sheet.sheet.value, cell: corner.value, rows })
}
const spoken = computed(() => (cell.value ? cellInWords(cell.value) : ''))
</script>

<template>
  <div v-if="seen" ref="root" class="sheet">
    <OperationFinder
      ref="finder"
      class="finder"
      :selection="sheet.selection.value"
      :look-around="sheet.lookAround"
      :undo="seen.undo"
      :redo="seen.redo"
      @run="(operation, answers) => keysAfter(() => sheet.run(operation, answers))"
      @leave="back"
      @undo="sheet.operate({ type: 'undo' })"
      @redo="sheet.operate({ type: 'redo' })"
      @csv="bringing = true"
    />
    <CsvPreview v-if="bringing" :cell="corner" @put="putIn" @cancel="stopBringing" />
    <div class="middle">
      <div @keydown="typing && keyWhileTyping($event)" @keyup="moved" @click="moved">
        <FormulaLine
          ref="line"
          :name="name"
          :text="typing?.text ?? cell?.typed ?? ''"
          :typing="typing !== null"
          :options="help?.options ?? []"
          :chosen="completion"
          @leave="back"
          @go="goTo"
          @typed="sheet.typed($event, line?.field?.selectionStart ?? $event.length)"
          @take="sheet.complete"
        />
      </div>
      <p v-if="refusal" class="notice is-refusal small" role="alert" data-refusal>{{ refusal }}</p>
      <section class="panel book" aria-label="Workbook">
        <BookHeader
          :sheets="seen.sheets"
          :sheet="sheet.sheet.value"
          :facts="[...sheetInWords(seen), ...(inHand?.mode === 'watched' ? ['each change is judged'] : [])]"
          @choose="chooseSheet"
        />
        <SheetGrid
          ref="grid"
          class="cells"
          tabindex="0"
          role="application"
          aria-roledescription="sheet"
          :aria-label="`Cells of ${sheet.sheet.value}`"
          aria-activedescendant="cell-with-cursor"
          @keydown="keyInGrid"
          @keyup="moved"
          :window="seen"
          :selected="selected"
          :outlines="sheet.outlines.value"
          :typing="typing && typing.sheet === sheet.sheet.value ? typing.text : null"
          :filling="sheet.filling.value"
          @point="click"
          @drag="sheet.drag"
          @drop="sheet.drop"
          @open="sheet.begin(null)"
          @row="(at, extend) => whole('row', at, extend)"
          @column="(at, extend) => whole('column', at, extend)"
          @fill="sheet.filling.value = block"
          @seen="
            (first, size) => {
              sheet.first.value = first
              sheet.size.value = size
            }
          "
          @typed="sheet.typed($event, $event.length)"
        />
      </section>
      <SheetCharts
        v-if="sheet.charts.value?.length"
        class="charts"
        :charts="sheet.charts.value"
        :chosen="sheet.chosenChart.value"
        @choose="sheet.chosenChart.value = $event"
        @change="begin('chart-change')"
        @remove="begin('chart-remove')"
      />
    </div>
    <CellPanel
      :cell="cell"
      :selection="about"
      :single="sheet.single.value"
      :name="name"
      :call="help?.call ?? null"
      @take="take"
      @go="goTo"
    />
    <p class="spoken" role="status">{{ spoken }}</p>
  </div>
</template>

<style scoped>
.sheet {
  position: relative;
  display: grid;
  grid-template: auto minmax(0, 1fr) / minmax(0, 1fr) 196px;
  gap: 0.7rem;
  height: 100%;
}
.finder {
  grid-column: 1 / -1;
}
.middle {
  display: flex;
  flex-direction: column;
  gap: 0.6rem;
  min-height: 0;
  min-width: 0;
}
.book {
  flex: 1;
  display: grid;
  grid-template: auto minmax(0, 1fr) / minmax(0, 1fr);
  min-height: 0;
  overflow: clip;
}
.charts {
  flex: 0 0 44%;
  min-height: 0;
}
.cells {
  min-height: 0;
  outline-offset: -2px;
}
.cells:focus-visible {
  outline: none;
}
@container tool (max-width: 760px) {
  .sheet {
    grid-template: auto minmax(0, 1fr) / minmax(0, 1fr);
  }
  .sheet > .cell {
    display: none;
  }
}
</style>
