import { sure } from '../../../../ground/sure'
import { sidesOf } from '../../formats/borders'
import { dropTable } from '../../ops/tables'
import { tablesOn } from '../../workbook/tables'
import { categoryOf, formatted } from '../../formats/number-format'
import type { CellFormat } from '../../formats/cell-format'
import { isError } from '../../formula/values'
import { blockAt } from '../../addresses'
import { noFeatures } from '../../workbook/features'
import { Formula } from '../../workbook/formula'
import { extentOf, valueAt } from '../../workbook/workbook'
import type { Sheet, Workbook } from '../../workbook/workbook'
import { asBytes, zipped } from '../archive'
import type { Parts } from '../archive'
import { escaped } from '../xml'
import { EDGES, fills, inks } from '../xlsx/looks'
import type { Written } from '../xlsx/writing'
import { formulaInOds } from './formulas'
import { numberStyle } from './numbers'

const NAMESPACES = ['office', 'table', 'text', 'style']
  .map(name => `xmlns:${name}="urn:oasis:names:tc:opendocument:xmlns:${name}:1.0"`)
  .concat(
    'xmlns:number="urn:oasis:names:tc:opendocument:xmlns:datastyle:1.0"',
    'xmlns:fo="urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0"',
    'xmlns:of="urn:oasis:names:tc:opendocument:xmlns:of:1.2"',
    'xmlns:xlink="http://www.w3.org/1999/xlink"',
  )
  .join(' ')
const HEAD = '<?xml version="1.0" encoding="UTF-8"?>\n'
const TYPE = 'application/vnd.oasis.opendocument.spreadsheet'

const colour = (argb: string): string => `#${argb.slice(2).toLowerCase()}`
const DAY_MS = 86_400_000

/** Styles of cells and columns by what they say, each with a name. */
class Styles {
  readonly #written: string[] = []
  readonly #names = new Map<string, string>()
  readonly lost = new Set<string>()

  #named(key: string, prefix: string, style: (name: string) => string): string {
    const known = this.#names.get(key)
    if (known) return known
    const name = `${prefix}${this.#names.size + 1}`
    this.#names.set(key, name)
    this.#written.push(style(name))
    return name
  }

  #number(code: string): string | null {
    if (numberStyle('x', code) === null) {
      this.lost.add('number formats beyond the basic ones')
      return null
    }
    return this.#named(`number ${code}`, 'N', name => sure(numberStyle(name, code)))
  }

  cell(format: CellFormat): string {
    const number = format.number ? this.#number(format.number) : null
    return this.#named(`cell ${JSON.stringify(format)}`, 'ce', name => {
      const { bold, italic, underline, strike, size, ink, fill, align, wrap, border } = format
      const cell = [
        fill ? `fo:background-color="${colour(fills[fill])}"` : '',
        wrap ? 'fo:wrap-option="wrap"' : '',
        ...sidesOf(border).map(side => {
          const line = border === 'total' && side === 'below' ? '2.5pt double' : '0.75pt solid'
          return `fo:border-${EDGES[side]}="${line} #000000"`
        }),
      ].filter(Boolean)
      const text = [
        bold ? 'fo:font-weight="bold"' : '',
        italic ? 'fo:font-style="italic"' : '',
        underline ? 'style:text-underline-style="solid"' : '',
        strike ? 'style:text-line-through-style="solid"' : '',
        size ? `fo:font-size="${size}pt"` : '',
        ink ? `fo:color="${colour(inks[ink])}"` : '',
      ].filter(Boolean)
      const aligned = align && { left: 'start', centre: 'center', right: 'end' }[align]
      return (
        `<style:style style:name="${name}" style:family="table-cell"${number ? ` style:data-style-name="${number}"` : ''}>` +
        (cell.length > 0 ? `<style:table-cell-properties ${cell.join(' ')}/>` : '') +
        (aligned ? `<style:paragraph-properties fo:text-align="${aligned}"/>` : '') +
        (text.length > 0 ? `<style:text-properties ${text.join(' ')}/>` : '') +
        '</style:style>'
      )
    })
  }

  column(pixels: number): string {
    const width = `${(pixels / 96).toFixed(4)}in`
    return this.#named(
      `column ${pixels}`,
      'co',
      name =>
        `<style:style style:name="${name}" style:family="table-column">` +
        `<style:table-column-properties style:column-width="${width}"/></style:style>`,
    )
  }

  get xml(): string {
    // Number formats stand before the cells that name them.
    const numbers = this.#written.filter(one => one.startsWith('<number:'))
    return [...numbers, ...this.#written.filter(one => !numbers.includes(one))].join('')
  }
}

/** Formulas point to the cells of tables by their addresses: this format has no words for parts of them. */
const withoutTables = (workbook: Workbook): Workbook =>
  workbook.sheets.flatMap(tablesOn).reduce((next, { name }) => dropTable(next, name), workbook)

/** A workbook as ODS (ISO/IEC 26300, OASIS ODF 1.3): values, formulas, names and basic looks. */
export function writeOds(book: Workbook): Written {
  const styles = new Styles()
  const workbook = withoutTables(book)
  const tables = workbook.sheets.map(sheet => tableOf(sheet, styles))
  const names = workbook.names.map(
    ({ name, formula }) =>
      `<table:named-expression table:name="${escaped(name)}" ` +
      `table:base-cell-address="$${escaped(quoted(sure(workbook.sheets[0]).name))}.$A$1" ` +
      `table:expression="${escaped(formulaInOds(formula.text))}"/>`,
  )
  const content =
    `${HEAD}<office:document-content ${NAMESPACES} office:version="1.3">` +
    `<office:automatic-styles>${styles.xml}</office:automatic-styles><office:body><office:spreadsheet>${tables.join('')}` +
    `${names.length > 0 ? `<table:named-expressions>${names.join('')}</table:named-expressions>` : ''}` +
    '</office:spreadsheet></office:body></office:document-content>'
  const entry = (path: string, type: string): string =>
    `<manifest:file-entry manifest:full-path="${path}" manifest:media-type="${type}"/>`
  const manifest =
    `${HEAD}<manifest:manifest xmlns:manifest="urn:oasis:names:tc:opendocument:xmlns:manifest:1.0" manifest:version="1.3">` +
    `${entry('/', TYPE)}${entry('content.xml', 'text/xml')}${entry('styles.xml', 'text/xml')}` +
    `${entry('meta.xml', 'text/xml')}</manifest:manifest>`
  const parts: Parts = new Map([
    ['mimetype', asBytes(TYPE)],
    ['content.xml', asBytes(content)],
    [
      'styles.xml',
      asBytes(
        `${HEAD}<office:document-styles ${NAMESPACES} office:version="1.3"><office:styles/></office:document-styles>`,
      ),
    ],
    [
      'meta.xml',
      asBytes(`${HEAD}<office:document-meta ${NAMESPACES} office:version="1.3"><office:meta/></office:document-meta>`),
    ],
    ['META-INF/manifest.xml', asBytes(manifest)],
  ])
  for (const sheet of book.sheets) {
    if (JSON.stringify({ ...sheet.features, merged: [] }) !== JSON.stringify(noFeatures))
      styles.lost.add('rules, filters, charts, tables, hidden lines, locks and page set-up')
    if (!sheet.notes.isEmpty || !sheet.links.isEmpty) styles.lost.add('notes and links')
    if (sheet.frozen.rows + sheet.frozen.columns > 0) styles.lost.add('which rows and columns stay in sight')
  }
  return { bytes: zipped(parts, ['mimetype']), lost: [...styles.lost] }
}

const quoted = (name: string): string => (/^[A-Za-z_]\w*$/.test(name) ? name : `'${name.replaceAll("'", "''")}'`)

function tableOf(sheet: Sheet, styles: Styles): string {
  const [inside, looks] = [extentOf(sheet), sheet.formats.extent]
  const rows = Math.max(inside.rows, looks.rows, 1)
  const columns = Math.max(inside.columns, looks.columns, 1, ...Object.keys(sheet.widths).map(at => Number(at) + 1))
  const merged = sheet.features.merged.map(blockAt)
  const widths = Array.from({ length: columns }, (_, column) => {
    const width = sheet.widths[column]
    return `<table:table-column${width === undefined ? '' : ` table:style-name="${styles.column(width)}"`}/>`
  })
  const lines = Array.from({ length: rows }, (_, row) => {
    const cells = Array.from({ length: columns }, (__, column) => {
      const over = merged.find(
        ({ top, left, bottom, right }) => row >= top && row <= bottom && column >= left && column <= right,
      )
      if (over && (over.top !== row || over.left !== column)) return '<table:covered-table-cell/>'
      const span = over
        ? ` table:number-columns-spanned="${over.right - over.left + 1}"` +
          ` table:number-rows-spanned="${over.bottom - over.top + 1}"`
        : ''
      return cellOf(sheet, row, column, span, styles)
    })
    return `<table:table-row>${cells.join('')}</table:table-row>`
  })
  return `<table:table table:name="${escaped(sheet.name)}">${widths.join('')}${lines.join('')}</table:table>`
}

function cellOf(sheet: Sheet, row: number, column: number, span: string, styles: Styles): string {
  const format = sheet.formats.at(row, column)
  const value = valueAt(sheet, row, column)
  const input = sheet.inputs.at(row, column)
  const number = format?.number ?? ''
  const spill = sheet.spills.at(row, column)
  const matrix =
    spill && !spill.blocked
      ? ` table:number-matrix-columns-spanned="${spill.columns}" table:number-matrix-rows-spanned="${spill.rows}"`
      : ''
  const attributes =
    (format ? ` table:style-name="${styles.cell(format)}"` : '') +
    span +
    (input instanceof Formula ? ` table:formula="${escaped(formulaInOds(input.text))}"${matrix}` : '')
  if (value === null) return `<table:table-cell${attributes}/>`
  const shown = isError(value) ? value.code : (formatted(value, number)?.text ?? '')
  const lines = (typeof value === 'string' ? value : shown).split('\n').map(paragraph)
  return `<table:table-cell${attributes}${typeOf(value, number)}>${lines.join('')}</table:table-cell>`
}

/** Runs of spaces are written as such: they count as one otherwise. */
const paragraph = (line: string): string =>
  `<text:p>${escaped(line)
    .replace(/^ | {2,}| $/g, spaces => `<text:s text:c="${spaces.length}"/>`)
    .replaceAll('\t', '<text:tab/>')}</text:p>`

function typeOf(value: ReturnType<typeof valueAt>, number: string): string {
  if (typeof value === 'boolean') return ` office:value-type="boolean" office:boolean-value="${value}"`
  if (typeof value !== 'number') return ' office:value-type="string"'
  switch (categoryOf(number)) {
    case 'percent':
      return ` office:value-type="percentage" office:value="${value}"`
    case 'money':
      return ` office:value-type="currency" office:value="${value}"`
    case 'date': {
      const moment = new Date(Math.round((value - 25_569) * DAY_MS))
      const iso = Number.isNaN(moment.getTime()) ? '' : moment.toISOString()
      if (value < -100_000 || value > 2_900_000 || iso === '')
        return ` office:value-type="float" office:value="${value}"`
      return ` office:value-type="date" office:date-value="${Number.isInteger(value) ? iso.slice(0, 10) : iso.slice(0, 23)}"`
    }
    default:
      return ` office:value-type="float" office:value="${value}"`
  }
}
