import { describe, expect, it } from 'vitest'
import * as XLSX from 'xlsx'
import { valueAt } from '../../workbook/workbook'
import { isError } from '../../formula/values'
import { partsOf, textOf } from '../archive'
import { fullBook, plainBook, TODAY } from '../books.fixture'
import { readXml } from '../xml'
import { lookFrom } from './looks'
import { elementsBelowRoot, SHEET_ORDER } from './mending'
import { readXlsx } from './reading'
import { writeXlsx } from './writing'

const { workbook } = fullBook()
const written = await writeXlsx(workbook)

describe('a workbook written as XLSX', () => {
  it('comes back as it was', async () => {
    const read = await readXlsx(written.bytes, TODAY)
    const [was, is] = [plainBook(workbook), plainBook(read.workbook)]
    for (const [at, sheet] of was.sheets.entries())
      for (const key of Object.keys(sheet) as (keyof typeof sheet)[])
        expect({ [key]: is.sheets[at]![key] }, `${sheet.name}`).toEqual({ [key]: sheet[key] })
    expect(is.names).toEqual(was.names)
    expect(read.lost).toEqual([])
    expect(written.lost).toEqual([])
  })

  it('is read by a library of another make with equal values, formulas, formats and names', () => {
    const book = XLSX.read(written.bytes, { cellNF: true, cellFormula: true })
    expect(book.SheetNames).toEqual(workbook.sheets.map(({ name }) => name))
    let formulas = 0
    for (const sheet of workbook.sheets) {
      const cells = book.Sheets[sheet.name]!
      for (const [row, column, input] of sheet.inputs.entries()) {
        const cell = cells[XLSX.utils.encode_cell({ r: row, c: column })] as XLSX.CellObject
        const value = valueAt(sheet, row, column)
        if (isError(value)) expect(cell.w).toBe(value.code)
        else expect(cell.v, `${row} ${column}`).toEqual(value)
        if (typeof input === 'object') {
          formulas += 1
          const plain = cell.f?.replace(/_xlfn\.(_xlws\.)?/g, '').replace('[[#This Row],[Per metre]]', '[@Per metre]')
          expect(plain).toBe(input.text.slice(1))
        }
        const number = sheet.formats.at(row, column)?.number
        if (number) expect(cell.z).toBe(number)
      }
    }
    expect(formulas).toBe(16)
    const names = (book.Workbook?.Names ?? []).filter(({ Name }) => !Name.startsWith('_xlnm'))
    expect(names.map(({ Name, Ref }) => [Name, `=${Ref}`])).toEqual(
      workbook.names.map(({ name, formula }) => [name, formula.text]),
    )
    expect(book.Sheets.Berths!['!merges']).toHaveLength(1)
  })

  it('has parts that fit together as the standard asks', () => {
    const parts = partsOf(written.bytes)
    const types = textOf(parts, '[Content_Types].xml')!
    const overrides = [...types.matchAll(/PartName="\/([^"]+)"/g)].map(([, name]) => name!)
    const defaults = [...types.matchAll(/Extension="([^"]+)"/g)].map(([, name]) => name!)
    for (const name of overrides) expect(parts.has(name), `${name} is announced and there`).toBe(true)
    for (const name of parts.keys()) {
      if (name === '[Content_Types].xml') continue
      const known = overrides.includes(name) || defaults.includes(name.slice(name.lastIndexOf('.') + 1))
      expect(known, `${name} has a type`).toBe(true)
      if (!/\.(xml|rels|vml)$/.test(name)) continue
      expect(() => readXml(textOf(parts, name)!), name).not.toThrow()
    }
    for (const [name, bytes] of parts) {
      if (!name.endsWith('.rels')) continue
      const folder = name.replace(/_rels\/[^/]+$/, '')
      const targets = [...new TextDecoder().decode(bytes).matchAll(/<Relationship [^>]*>/g)]
        .map(([one]) => one)
        .filter(one => !one.includes('TargetMode="External"'))
        .map(one => /Target="([^"]+)"/.exec(one)![1]!)
      for (const target of targets) {
        const path = target.startsWith('/') ? target.slice(1) : new URL(target, `file:///${folder}`).pathname.slice(1)
        expect(parts.has(path), `${name} leads to ${path}`).toBe(true)
      }
    }
  })

  it('has the elements of each sheet in their order', () => {
    const parts = partsOf(written.bytes)
    for (const [at] of workbook.sheets.entries()) {
      const names = elementsBelowRoot(textOf(parts, `xl/worksheets/sheet${at + 1}.xml`)!).elements.map(
        ({ name }) => name,
      )
      const places = names.map(name => SHEET_ORDER.indexOf(name))
      expect(places).toEqual([...places].sort((one, other) => one - other))
      expect(places).not.toContain(-1)
    }
  })
})

describe('a style of a file', () => {
  it.each(['constructor', 'toString', '__proto__', 'fill', ''])('aligned by “%s” is aligned as it is', horizontal => {
    expect(lookFrom({ alignment: { horizontal: horizontal as 'left' } }, () => undefined)).toEqual({})
  })
})
