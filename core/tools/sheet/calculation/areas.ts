import { sure } from '../../../ground/sure'
import type { Area } from '../formula/values'

interface Held<Thing> {
  area: Area
  thing: Thing
}

/** The power of two that is at least so much. */
const level = (length: number): number => (length <= 1 ? 0 : 32 - Math.clz32(length - 1))

type Few<Thing> = Thing | Thing[]

/** Puts a thing into a field; most fields hold one. */
function put<Thing extends object>(fields: Map<number, Few<Thing>>, field: number, thing: Thing): void {
  const there = fields.get(field)
  if (there === undefined) fields.set(field, thing)
  else if (Array.isArray(there)) there.push(thing)
  else fields.set(field, [there, thing])
}

function takeOut<Thing extends object>(
  fields: Map<number, Few<Thing>>,
  field: number,
  is: (thing: Thing) => boolean,
): void {
  const there = fields.get(field)
  if (there === undefined) return
  const left = (Array.isArray(there) ? there : [there]).filter(thing => !is(thing))
  if (left.length === 0) fields.delete(field)
  else fields.set(field, left.length === 1 ? sure(left[0]) : left)
}

/**
 * Areas of one sheet, found by a cell that they hold. An area of some height and width is kept in a grid whose
 * fields are about as large, so that it lies in four of them at most; a cell is looked for in one field of every
 * grid that is in use. Single cells, the most common, need no more than their thing.
 */
export class AreaIndex<Thing extends object> {
  readonly #single = new Map<number, Few<Thing>>()
  readonly #grids = new Map<number, Map<number, Few<Held<Thing>>>>()

  add(area: Area, thing: Thing): void {
    if (area.top === area.bottom && area.left === area.right) {
      put(this.#single, fieldOf(area.top, area.left), thing)
      return
    }
    const held = { area, thing }
    for (const [grid, field] of this.#fieldsOf(area)) {
      let fields = this.#grids.get(grid)
      if (!fields) this.#grids.set(grid, (fields = new Map()))
      put(fields, field, held)
    }
  }

  /** Takes out what `add` was given. */
  remove(area: Area, thing: Thing): void {
    if (area.top === area.bottom && area.left === area.right) {
      takeOut(this.#single, fieldOf(area.top, area.left), one => one === thing)
      return
    }
    for (const [grid, field] of this.#fieldsOf(area)) {
      const fields = this.#grids.get(grid)
      if (!fields) continue
      takeOut(fields, field, held => held.thing === thing)
      if (fields.size === 0) this.#grids.delete(grid)
    }
  }

  /** Calls for whatever has an area with this cell in it: more than once where several have. */
  at(row: number, column: number, found: (thing: Thing) => void): void {
    const single = this.#single.get(fieldOf(row, column))
    if (single !== undefined) {
      if (Array.isArray(single)) for (const thing of single) found(thing)
      else found(single)
    }
    const check = ({ area, thing }: Held<Thing>): void => {
      if (row >= area.top && row <= area.bottom && column >= area.left && column <= area.right) found(thing)
    }
    for (const [grid, fields] of this.#grids) {
      const things = fields.get(fieldOf(row >> (grid >> 5), column >> (grid & 31)))
      if (things === undefined) continue
      if (Array.isArray(things)) things.forEach(check)
      else check(things)
    }
  }

  *#fieldsOf({ top, left, bottom, right }: Area): Generator<[grid: number, field: number]> {
    const [rows, columns] = [level(bottom - top + 1), level(right - left + 1)]
    const grid = (rows << 5) | columns
    for (let row = top >> rows; row <= bottom >> rows; row += 1)
      for (let column = left >> columns; column <= right >> columns; column += 1) yield [grid, fieldOf(row, column)]
  }
}

const fieldOf = (row: number, column: number): number => row * 16_384 + column
