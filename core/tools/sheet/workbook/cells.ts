/** How many cells of a column stand in a block. A change copies one block and the lists above it, and no more. */
const BLOCK = 64
const SHIFT = 6

type Block<Thing> = readonly (Thing | undefined)[]
type Column<Thing> = readonly (Block<Thing> | undefined)[]

/** What is put in a place; undefined empties it. */
export type Placed<Thing> = readonly [row: number, column: number, thing: Thing | undefined]

/**
 * Things by row and column, most places being empty. It is never changed: `with` gives another that shares every
 * block that stayed. Equal contents have equal blocks, however they came about.
 */
export class Cells<Thing> {
  static readonly #none = new Cells<never>([])
  #extent: { rows: number; columns: number } | undefined

  private constructor(private readonly columns: readonly (Column<Thing> | undefined)[]) {}

  static none<Thing>(): Cells<Thing> {
    return Cells.#none
  }

  static of<Thing>(placed: Iterable<Placed<Thing>>): Cells<Thing> {
    return Cells.none<Thing>().with(placed)
  }

  at(row: number, column: number): Thing | undefined {
    return this.columns[column]?.[row >> SHIFT]?.[row & (BLOCK - 1)]
  }

  with(placed: Iterable<Placed<Thing>>): Cells<Thing> {
    const draft = new CellsDraft(this)
    for (const [row, column, thing] of placed) draft.set(row, column, thing)
    return draft.finish()
  }

  /** Everything that stands there, column by column from the top, within bounds that include their ends. */
  *entries(within?: {
    top: number
    left: number
    bottom: number
    right: number
  }): Generator<[row: number, column: number, thing: Thing]> {
    const { top, left, bottom, right } = within ?? { top: 0, left: 0, bottom: Infinity, right: Infinity }
    for (let column = left; column <= Math.min(right, this.columns.length - 1); column += 1) {
      const blocks = this.columns[column]
      if (!blocks) continue
      for (let place = top >> SHIFT; place < blocks.length && place * BLOCK <= bottom; place += 1) {
        const block = blocks[place]
        if (!block) continue
        for (let within64 = 0; within64 < BLOCK; within64 += 1) {
          const [row, thing] = [place * BLOCK + within64, block[within64]]
          if (thing !== undefined && row >= top && row <= bottom) yield [row, column, thing]
        }
      }
    }
  }

  /** Places where the other has something else, with what it has there. Shared blocks cost nothing. */
  *differences(other: Cells<Thing>): Generator<Placed<Thing>> {
    if (other === this) return
    const columns = Math.max(this.columns.length, other.columns.length)
    for (let column = 0; column < columns; column += 1) {
      const [own, others] = [this.columns[column], other.columns[column]]
      if (own === others) continue
      for (let place = 0; place < Math.max(own?.length ?? 0, others?.length ?? 0); place += 1) {
        const [block, another] = [own?.[place], others?.[place]]
        if (block === another) continue
        for (let within64 = 0; within64 < BLOCK; within64 += 1)
          if (block?.[within64] !== another?.[within64]) yield [place * BLOCK + within64, column, another?.[within64]]
      }
    }
  }

  /** Beyond so many rows and columns everything is empty. */
  get extent(): { rows: number; columns: number } {
    return (this.#extent ??= this.#measured())
  }

  get isEmpty(): boolean {
    return this.columns.length === 0
  }

  #measured(): { rows: number; columns: number } {
    let rows = 0
    for (const column of this.columns) {
      const last = column?.at(-1)
      if (!column || !last) continue
      const place = last.findLastIndex(thing => thing !== undefined)
      rows = Math.max(rows, (column.length - 1) * BLOCK + place + 1)
    }
    return { rows, columns: this.columns.length }
  }

  /** The lists themselves, for a draft that begins with them. */
  static columnsOf<Thing>(cells: Cells<Thing>): readonly (Column<Thing> | undefined)[] {
    return cells.columns
  }

  static fromColumns<Thing>(columns: readonly (Column<Thing> | undefined)[]): Cells<Thing> {
    return columns.length === 0 ? Cells.none() : new Cells(columns)
  }
}

/** Cells being changed: each block is copied once, when it is first written to. */
export class CellsDraft<Thing> {
  readonly #from: Cells<Thing>
  readonly #columns: ((Block<Thing> | undefined)[] | Column<Thing> | undefined)[]
  readonly #own = new Set<unknown>()
  #changed = false

  constructor(from: Cells<Thing>) {
    this.#from = from
    this.#columns = [...Cells.columnsOf(from)]
  }

  at(row: number, column: number): Thing | undefined {
    return this.#columns[column]?.[row >> SHIFT]?.[row & (BLOCK - 1)]
  }

  set(row: number, column: number, thing: Thing | undefined): void {
    if (this.at(row, column) === thing) return
    this.#changed = true
    while (this.#columns.length <= column) this.#columns.push(undefined)
    let blocks = this.#columns[column] as (Block<Thing> | undefined)[] | undefined
    if (!blocks || !this.#own.has(blocks)) {
      blocks = blocks ? [...blocks] : []
      this.#own.add(blocks)
      this.#columns[column] = blocks
    }
    const place = row >> SHIFT
    while (blocks.length <= place) blocks.push(undefined)
    let block = blocks[place] as (Thing | undefined)[] | undefined
    if (!block || !this.#own.has(block)) {
      block = block ? [...block] : Array.from<Thing | undefined>({ length: BLOCK }).fill(undefined)
      this.#own.add(block)
      blocks[place] = block
    }
    block[row & (BLOCK - 1)] = thing
  }

  finish(): Cells<Thing> {
    if (!this.#changed) return this.#from
    const columns = this.#columns.map(blocks => {
      if (!blocks || !this.#own.has(blocks)) return blocks
      const kept = blocks.map(block =>
        block && this.#own.has(block) && block.every(thing => thing === undefined) ? undefined : block,
      )
      return trimmed(kept)
    })
    return Cells.fromColumns(trimmed(columns) ?? [])
  }
}

/** Without what is undefined at the end; undefined where nothing is left. */
function trimmed<Thing>(list: (Thing | undefined)[]): (Thing | undefined)[] | undefined {
  const last = list.findLastIndex(thing => thing !== undefined)
  return last < 0 ? undefined : last === list.length - 1 ? list : list.slice(0, last + 1)
}
