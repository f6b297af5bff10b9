import { describe, expect, it } from 'vitest'
import { after, value, workbookOf, write } from '../../books.fixture'
import { testOf } from '../../rules/testing'
import type { Condition } from '../../workbook/features/condition'
import { valueAt } from '../../workbook/workbook'
import { readXml } from '../xml'
import { conditionAsFormula, conditionFromFormula, operandFromFile, operandInFile } from './conditions'
import { filterFrom, filterInFile } from './filters'
import { formulaFromFile, formulaInFile } from './formulas'
import { fillFrom, fills, inkFrom } from './looks'
import { elementsBelowRoot, namesAdded, relationshipAdded, sheetMended } from './mending'
import { pageWords, wordsFrom } from './pages'

const conditions: Condition[] = [
  { is: 'containing', text: 'a"b' },
  { is: 'not-containing', text: 'rack' },
  { is: 'beginning', text: 'ra' },
  { is: 'ending', text: 'ck' },
  { is: 'one-of', values: ['rack', 'mooring, long'] },
  { is: 'empty' },
  { is: 'filled' },
  { is: 'repeated' },
  { is: 'single' },
]

describe('a condition as a formula', () => {
  it.each(conditions.map(one => [one] as const))('%j comes back', one => {
    expect(conditionFromFormula(conditionAsFormula(one, 'B2:B9'))).toEqual(one)
  })

  it('says of each cell what the condition says', () => {
    const state = workbookOf({ One: [['x'], ['rack'], ['mooring'], [12], ['rack'], [7], [null], ['RACK 2']] })
    const all: Condition[] = [
      ...conditions,
      { is: 'more', to: '7' },
      { is: 'between', from: '7', to: '12' },
      { is: 'not-equal', to: 'rack' },
      { is: 'largest', count: 1 },
      { is: 'smallest', count: 50, percent: true },
      { is: 'above-average' },
    ]
    const block = { top: 1, left: 0, bottom: 7, right: 0 }
    for (const one of all) {
      const test = testOf(state.workbook, 0, block, one)
      for (let row = 1; row <= 7; row += 1) {
        const cell = valueAt(state.workbook.sheets[0]!, row, 0)
        // What programs make of an empty cell or of text beside numbers is their own.
        if (cell === null || (typeof cell === 'string' && /more|between|largest|smallest|average/.test(one.is)))
          continue
        const formula = conditionAsFormula(one, 'A2:A8').replace(/\bA2\b/g, `A${row + 1}`)
        expect(value(after(state, write('Z1', `=${formula}`)), 'Z1'), `${formula} of ${String(cell)}`).toBe(
          test(row, 0, cell),
        )
      }
    }
  })

  it('keeps operands as they would be typed', () => {
    expect(['5', '1 Apr 2027', 'rack', 'say "so"', '=A1+1', 'true'].map(operandInFile)).toEqual([
      '5',
      '46478',
      '"rack"',
      '"say ""so"""',
      'A1+1',
      'TRUE',
    ])
    expect(['5', '"rack"', '"say ""so"""', 'A1+1'].map(operandFromFile)).toEqual(['5', 'rack', 'say "so"', '=A1+1'])
  })
})

describe('a filter in a file', () => {
  it.each<[Condition]>([
    [{ is: 'equal', to: 'rack' }],
    [{ is: 'not-equal', to: 'rack' }],
    [{ is: 'more', to: '5' }],
    [{ is: 'at-most', to: '5.5' }],
    [{ is: 'between', from: '1', to: '9' }],
    [{ is: 'containing', text: 'a*b?' }],
    [{ is: 'not-containing', text: 'x' }],
    [{ is: 'beginning', text: 'ra' }],
    [{ is: 'ending', text: 'ck' }],
    [{ is: 'one-of', values: ['rack', 'a & b'] }],
    [{ is: 'empty' }],
    [{ is: 'filled' }],
    [{ is: 'largest', count: 3 }],
    [{ is: 'smallest', count: 10, percent: true }],
    [{ is: 'above-average' }],
    [{ is: 'below-average' }],
  ])('by %j comes back', when => {
    const filter = { area: 'A3:G19', columns: [{ column: 'D', when }], hides: [] }
    const { xml, lost } = filterInFile(filter)
    expect(lost).toEqual([])
    const told: string[] = []
    expect(filterFrom(readXml(`<worksheet>${xml}</worksheet>`), what => told.push(what))).toEqual({
      area: filter.area,
      columns: filter.columns,
    })
    expect(told).toEqual([])
  })

  it('tells what it has no words for', () => {
    const repeated: Condition = { is: 'repeated' }
    expect(filterInFile({ area: 'A1:B9', columns: [{ column: 'B', when: repeated }], hides: [] }).lost).toEqual(['B'])
    const told: string[] = []
    const xml =
      '<worksheet><autoFilter ref="A1:B9"><filterColumn colId="0"><colorFilter dxfId="1"/>' +
      '</filterColumn></autoFilter></worksheet>'
    expect(filterFrom(readXml(xml), what => told.push(what))).toBeNull()
    expect(told).toHaveLength(1)
  })
})

describe('the parts of a file', () => {
  it('mark functions that came later, and lose the mark again', () => {
    expect(formulaInFile('=XLOOKUP(A1,B:B,C:C)+SUM(SORT(A1:A9))')).toBe(
      '_xlfn.XLOOKUP(A1,B:B,C:C)+SUM(_xlfn._xlws.SORT(A1:A9))',
    )
    expect(formulaFromFile('_xlfn.XLOOKUP(A1,B:B,C:C)')).toBe('=XLOOKUP(A1,B:B,C:C)')
    expect(formulaInFile('=SUMMARY(A1:B9,"a","","b")')).toBeNull()
    expect(formulaFromFile('[2]Other!A1')).toBeNull()
    expect(formulaFromFile('SUM(')).toBeNull()
  })

  it('have words at the top and foot with fields, and plain signs', () => {
    const words = { left: 'R&D {sheet}', centre: 'Page {page} of {pages}', right: '{day}' }
    expect(pageWords(words)).toBe('&LR&&D &A&CPage &P of &N&R&D')
    expect(wordsFrom(pageWords(words))).toEqual(words)
    expect(wordsFrom('&L&"Serif,Bold"&12Title&C&K00FF00x')).toEqual({ left: 'Title', centre: 'x' })
    expect(wordsFrom('')).toEqual({})
  })

  it('come in the standard’s order, whatever order they were written in', () => {
    const xml =
      '<worksheet a="1"><sheetData><row r="1"/></sheetData><extLst><ext/></extLst><legacyDrawing r:id="x"/></worksheet>'
    const mended = sheetMended(xml, [
      { name: 'drawing', xml: '<drawing r:id="y"/>' },
      { name: 'autoFilter', xml: '<autoFilter ref="A1:B2"><filterColumn/></autoFilter>' },
    ])
    expect(elementsBelowRoot(mended).elements.map(({ name }) => name)).toEqual([
      'sheetData',
      'autoFilter',
      'drawing',
      'legacyDrawing',
      'extLst',
    ])
    expect(mended.startsWith('<worksheet a="1">') && mended.endsWith('</worksheet>')).toBe(true)
  })

  it('get names and relationships where there were some and where there were none', () => {
    const names = [{ name: 'VAT', formula: '0.2<1' }]
    expect(namesAdded('<workbook><calcPr/></workbook>', names)).toBe(
      '<workbook><definedNames><definedName name="VAT">0.2&lt;1</definedName></definedNames><calcPr/></workbook>',
    )
    expect(namesAdded('<workbook><definedNames><x/></definedNames></workbook>', names)).toContain('<x/><definedName')
    expect(relationshipAdded(null, 'chart', 'c.xml').id).toBe('rId1')
    expect(relationshipAdded('<Relationships><Relationship Id="rId7"/></Relationships>', 'chart', 'c.xml').id).toBe(
      'rId8',
    )
  })

  it('have colours of ours, or the nearest', () => {
    for (const name of Object.keys(fills) as (keyof typeof fills)[])
      expect(fillFrom(fills[name])).toEqual({ fill: name, exact: true })
    expect(['FFFF0000', 'FFFFFF00', 'FF00FF00', 'FF0000FF', 'FF777777'].map(argb => fillFrom(argb).fill)).toEqual([
      'red',
      'amber',
      'green',
      'blue',
      'grey',
    ])
    expect(inkFrom('FF000000')).toEqual({ ink: undefined, exact: true })
    expect(inkFrom('FFCC0000')).toEqual({ ink: 'bad', exact: false })
  })
})
