import { sure } from '../../../ground/sure'
import { resultOf } from '../formula/evaluate'
import { spentSoFar } from '../formula/spending'
import type { Surroundings } from '../formula/surroundings'
import { CIRCLE, isMatrix, NO_ROOM, WRONG_TYPE } from '../formula/values'
import type { Area, Matrix, Scalar, SheetError } from '../formula/values'
import { MOST_COLUMNS, MOST_ROWS } from '../formula/references'
import { Cells, CellsDraft } from '../workbook/cells'
import { Formula } from '../workbook/formula'
import { hiddenRows } from '../workbook/hidden'
import { meaningOf } from '../workbook/tables'
import { formulaAt, overlaps, sheetNumber } from '../workbook/workbook'
import type { Spill, Workbook } from '../workbook/workbook'
import { Dependencies, keyOf } from './dependencies'
import type { ChangedCell, FormulaCell } from './dependencies'
import { DirtyCells } from './dirty'
import { inOrder, NOT_REACHED } from './order'
import { workedIn } from './peeking'

/** Stands in a cell whose formula is still to be worked out. */
const PENDING = Object.freeze({ pending: true })
/** Stands in a cell that an array filled before, while the array’s own formula is still to be worked out. */
class Awaited {
  constructor(readonly array: FormulaCell) {}
}
type Working = NonNullable<Scalar> | typeof PENDING | Awaited

/** A formula that asked for a cell which isn't worked out yet. */
class NotYet {
  constructor(
    readonly sheet: number,
    readonly row: number,
    readonly column: number,
  ) {}
}

/** Rounds in which arrays find their places; each later one only follows what the one before moved. */
const MOST_ROUNDS = 50
/**
 * So often a formula may be found in a circle before it stays there: once may be for an array that isn't there any
 * more, and twice is one that comes and goes for ever.
 */
const CIRCLES = 2

/** What it costs at most to work a workbook out, in steps: all that its changes have cost since it last was, whole. */
const costs = new WeakMap<Workbook, number>()
export const costOf = (workbook: Workbook): number => costs.get(workbook) ?? 0

/**
 * Works formulas out, for the workbooks of one task. It remembers which formulas stand on which cells, and nothing
 * else: whichever workbook it is given, it gives the same values.
 */
export class Calculator {
  readonly #dependencies = new Dependencies()
  /** Workbooks in which formulas stand on themselves. */
  readonly #circled = new WeakSet<Workbook>()

  /** The workbook with all formulas worked out. */
  whole(workbook: Workbook): Workbook {
    this.#dependencies.follow(workbook)
    return this.#anew(workbook)
  }

  /** `after` with what changed since `before` worked out anew. The values of `before` are right. */
  changed(before: Workbook, after: Workbook): Workbook {
    this.#dependencies.follow(before)
    const cells = this.#dependencies.follow(after)
    if (cells !== null && !this.#circled.has(before)) {
      const begun = spentSoFar()
      const calculation = new Calculation(after, this.#dependencies)
      const worked = calculation.after(cells)
      costs.set(worked, costOf(before) + spentSoFar() - begun)
      if (!calculation.circled) return worked
    }
    // Where there are circles, what is one hangs on where one begins: it is begun in the same place always.
    return this.#anew(after)
  }

  #anew(workbook: Workbook): Workbook {
    const begun = spentSoFar()
    const calculation = new Calculation(workbook, this.#dependencies)
    const worked = calculation.all()
    if (calculation.circled) this.#circled.add(worked)
    costs.set(worked, spentSoFar() - begun)
    return worked
  }
}

/** One recalculation. */
class Calculation {
  readonly #values: CellsDraft<Working>[]
  readonly #spills: CellsDraft<Spill>[]
  readonly #extents: { rows: number; columns: number }[]
  /** How often a formula was found in a circle. */
  readonly #circles = new Map<FormulaCell, number>()
  /** Arrays that were there before, by the cell that gave them. */
  readonly #arrays = new Map<FormulaCell, Area>()
  /** What arrays that are worked out anew filled before. */
  readonly #awaited = new Map<FormulaCell, Area>()

  constructor(
    private readonly workbook: Workbook,
    private readonly dependencies: Dependencies,
  ) {
    this.#here.today = workbook.today
    this.#values = workbook.sheets.map(({ values }) => new CellsDraft<Working>(values))
    this.#spills = workbook.sheets.map(({ spills }) => new CellsDraft(spills))
    this.#extents = workbook.sheets.map(({ inputs, values }) => ({
      rows: Math.max(inputs.extent.rows, values.extent.rows),
      columns: Math.max(inputs.extent.columns, values.extent.columns),
    }))
  }

  readonly #here: Surroundings = {
    sheet: 0,
    row: 0,
    column: 0,
    today: 0,
    sheetNamed: name => sheetNumber(this.workbook, name),
    named: name => meaningOf(this.workbook, name, this.#here.row),
    read: (on, row, column) => this.#read(on, row, column),
    formulaAt: (on, row, column) => {
      const held = this.workbook.sheets[on]
      return held ? (formulaAt(held, row, column)?.text ?? null) : null
    },
    worked: workedIn,
    hidden: (on, row) => {
      const held = this.workbook.sheets[on]
      return (held && hiddenRows(held).get(row)) ?? null
    },
    extent: on => this.#extents[on] ?? { rows: 0, columns: 0 },
  }

  get circled(): boolean {
    return this.#circles.size > 0
  }

  all(): Workbook {
    for (const place of this.workbook.sheets.keys()) {
      this.#values[place] = new CellsDraft<Working>(Cells.none())
      this.#spills[place] = new CellsDraft<Spill>(Cells.none())
    }
    const cells = [...this.dependencies.all]
    const place = ({ sheet, row, column }: FormulaCell): number => keyOf(sheet, row, column)
    return this.#rounds(new Set(cells.sort((one, other) => place(one) - place(other))))
  }

  after(changed: readonly ChangedCell[]): Workbook {
    const gone: ChangedCell[] = []
    for (const [place, { spills }] of this.workbook.sheets.entries())
      for (const [row, column, { rows, columns }] of spills.entries()) {
        const cell = this.dependencies.at(place, row, column)
        const area = { sheet: place, top: row, left: column, bottom: row + rows - 1, right: column + columns - 1 }
        if (cell) {
          this.#arrays.set(cell, area)
          continue
        }
        // The formula that filled these cells isn't there any more.
        this.#clear(area)
        sure(this.#spills[place]).set(row, column, undefined)
        gone.push(...cellsOf(area))
      }
    // What stood in a cell as a formula's value, or as part of an array, goes with the change.
    for (const { sheet, row, column } of changed) sure(this.#values[sheet]).set(row, column, undefined)
    return this.#rounds(this.#dirtyFrom([...changed, ...gone]))
  }

  /** Every formula that has to be worked out anew where these cells have changed. */
  #dirtyFrom(changed: readonly ChangedCell[]): Set<FormulaCell> {
    const dirty = new Set<FormulaCell>(this.dependencies.open)
    const queue: ChangedCell[] = [...changed, ...dirty]
    const add = (cell: FormulaCell): void => {
      if (dirty.has(cell)) return
      dirty.add(cell)
      queue.push(cell)
    }
    for (let place = 0; place < queue.length; place += 1) {
      const { sheet, row, column } = sure(queue[place])
      if (place < changed.length) {
        const own = this.dependencies.at(sheet, row, column)
        if (own) add(own)
      }
      this.dependencies.dependents(sheet, row, column, add)
      for (const [cell, area] of this.#arrays) {
        const anchor = cell.sheet === sheet && cell.row === row && cell.column === column
        if (anchor) queue.push(...cellsOf(area).slice(1))
        else if (
          area.sheet === sheet &&
          row >= area.top &&
          row <= area.bottom &&
          column >= area.left &&
          column <= area.right &&
          place < changed.length
        )
          add(cell)
      }
    }
    return dirty
  }

  #rounds(first: Set<FormulaCell>): Workbook {
    let dirty = first
    for (let round = 0; dirty.size > 0 && round < MOST_ROUNDS; round += 1) {
      const before = new Map([...this.#arrays].filter(([cell]) => dirty.has(cell)))
      for (const [cell, area] of before) this.#await(cell, area)
      this.#workOut(dirty)
      const moved: ChangedCell[] = []
      for (const cell of dirty) {
        const [old, now] = [before.get(cell), this.#arrays.get(cell)]
        if (old && now && old.bottom === now.bottom && old.right === now.right) continue
        for (const area of [old, now]) if (area) moved.push(...cellsOf(area).slice(1))
      }
      dirty = moved.length > 0 ? this.#dirtyBeyond(moved) : new Set()
    }
    return this.#finished()
  }

  /** Formulas that stand on cells into which arrays have moved, or from which they have gone. */
  #dirtyBeyond(moved: readonly ChangedCell[]): Set<FormulaCell> {
    // What a formula with OFFSET or INDIRECT stands on shows only when it is worked out.
    const found = new Set<FormulaCell>(this.dependencies.open)
    const queue: ChangedCell[] = [...moved, ...found]
    // The list grows while it is gone through.
    for (const { sheet, row, column } of queue) {
      this.dependencies.dependents(sheet, row, column, cell => {
        if (found.has(cell)) return
        found.add(cell)
        queue.push(cell)
        const area = this.#arrays.get(cell)
        if (area) queue.push(...cellsOf(area).slice(1))
      })
    }
    return found
  }

  /** Takes what an array filled out of its cells. */
  #clear(area: Area, inPlace?: Awaited): void {
    const { inputs } = sure(this.workbook.sheets[area.sheet])
    const values = sure(this.#values[area.sheet])
    eachCell(area, (row, column) => {
      if (inputs.at(row, column) === undefined) values.set(row, column, inPlace)
    })
  }

  #await(array: FormulaCell, area: Area): void {
    this.#awaited.set(array, area)
    this.#clear(area, new Awaited(array))
  }

  /** The array is worked out: where it was before and isn’t any more, there is nothing. */
  #arrived(array: FormulaCell): void {
    const area = this.#awaited.get(array)
    if (!area) return
    this.#awaited.delete(array)
    const values = sure(this.#values[area.sheet])
    eachCell(area, (row, column) => {
      const value = values.at(row, column)
      if (value instanceof Awaited && value.array === array) values.set(row, column, undefined)
    })
  }

  #workOut(dirty: ReadonlySet<FormulaCell>): void {
    const cells = new DirtyCells(dirty)
    for (const cell of dirty) {
      cell.order = NOT_REACHED
      sure(this.#values[cell.sheet]).set(cell.row, cell.column, PENDING)
    }
    const arrays = [...this.#arrays].filter(([cell]) => dirty.has(cell))
    function* all(cell: FormulaCell): Generator<FormulaCell> {
      for (const area of cell.areas) {
        yield* cells.within(area)
        for (const [other, filled] of arrays) if (other !== cell && overlaps(area, filled)) yield other
      }
    }
    const standsOn = (cell: FormulaCell): Iterator<FormulaCell> =>
      arrays.length > 0 ? all(cell) : (cells.few(cell.areas)?.values() ?? all(cell))
    const order = inOrder(
      standsOn,
      (circle: readonly FormulaCell[]) => {
        for (const cell of circle) this.#circle(cell)
      },
      cell => {
        this.#single(cell, wanted => {
          const other = cells.at(wanted.sheet, wanted.row, wanted.column)
          if (other) order(other)
          return other !== undefined
        })
      },
    )
    for (const cell of dirty) order(cell)
  }

  /** Works one formula out; where it asks for a cell that isn't ready, `ready` works that one out before. */
  #single(cell: FormulaCell, ready: (wanted: NotYet) => boolean): void {
    if ((this.#circles.get(cell) ?? 0) >= CIRCLES) {
      this.#put(cell, CIRCLE)
      return
    }
    const asked = new Set<number>()
    for (;;) {
      try {
        this.#put(cell, resultOf(cell.formula.tree, this.#around(cell)))
        return
      } catch (wanted) {
        if (!(wanted instanceof NotYet)) throw wanted
        const key = keyOf(wanted.sheet, wanted.row, wanted.column)
        const itself = wanted.sheet === cell.sheet && wanted.row === cell.row && wanted.column === cell.column
        if (itself || asked.has(key) || !ready(wanted)) {
          this.#circle(cell)
          return
        }
        asked.add(key)
      }
    }
  }

  #circle(cell: FormulaCell): void {
    this.#circles.set(cell, (this.#circles.get(cell) ?? 0) + 1)
    this.#put(cell, CIRCLE)
  }

  #put(cell: FormulaCell, result: NonNullable<Scalar> | Matrix): void {
    this.#arrived(cell)
    const { sheet, row, column } = cell
    const values = sure(this.#values[sheet])
    // An array that has a circle in it is one, whichever formula of the circle was come to first.
    if (!isMatrix(result) || holdsCircle(result)) {
      values.set(row, column, isMatrix(result) ? CIRCLE : result)
      this.#forget(cell)
      return
    }
    const error = this.#fill(cell, result)
    values.set(row, column, error ?? result.at(0, 0) ?? 0)
  }

  /** Puts an array beside its cell. Gives the error where there is no room for it. */
  #fill(cell: FormulaCell, result: Matrix): SheetError | null {
    const { sheet, row, column } = cell
    const inputs = sure(this.workbook.sheets[sheet]).inputs
    const values = sure(this.#values[sheet])
    const [rows, columns] = [
      result.rows > 100_000 ? Math.max(1, result.held.rows) : result.rows,
      result.columns > 1_000 ? Math.max(1, result.held.columns) : result.columns,
    ]
    if (rows < 1 || columns < 1) return WRONG_TYPE
    const area = { sheet, top: row, left: column, bottom: row + rows - 1, right: column + columns - 1 }
    let blocked = area.bottom >= MOST_ROWS || area.right >= MOST_COLUMNS
    for (let down = 0; down < rows && !blocked; down += 1)
      for (let across = 0; across < columns && !blocked; across += 1) {
        if (down === 0 && across === 0) continue
        const there = values.at(row + down, column + across)
        blocked =
          inputs.at(row + down, column + across) !== undefined || (there !== undefined && !(there instanceof Awaited))
      }
    this.#arrays.set(cell, area)
    sure(this.#spills[sheet]).set(row, column, spillOf(rows, columns, blocked))
    if (blocked) return NO_ROOM
    for (let down = 0; down < rows; down += 1)
      for (let across = 0; across < columns; across += 1)
        if (down > 0 || across > 0) values.set(row + down, column + across, result.at(down, across) ?? 0)
    const extent = sure(this.#extents[sheet])
    extent.rows = Math.max(extent.rows, area.bottom + 1)
    extent.columns = Math.max(extent.columns, area.right + 1)
    return null
  }

  #forget(cell: FormulaCell): void {
    this.#arrays.delete(cell)
    sure(this.#spills[cell.sheet]).set(cell.row, cell.column, undefined)
  }

  /** What the formula in hand sees; one for all, told where it stands. */
  #around({ sheet, row, column }: FormulaCell): Surroundings {
    this.#here.sheet = sheet
    this.#here.row = row
    this.#here.column = column
    return this.#here
  }

  #read(sheet: number, row: number, column: number): Scalar {
    const held = this.workbook.sheets[sheet]
    if (!held) return null
    const input = held.inputs.at(row, column)
    if (input !== undefined && !(input instanceof Formula)) return input
    const value = sure(this.#values[sheet]).at(row, column)
    if (value === undefined) return null
    if (value === PENDING) throw new NotYet(sheet, row, column)
    if (value instanceof Awaited) throw new NotYet(value.array.sheet, value.array.row, value.array.column)
    return value as NonNullable<Scalar>
  }

  #finished(): Workbook {
    const sheets = this.workbook.sheets.map((sheet, place) => {
      const values = sure(this.#values[place]).finish() as Cells<NonNullable<Scalar>>
      const spills = sure(this.#spills[place]).finish()
      return values === sheet.values && spills === sheet.spills ? sheet : { ...sheet, values, spills }
    })
    return sheets.every((sheet, place) => sheet === this.workbook.sheets[place])
      ? this.workbook
      : { ...this.workbook, sheets }
  }
}

function holdsCircle(matrix: Matrix): boolean {
  const { rows, columns } = matrix.held
  for (let row = 0; row < Math.min(rows, 1000); row += 1)
    for (let column = 0; column < Math.min(columns, 100); column += 1)
      if (matrix.at(row, column) === CIRCLE) return true
  return false
}

const spillSizes = new Map<string, Spill>()
/** The one spill of this size, so that an array that stays is the same. */
function spillOf(rows: number, columns: number, blocked: boolean): Spill {
  const key = `${rows} ${columns} ${blocked}`
  const known = spillSizes.get(key) ?? Object.freeze({ rows, columns, blocked })
  if (spillSizes.size < 10_000) spillSizes.set(key, known)
  return known
}

function eachCell({ top, left, bottom, right }: Area, visit: (row: number, column: number) => void): void {
  for (let row = top; row <= bottom; row += 1) for (let column = left; column <= right; column += 1) visit(row, column)
}

function cellsOf(area: Area): ChangedCell[] {
  const cells: ChangedCell[] = []
  eachCell(area, (row, column) => cells.push({ sheet: area.sheet, row, column }))
  return cells
}
