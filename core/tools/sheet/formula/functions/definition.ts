import { sure } from '../../../../ground/sure'
import { toLogical, toNumber, toText } from '../converting'
import { eachHeld, isSeveral, matricesOf, valueThere } from '../surroundings'
import type { Surroundings } from '../surroundings'
import { isError, isMatrix, isReference, matrixFrom, NOT_THERE, WRONG_TYPE } from '../values'
import type { Matrix, Reference, Scalar, SheetError, Value } from '../values'
import { spend, spentSoFar } from '../spending'

/**
 * How a function takes an argument:
 * - `number`, `text`, `logical`: converted by the rules of the standard; `known`: any value but an error; `value`:
 *   errors too. Each asks for a single value: given many, the function is worked out for each of them.
 * - `numbers`: the numbers of an area or array, all others passed over; a single value is converted.
 * - `matrix`: rows and columns of values. `reference`: cells themselves. `raw`: as it comes. `lazy`: worked out
 *   only when asked for.
 */
interface Taken {
  number: number
  text: string
  logical: boolean
  known: number | string | boolean | null
  value: Scalar
  numbers: number[]
  matrix: Matrix
  reference: Reference
  raw: Value
  lazy: () => Value
}
type Kind = keyof Taken
/** `?` may be left out; `...` takes this and all that follow, of areas every cell. */
export type Spec = Kind | `${Kind}?` | `${Kind}...`

type Argument<S extends Spec> = S extends `${infer K extends Kind}?`
  ? Taken[K] | undefined
  : S extends `${infer K extends Kind}...`
    ? Taken[K][]
    : S extends Kind
      ? Taken[S]
      : never
type Arguments<P extends Record<string, Spec>> = { [Name in keyof P]: Argument<P[Name]> }

interface Parameter {
  name: string
  kind: Kind
  optional: boolean
  rest: boolean
}

/** A function of formulas: what it is for, what it takes, and how it is worked out. */
export interface SheetFunction {
  name: string
  about: string
  parameters: readonly Parameter[]
  least: number
  most: number
  /** `args`: the value of each argument, worked out when called; null for one that is left empty. */
  call(args: readonly ((() => Value) | null)[], around: Surroundings): Value
}

const SINGLE: ReadonlySet<Kind> = new Set(['number', 'text', 'logical', 'known', 'value'])

function parameterOf(name: string, spec: Spec): Parameter {
  const kind = spec.replace(/\?$|\.\.\.$/, '') as Kind
  return { name, kind, optional: spec.endsWith('?'), rest: spec.endsWith('...') }
}

/** One value as a kind asks for it, or the error that it is. */
function single(kind: Kind, value: Scalar): unknown {
  if (kind === 'number') return toNumber(value)
  if (kind === 'text') return toText(value)
  if (kind === 'logical') return toLogical(value)
  return value
}

/** The numbers of what was given: of cells only numbers, of a single value what it converts to. */
export function numbersOf(value: Value, around: Surroundings): number[] | SheetError {
  if (!isSeveral(value)) {
    const number = toNumber(value as Scalar)
    return isError(number) ? number : [number]
  }
  const found = new Numbers()
  if (!isReference(value)) for (const matrix of matricesOf(value, around)) eachHeld(matrix, one => void found.take(one))
  // What formulas ask for most often is read straight from the cells.
  else
    for (const { sheet, top, left, bottom, right } of value.areas) {
      const extent = around.extent(sheet)
      const held = {
        rows: Math.min(bottom + 1, extent.rows) - top,
        columns: Math.min(right + 1, extent.columns) - left,
      }
      spend(Math.max(0, held.rows) * Math.max(0, held.columns))
      for (let row = top; row <= Math.min(bottom, extent.rows - 1); row += 1)
        for (let column = left; column <= Math.min(right, extent.columns - 1); column += 1)
          found.take(around.read(sheet, row, column))
    }
  return found.wrong ?? found.all
}

/** Numbers among values, and the first error. */
class Numbers {
  readonly all: number[] = []
  wrong: SheetError | undefined

  take(value: Scalar): void {
    if (typeof value === 'number') this.all.push(value)
    else if (isError(value)) this.wrong ??= value
  }
}

/** All that was given to the last parameter, of areas every cell that isn't empty. */
function flattened(kind: Kind, values: readonly Value[], around: Surroundings): unknown[] | SheetError {
  if (kind === 'raw') return [...values]
  const all: unknown[] = []
  let wrong: SheetError | undefined
  const add = (value: unknown): void => {
    if (isError(value) && kind !== 'value') wrong ??= value
    else all.push(value)
  }
  for (const value of values) {
    if (wrong) break
    if (kind === 'number') {
      const numbers = numbersOf(value, around)
      if (isError(numbers)) wrong = numbers
      else for (const number of numbers) all.push(number)
    } else if (kind === 'matrix') {
      all.push(...matricesOf(value, around))
    } else if (isSeveral(value)) {
      for (const matrix of matricesOf(value, around))
        eachHeld(matrix, found => {
          if (kind === 'logical' && typeof found !== 'boolean' && typeof found !== 'number' && !isError(found)) return
          if (found !== null || kind === 'text') add(single(kind, found))
        })
    } else add(single(kind, value as Scalar))
  }
  return wrong ?? all
}

function taken({ kind }: Parameter, value: Value, around: Surroundings): unknown {
  switch (kind) {
    case 'numbers':
      return numbersOf(value, around)
    case 'matrix': {
      const [matrix, ...more] = matricesOf(value, around)
      return matrix && more.length === 0 ? matrix : WRONG_TYPE
    }
    case 'reference':
      return isReference(value) ? value : isError(value) ? value : WRONG_TYPE
    case 'raw':
      return value
    default:
      return single(kind, valueThere(value, around) as Scalar)
  }
}

/** A value at a place of a larger array: a single one everywhere, a row or column in all of theirs. */
export function spread(value: Scalar | Matrix, row: number, column: number): Scalar {
  if (!isMatrix(value)) return value
  const [fromRow, fromColumn] = [value.rows === 1 ? 0 : row, value.columns === 1 ? 0 : column]
  return fromRow < value.rows && fromColumn < value.columns ? value.at(fromRow, fromColumn) : NOT_THERE
}

/** The size of what several values make together, or null where all are single. */
export function spreadSize(values: readonly (Scalar | Matrix)[]): { rows: number; columns: number } | null {
  const several = values.filter(isMatrix)
  if (several.length === 0) return null
  return {
    rows: Math.max(...several.map(value => clipped(value, 'rows'))),
    columns: Math.max(...several.map(value => clipped(value, 'columns'))),
  }
}

/** Whole rows and columns count only as far as anything stands in them. */
const clipped = (matrix: Matrix, along: 'rows' | 'columns'): number =>
  matrix[along] > 100_000 ? Math.max(1, matrix.held[along]) : matrix[along]

/** What calling a function costs, as against reading a cell. */
const A_CALL = 5

/** Defines a function. The parameters stand in their order; `work` gets them by name. */
export function define<const P extends Record<string, Spec>>(
  name: string,
  about: string,
  params: P,
  work: (args: Arguments<P>, around: Surroundings) => Value,
): SheetFunction {
  const parameters = Object.entries(params).map(([parameter, spec]) => parameterOf(parameter, spec))
  const last = parameters.at(-1)
  const least = parameters.filter(({ optional }) => !optional).length
  const most = last?.rest ? 255 : parameters.length
  const fixed = last?.rest ? parameters.slice(0, -1) : parameters

  /** `argument` gives what stands for the parameter of a place, `rest` all that the last one was given. */
  function worked(
    count: number,
    argument: (parameter: Parameter, place: number) => unknown,
    rest: () => unknown[] | SheetError,
    around: Surroundings,
  ): Value {
    spend(A_CALL)
    const args: Record<string, unknown> = {}
    for (let place = 0; place < count; place += 1) {
      const parameter = sure(fixed[place])
      const found = argument(parameter, place)
      if (isError(found) && parameter.kind !== 'value' && parameter.kind !== 'raw') return found
      args[parameter.name] = found
    }
    if (last?.rest) {
      const all = rest()
      if (isError(all)) return all
      args[last.name] = all
    }
    return work(args as Arguments<P>, around)
  }

  return {
    name,
    about,
    parameters,
    least,
    most,
    call(args, around) {
      const values: Value[] = []
      const places: number[] = []
      for (let place = 0; place < Math.min(args.length, fixed.length); place += 1) {
        const { kind } = sure(fixed[place])
        const give = args[place] ?? (() => null)
        if (kind === 'lazy') {
          // Not a value: `worked` hands it on as it is.
          values.push(give as unknown as Value)
          continue
        }
        let value = give()
        if (SINGLE.has(kind)) {
          value = valueThere(value, around)
          if (isMatrix(value)) places.push(place)
        }
        values.push(value)
      }
      const rest = last?.rest
        ? args.slice(fixed.length).map(give => (last.kind === 'lazy' ? (give as unknown as Value) : (give?.() ?? null)))
        : []
      const read = (parameter: Parameter, value: Value): unknown =>
        parameter.kind === 'lazy' ? value : taken(parameter, value, around)
      const allRest = (): unknown[] | SheetError => (last ? flattened(last.kind, rest, around) : [])
      if (places.length === 0)
        return worked(values.length, (parameter, place) => read(parameter, values[place] ?? null), allRest, around)
      const size = sure(spreadSize(places.map(place => values[place] as Matrix)))
      // What is the same at each place is read once, when it is first asked for.
      const same = values.map((value, place) => once(() => read(sure(fixed[place]), value)))
      const sameRest = once(allRest)
      const isThere = values.map((_, place) => places.includes(place))
      return matrixFrom(size.rows, size.columns, (row, column) => {
        const argument = (parameter: Parameter, place: number): unknown =>
          isThere[place] ? read(parameter, spread(values[place] as Matrix, row, column)) : sure(same[place])()
        const found = worked(values.length, argument, sameRest, around)
        return isReference(found) || isMatrix(found) ? firstOf(valueThere(found, around)) : found
      })
    },
  }
}

/**
 * What is worked out when it is first asked for. It costs as many steps each time: whoever asks goes through it again,
 * as a function does through the numbers that it is given.
 */
function once<Result>(work: () => Result): () => Result {
  let found: { is: Result; steps: number } | undefined
  return () => {
    if (found) {
      spend(found.steps)
      return found.is
    }
    const before = spentSoFar()
    const is = work()
    found = { is, steps: spentSoFar() - before }
    return is
  }
}

export const firstOf = (value: Scalar | Matrix): Scalar => (isMatrix(value) ? value.at(0, 0) : value)
