import type { Ref, ShallowRef } from 'vue'
import type { FormulaHelp } from '~~/core/tools/sheet/formula/completing'
import { areaName } from '~~/core/tools/sheet/formula/references'
import { readFormulaReference } from '~~/core/tools/sheet/formula/reading'
import { tokensOf } from '~~/core/tools/sheet/formula/tokens'
import { boundsOf } from '~~/core/tools/sheet/formula/references'
import type { Answers, Around, Operation, Selection } from '~~/core/tools/sheet/operations/catalogue'
import type { SheetOpGiven } from '~~/core/tools/sheet/changes'
import type { SheetOnScreen, SheetWindow } from '~~/core/tools/sheet/viewing'
import type { WorkOnTask } from '~/composables/useWork'
import { sure } from '~~/core/ground/sure'
import { aroundOf } from './around'
import { windowFor } from './layout'
import { blockOf, fillBlock, isSingle, within } from './selection'
import type { Block, Place, Selected } from './selection'
import { canPoint, pointedTo } from './typing'
import type { Typing } from './typing'

/** What helps on with what is being typed: of a formula the tool says it, of anything else `choicesFor`. */
function useHelp(
  work: WorkOnTask<SheetOnScreen>,
  typing: ShallowRef<Typing | null>,
  choicesFor: (now: Typing) => FormulaHelp | null,
) {
  const help = shallowRef<FormulaHelp | null>(null)
  const completion = ref(0)
  watch(typing, async now => {
    const wanted = now?.text.startsWith('=') ? ({ kind: 'help', text: now.text, caret: now.caret } as const) : null
    const found = wanted ? await work.ask(wanted) : now && choicesFor(now)
    // What was typed since asks again.
    if (typing.value !== now) return
    help.value = found
    completion.value = 0
  })
  return { help, completion }
}

/** The cells that are in sight: from which on, how many, and what stands in them. */
function useWindow(work: WorkOnTask<SheetOnScreen>) {
  const first = shallowRef<Place>({ row: 0, column: 0 })
  const size = shallowRef({ rows: 30, columns: 12 })
  // The same window is the same question: it is asked once.
  const asked = computed<ReturnType<typeof windowFor>>(before => {
    const now = windowFor(first.value, size.value)
    return before && JSON.stringify(before) === JSON.stringify(now) ? before : now
  })
  const look = (): Promise<SheetWindow | null> => work.ask(asked.value)
  return { first, size, seen: work.view(() => asked.value), look }
}

function useCharts(work: WorkOnTask<SheetOnScreen>, seen: Ref<SheetWindow | null | undefined>) {
  const charts = work.view(() => ({ kind: 'charts' as const }))
  /** The chart that is chosen, by its number; the first where there is no such one. */
  const chosenChart = ref(1)
  const chartIn = (window: SheetWindow | null) => {
    const all = window?.charts ?? []
    return all.find(({ id }) => id === chosenChart.value) ?? all[0] ?? null
  }
  const chart = computed(() => chartIn(seen.value ?? null))
  return { charts, chosenChart, chart, chartIn }
}

/** Whoever asks while it is being done waits for the same. */
function oneAtATime<Result>(act: () => Promise<Result>): () => Promise<Result> {
  let acting: Promise<Result> | null = null
  return () => (acting ??= act().finally(() => (acting = null)))
}

/** What is done to the workbook, and why it was refused. */
function useOperating(work: WorkOnTask<SheetOnScreen>, look: () => Promise<unknown>) {
  const refusal = ref('')
  async function operate(op: SheetOpGiven): Promise<boolean> {
    refusal.value = (await work.operate(op)) ?? ''
    return refusal.value === ''
  }

  /** The same; what is seen is that of afterwards: what is typed next goes into the sheet that is there now. */
  async function operateAndSee(op: SheetOpGiven): Promise<boolean> {
    const isDone = await operate(op)
    if (isDone) await look()
    return isDone
  }

  return { refusal, operate, operateAndSee }
}

/** A workbook on the screen: what is seen and selected, what is being typed, and what is done. */
export function useSheet(work: WorkOnTask<SheetOnScreen>) {
  const { first, size, seen, look } = useWindow(work)
  const selected = shallowRef<Selected>({ cursor: { row: 0, column: 0 }, corner: { row: 0, column: 0 } })
  const block = computed(() => blockOf(selected.value))
  const cell = work.view(() => ({ kind: 'cell' as const, ...selected.value.cursor }))
  const about = work.view(() => ({ kind: 'selection' as const, ...block.value }))
  const typing = shallowRef<Typing | null>(null)
  const { help, completion } = useHelp(work, typing, choicesFor)
  const { refusal, operate, operateAndSee } = useOperating(work, look)
  /** Where a fill that is being drawn would go. */
  const filling = shallowRef<Block | null>(null)
  const { chartIn, ...ofCharts } = useCharts(work, seen)
  const sheet = computed(() => seen.value?.sheets[seen.value.shown] ?? '')
  /** The corner of what a formula points to, while it is being pointed. */
  let pointing: Selected | null = null

  /** What a cell that takes one of a list could become, by what is typed so far. */
  function choicesFor({ text, sheet: on }: Typing): FormulaHelp | null {
    const choices = on === sheet.value ? (cell.value?.takes?.choices ?? []) : []
    const begun = text.toLowerCase()
    const options = choices.filter(one => one.toLowerCase().startsWith(begun) && one !== text).slice(0, 8)
    return options.length === 0
      ? null
      : { from: 0, options: options.map(one => ({ text: one, about: '' })), call: null }
  }

  const selection = computed<Selection>(() => ({ sheet: sheet.value, ...block.value, ...selected.value.cursor }))

  /** What is around what is selected, asked for now: what was seen last may be of what was selected before. */
  async function lookAround(): Promise<Around> {
    const { cursor } = selected.value
    const at = block.value
    const [window, one, all] = await Promise.all([
      look(),
      work.ask({ kind: 'cell', ...cursor }),
      work.ask({ kind: 'selection', ...at }),
    ])
    return aroundOf(window, one, all, at, chartIn(window))
  }

  async function run(operation: Operation, answers: Answers = {}): Promise<void> {
    const at = selection.value
    if (operation.seek) {
      const found = await work.ask(operation.seek(at, answers))
      if (found) go(found, false)
      else refusal.value = 'That isn’t found on this sheet.'
      return
    }
    const op = operation.make(at, await lookAround(), answers)
    if (typeof op === 'string') refusal.value = op
    else if (op) await operateAndSee(op)
    else refusal.value = `“${operation.title}” can’t be done to what is selected: ${operation.about}.`
  }

  /** Moves the cursor, or the corner of the selection. */
  function go(place: Place, extend: boolean): void {
    const to = within(place)
    selected.value = extend ? { ...selected.value, corner: to } : { cursor: to, corner: to }
    refusal.value = ''
  }

  /** What was selected on each sheet when it was left. */
  const left = new Map<string, Selected>()

  async function turnTo(name: string): Promise<void> {
    if (name === sheet.value) return
    left.set(sheet.value, selected.value)
    if (await operateAndSee({ type: 'sheet.show', sheet: name }))
      selected.value = left.get(name) ?? { cursor: { row: 0, column: 0 }, corner: { row: 0, column: 0 } }
  }

  /** Goes to cells by their address or their name. False where there is no such place. */
  async function goTo(address: string): Promise<boolean> {
    if (typing.value && !(await commit())) return false
    const named = seen.value?.names.find(({ name }) => name.toLowerCase() === address.trim().toLowerCase())
    const place = readFormulaReference((named?.refers ?? address).replaceAll('$', ''))
    const on = place?.sheet ?? sheet.value
    if (!place || !seen.value?.sheets.some(name => name.toLowerCase() === on.toLowerCase())) {
      refusal.value = `There is no cell or name “${address}” here.`
      return false
    }
    await turnTo(sure(seen.value.sheets.find(name => name.toLowerCase() === on.toLowerCase())))
    const { top, left: from, bottom, right } = place.bounds
    selected.value = { cursor: { row: top, column: from }, corner: { row: bottom, column: right } }
    refusal.value = ''
    return true
  }

  /** Begins to type: over what is there, or from it on. `over`: with a key in the grid. */
  function begin(text: string | null, over = text !== null, caret?: number): void {
    if (typing.value) return
    const before = cell.value?.typed ?? ''
    const { cursor } = selected.value
    selected.value = { cursor, corner: cursor }
    const now = text ?? before
    typing.value = {
      sheet: sheet.value,
      place: cursor,
      text: now,
      before,
      over,
      caret: caret ?? now.length,
      pointed: null,
    }
  }

  /** Types on: what the fields say. */
  function typed(text: string, caret: number): void {
    if (!typing.value) begin(text, false, caret)
    else typing.value = { ...typing.value, text, caret, pointed: null }
  }

  /** Puts what was typed into its cell, once. False where it is refused: then it stays to be put right. */
  const commit = oneAtATime(put)

  async function put(): Promise<boolean> {
    const now = typing.value
    if (!now) return true
    const { row, column } = now.place
    const cell = areaName({ top: row, left: column, bottom: row, right: column })
    const same = now.text === now.before
    if (!same && !(await operate({ type: 'cell.write', sheet: now.sheet, cell, text: now.text }))) return false
    cancel()
    await turnTo(now.sheet)
    go(now.place, false)
    return true
  }

  function cancel(): void {
    typing.value = null
    help.value = null
    pointing = null
    refusal.value = ''
  }

  /** Points a formula to cells: by a click, by drawing over them, or by arrows. */
  function point(to: Selected): void {
    if (!typing.value) return
    pointing = to
    typing.value = pointedTo(typing.value, blockOf(to), sheet.value)
  }

  /** A click on a cell. */
  async function click(place: Place, extend: boolean): Promise<boolean> {
    if (typing.value && canPoint(typing.value)) {
      point(extend && pointing ? { ...pointing, corner: place } : { cursor: place, corner: place })
      return false
    }
    if (typing.value && !(await commit())) return false
    go(place, extend)
    return true
  }

  function drag(place: Place): void {
    if (filling.value) filling.value = fillBlock(block.value, place) ?? block.value
    else if (typing.value && pointing) point({ ...pointing, corner: place })
    else if (!typing.value) go(place, true)
  }

  async function drop(): Promise<void> {
    const to = filling.value
    filling.value = null
    if (!to) return
    const from = block.value
    if (areaName(to) === areaName(from)) return
    if (await operate({ type: 'cells.fill', sheet: sheet.value, from: areaName(from), to: areaName(to), how: 'copy' }))
      selected.value = { cursor: { row: to.top, column: to.left }, corner: { row: to.bottom, column: to.right } }
  }

  /** An arrow while a formula is being typed: the cell beside the one that is pointed to, or beside its own. */
  function pointBy(down: number, across: number, extend: boolean): void {
    if (!typing.value) return
    const from = pointing ?? { cursor: typing.value.place, corner: typing.value.place }
    const corner = within({ row: from.corner.row + down, column: from.corner.column + across })
    point(extend ? { ...from, corner } : { cursor: corner, corner })
  }

  function complete(place: number): void {
    const option = help.value?.options[place]
    const now = typing.value
    if (!option || !now || !help.value) return
    const text = now.text.slice(0, help.value.from) + option.text + now.text.slice(now.caret)
    typing.value = { ...now, text, caret: help.value.from + option.text.length, pointed: null }
  }

  /** Cells of the sheet that is shown which the formula in hand names. */
  const outlines = computed<Block[]>(() => {
    const now = typing.value
    if (!now) return (cell.value?.standsOn ?? []).filter(area => area.sheet === seen.value?.shown)
    if (!now.text.startsWith('=')) return []
    try {
      return tokensOf(now.text.slice(1)).flatMap(({ reference, sheet: on = now.sheet }) =>
        reference && on.toLowerCase() === sheet.value.toLowerCase() ? [boundsOf(reference)] : [],
      )
    } catch {
      return []
    }
  })

  return {
    seen,
    first,
    size,
    selected,
    block,
    cell,
    about,
    typing,
    help,
    completion,
    refusal,
    filling,
    sheet,
    selection,
    lookAround,
    outlines,
    operate,
    run,
    go,
    goTo,
    turnTo,
    begin,
    typed,
    commit,
    cancel,
    click,
    drag,
    drop,
    pointBy,
    complete,
    ...ofCharts,
    single: computed(() => isSingle(block.value)),
  }
}
