import { z } from 'zod'
import { cellFormat, formatOf } from './formats/cell-format'
import type { CellFormat } from './formats/cell-format'
import type { Moment, SheetState } from './state'
import type { Calculator } from './calculation/calculator'
import type { Cells, Placed } from './workbook/cells'
import { features } from './workbook/features'
import { Formula } from './workbook/formula'
import { emptySheet, sameData } from './workbook/workbook'
import type { Input, Sheet, Workbook } from './workbook/workbook'

const input = z.union([
  z.number(),
  z.boolean(),
  z.strictObject({ t: z.string() }),
  z.strictObject({ f: z.string() }),
  z.null(),
])
const place = [z.int().min(0), z.int().min(0)] as const
const sizes = z.record(z.string(), z.number())

/** What differs from a workbook beside it. Whatever isn't said is as there. */
const packedSheet = z.strictObject({
  id: z.int(),
  name: z.string(),
  inputs: z.array(z.tuple([...place, input])),
  formats: z.array(z.tuple([...place, cellFormat.nullable()])),
  widths: sizes.optional(),
  heights: sizes.optional(),
  frozen: z.strictObject({ rows: z.int(), columns: z.int() }).optional(),
  notes: z.array(z.tuple([...place, z.string().nullable()])).optional(),
  links: z.array(z.tuple([...place, z.string().nullable()])).optional(),
  features: features.optional(),
})
const packedBook = z.strictObject({
  sheets: z.array(packedSheet),
  names: z.array(z.strictObject({ name: z.string(), refers: z.string() })).optional(),
})
type PackedBook = z.infer<typeof packedBook>
const packedMoment = z.strictObject({ book: packedBook, cells: z.int() })

const packedState = z.strictObject({
  book: packedBook,
  /** Each as it differs from the one after it; the newest first. */
  past: z.array(packedMoment),
  /** Each as it differs from the one before it; the nearest first. */
  future: z.array(packedMoment),
  shown: z.int().min(0),
})

function packInput(value: Input | undefined): z.infer<typeof input> {
  if (value === undefined) return null
  if (value instanceof Formula) return { f: value.text }
  return typeof value === 'string' ? { t: value } : value
}

function unpackInput(packed: z.infer<typeof input>): Input | undefined {
  if (packed === null) return undefined
  if (typeof packed !== 'object') return packed
  return 'f' in packed ? new Formula(packed.f) : packed.t
}

type PackedTexts = NonNullable<z.infer<typeof packedSheet>['notes']>
const packTexts = (before: Cells<string>, now: Cells<string>): PackedTexts =>
  [...before.differences(now)].map(([row, column, text]) => [row, column, text ?? null])
const unpackTexts = (packed: PackedTexts = []): Placed<string>[] =>
  packed.map(([row, column, text]) => [row, column, text ?? undefined])

function packBook(book: Workbook, base: Workbook): PackedBook {
  const sheets = book.sheets.map(sheet => {
    const before = base.sheets.find(({ id }) => id === sheet.id) ?? emptySheet(sheet.id, sheet.name)
    return {
      id: sheet.id,
      name: sheet.name,
      inputs: [...before.inputs.differences(sheet.inputs)].map(
        ([row, column, value]): [number, number, z.infer<typeof input>] => [row, column, packInput(value)],
      ),
      formats: [...before.formats.differences(sheet.formats)].map(
        ([row, column, value]): [number, number, CellFormat | null] => [row, column, value ?? null],
      ),
      ...(sameData(before.widths, sheet.widths) ? {} : { widths: sheet.widths }),
      ...(sameData(before.heights, sheet.heights) ? {} : { heights: sheet.heights }),
      ...(sameData(before.frozen, sheet.frozen) ? {} : { frozen: sheet.frozen }),
      ...(before.notes === sheet.notes ? {} : { notes: packTexts(before.notes, sheet.notes) }),
      ...(before.links === sheet.links ? {} : { links: packTexts(before.links, sheet.links) }),
      ...(sameData(before.features, sheet.features) ? {} : { features: sheet.features }),
    }
  })
  const names =
    book.names === base.names ? undefined : book.names.map(({ name, formula }) => ({ name, refers: formula.text }))
  return { sheets, ...(names ? { names } : {}) }
}

function unpackBook({ sheets, names }: PackedBook, base: Workbook, calculator: Calculator): Workbook {
  const unpacked = sheets.map((packed): Sheet => {
    const before = base.sheets.find(({ id }) => id === packed.id) ?? emptySheet(packed.id, packed.name)
    const { id: _, name, inputs, formats, ...rest } = packed
    const { widths, heights, frozen } = rest
    if (inputs.length + formats.length === 0 && Object.keys(rest).length === 0 && name === before.name) return before
    return {
      ...before,
      name,
      inputs: before.inputs.with(
        inputs.map(([row, column, value]): Placed<Input> => [row, column, unpackInput(value)]),
      ),
      formats: before.formats.with(
        formats.map(([row, column, value]): Placed<CellFormat> => [
          row,
          column,
          value ? formatOf(value as CellFormat) : undefined,
        ]),
      ),
      widths: widths ?? before.widths,
      heights: heights ?? before.heights,
      frozen: frozen ?? before.frozen,
      notes: before.notes.with(unpackTexts(rest.notes)),
      links: before.links.with(unpackTexts(rest.links)),
      features: rest.features ?? before.features,
    }
  })
  const sameSheets = unpacked.length === base.sheets.length && unpacked.every((sheet, at) => sheet === base.sheets[at])
  if (sameSheets && !names) return base
  const next = {
    ...base,
    sheets: unpacked,
    names: names ? names.map(({ name, refers }) => ({ name, formula: new Formula(refers) })) : base.names,
  }
  return calculator.changed(base, next)
}

/** What of the workbook differs from the start, and not how it came to that: nothing that was undone, no view. */
export function comesTo({ workbook }: SheetState, start: SheetState): unknown {
  const { sheets, names } = packBook(workbook, start.workbook)
  const isNews = (now: unknown, before: unknown): boolean => JSON.stringify(now) !== JSON.stringify(before)
  return {
    names: isNews(
      names,
      start.workbook.names.map(({ name, formula }) => ({ name, refers: formula.text })),
    )
      ? names
      : null,
    sheets: sheets.map(({ inputs, formats, notes = [], links = [], ...rest }) => {
      const before = start.workbook.sheets.find(({ id }) => id === rest.id)
      return {
        ...rest,
        inputs: inputs.filter(([row, column, now]) => isNews(now, packInput(before?.inputs.at(row, column)))),
        formats: formats.filter(([row, column, now]) => isNews(now, before?.formats.at(row, column) ?? null)),
        notes: notes.filter(([row, column, now]) => now !== (before?.notes.at(row, column) ?? null)),
        links: links.filter(([row, column, now]) => now !== (before?.links.at(row, column) ?? null)),
      }
    }),
  }
}

/** What differs from the start, and what can be undone and done again. */
export function pack(state: SheetState, start: SheetState): unknown {
  const along = (moments: readonly Moment[]): z.infer<typeof packedMoment>[] => {
    let beside = state.workbook
    return [...moments].reverse().map(({ workbook, cells }) => {
      const book = packBook(workbook, beside)
      beside = workbook
      return { book, cells }
    })
  }
  const { shown } = state
  return { book: packBook(state.workbook, start.workbook), past: along(state.past), future: along(state.future), shown }
}

/** The state again. Throws a RangeError for what `pack` never made. */
export function unpack(packed: unknown, start: SheetState): SheetState {
  const read = packedState.safeParse(packed)
  if (!read.success) throw new RangeError(`This is no packed workbook: ${read.error.message}`)
  const { calculator } = start
  const along = (moments: z.infer<typeof packedMoment>[], from: Workbook): Moment[] => {
    let beside = from
    const unpacked = moments.map(({ book, cells }) => {
      beside = unpackBook(book, beside, calculator)
      return { workbook: beside, cells }
    })
    return unpacked.reverse()
  }
  const workbook = unpackBook(read.data.book, start.workbook, calculator)
  if (read.data.shown >= workbook.sheets.length)
    throw new RangeError('This is no packed workbook: no such sheet is shown.')
  return {
    workbook,
    past: along(read.data.past, workbook),
    future: along(read.data.future, workbook),
    shown: read.data.shown,
    calculator,
  }
}
