import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { csvOf } from './csv'

const cellOf = (text: string): string => Papa.parse<string[]>(csvOf([{ name: text, other: 'x' }])).data[1]![0]!

describe('a cell of a CSV file', () => {
  it.each([
    '=1+1',
    '+1',
    '-1',
    '@SUM(A1)',
    '\t=1+1',
    '\r=1+1',
    '\n=1+1',
    '=HYPERLINK("x")\nsecond line',
    '-1\r\n+1',
    '＝1+1',
    '＋1',
    '－1',
    '＠SUM(A1)',
  ])('%j is no formula to a spreadsheet', text => {
    expect(cellOf(text)).toBe(`'${text}`)
  })

  it('is left alone where nothing could be run', () => {
    for (const text of ['Robin Tarn', 'a=b', '3', '', 'two\nlines', "'quoted", '1-2', '“=1”'])
      expect(cellOf(text)).toBe(text)
  })

  it('that is a number stays one, below nought too', () => {
    expect(csvOf([{ points: -1.5 }])).toBe('points\r\n-1.5\r\n')
  })

  it('never begins with what runs, whatever was typed', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), text => {
        expect(cellOf(text)).not.toMatch(/^[=+\-@\t\r\n＝＋－＠]/)
      }),
    )
  })
})
