import { after } from '../books.fixture'
import { initial, sheetToolSetup } from '../state'
import type { SheetState } from '../state'
import { Formula } from '../workbook/formula'
import type { Sheet, Workbook } from '../workbook/workbook'

export const TODAY = 46_447

/** What a sheet is, in plain values: equal for equal sheets. */
export function plainSheet({ name, inputs, formats, notes, links, widths, heights, frozen, features }: Sheet) {
  return {
    name,
    inputs: Object.fromEntries(
      [...inputs.entries()].map(([row, column, input]) => [
        `${row} ${column}`,
        input instanceof Formula ? input.text : input,
      ]),
    ),
    formats: Object.fromEntries([...formats.entries()].map(([row, column, format]) => [`${row} ${column}`, format])),
    notes: [...notes.entries()],
    links: [...links.entries()],
    widths,
    heights,
    frozen,
    features,
  }
}
export const plainBook = ({ sheets, names }: Workbook) => ({
  sheets: sheets.map(plainSheet),
  names: names.map(({ name, formula }) => [name, formula.text]),
})

/** A workbook with something of everything that a file can hold. */
export function fullBook(): SheetState {
  const bare = initial(
    sheetToolSetup.parse({
      today: '2027-03-01',
      sheets: [
        {
          name: 'Berths',
          rows: [
            { at: 'A1', cells: [['Berth list & more <2027>']] },
            {
              at: 'A3',
              cells: [
                ['Berth', 'Kind', 'Length', 'Fee', 'Renews', 'Club'],
                ['A1', 'mooring', 7.6, '=C4*Rates!$B$2', '2027-04-01', true],
                ['A2', 'rack', 9.1, '=C5*Rates!$B$3', '2027-05-15', false],
                ["'007", 'swinging', 8.25, '=ROUND(C6*Rates!B4,2)', '2027-06-01', true],
                ['A4', 'rack', 5.9, '=IF(F7,0,C7*Rates!$B$3)', '2027-03-01', false],
              ],
            },
            {
              at: 'D9',
              cells: [['=SUM(D4:D7)'], ['=SUM(Fees)/COUNT(Fees)'], ['=1/0'], ['="a"&"b"'], ['=D9>100'], ['=TODAY()']],
            },
            { at: 'H3', cells: [['=SEQUENCE(3,2,1)']] },
            {
              at: 'H8',
              cells: [
                ['=TEXTJOIN(", ",TRUE,B4:B7)'],
                ['=IFS(D9>0,"some",TRUE,"none")'],
                ['=XLOOKUP("A2",A4:A7,C4:C7)'],
              ],
            },
          ],
          formats: [
            { area: 'A1', format: { bold: true, ink: 'accent' } },
            { area: 'A3:F3', format: { bold: true, border: 'below', align: 'centre', fill: 'grey', wrap: true } },
            { area: 'D4:D10', format: { number: '£#,##0.00' } },
            { area: 'E4:E7', format: { number: 'd mmm yyyy' } },
            { area: 'D14', format: { number: 'yyyy-mm-dd', italic: true, underline: true } },
            { area: 'C4:C7', format: { number: '0.00', open: true } },
            { area: 'J1', format: { fill: 'amber', border: 'around' } },
            { area: 'K1', format: { border: 'total', size: 16, strike: true } },
            { area: 'K2', format: { border: 'above+left', underline: true } },
            { area: 'K3', format: { border: 'right', size: 9 } },
          ],
          widths: { A: 110, E: 124 },
          frozen: { rows: 3, columns: 1 },
        },
        {
          name: "Rates 'new'",
          rows: [
            {
              at: 'A1',
              cells: [
                ['Kind', 'Per metre'],
                ['mooring', 55.5],
                ['rack', 15],
                ['swinging', 32],
              ],
            },
          ],
        },
      ],
      names: [
        { name: 'Fees', refers: '=Berths!$D$4:$D$7' },
        { name: 'VAT', refers: '=0.2' },
      ],
    }),
  )
  const on = { sheet: 'Berths' }
  const mark = (marking: object) => ({ type: 'cells.mark', ...on, marking })
  const by = (area: string, when: object, look: object = { fill: 'red' }) => mark({ by: 'condition', area, when, look })
  const check = (area: string, rule: object, message?: string) => ({
    type: 'input.check',
    ...on,
    area,
    rule,
    ...(message ? { message } : {}),
  })
  return after(
    bare,
    { type: 'sheet.rename', sheet: "Rates 'new'", to: 'Rates' },
    { type: 'table.make', sheet: 'Rates', area: 'A1:B4', name: 'PerMetre' },
    { type: 'cell.write', sheet: 'Rates', cell: 'D2', text: '=PerMetre[@Per metre]*2+MAX(PerMetre[Per metre])' },
    { type: 'cell.write', sheet: 'Rates', cell: 'D3', text: '=ROWS(PerMetre)&TEXTJOIN("",TRUE,PerMetre[#Headers])' },
    { type: 'cells.merge', ...on, area: 'A1:C1' },
    { type: 'cell.note', ...on, cell: 'B5', text: 'Ask again\nin May' },
    { type: 'cell.link', ...on, cell: 'A4', to: 'https://sallowmere.test/berths?a=1&b=2' },
    { type: 'cell.link', ...on, cell: 'B3', to: '#Rates!A1' },
    { type: 'columns.hide', ...on, from: 'J', to: 'J' },
    { type: 'rows.hide', ...on, from: 15, to: 16 },
    { type: 'rows.size', ...on, from: 3, to: 3, pixels: 40 },
    { type: 'rows.filter', ...on, area: 'A3:F7', column: 'B', when: { is: 'one-of', values: ['rack', 'mooring'] } },
    { type: 'rows.filter', ...on, area: 'A3:F7', column: 'C', when: { is: 'between', from: '6', to: '9.5' } },
    check('B4:B7', { takes: 'one-of', from: '=Rates!$A$2:$A$4' }, 'One of the kinds.'),
    check('C4:C7', { takes: 'number', when: { is: 'between', from: '1', to: '30.5' } }),
    check('F4:F7', { takes: 'one-of', from: 'yes, no' }),
    check('A4:A7', { takes: 'any', when: { is: 'single' } }),
    check('E4:E7', { takes: 'day', when: { is: 'at-least', to: '=TODAY()' } }),
    check('A8', { takes: 'length', when: { is: 'at-most', to: '12' } }),
    by('D4:D7', { is: 'more', to: '=AVERAGE($D$4:$D$7)' }, { fill: 'amber', bold: true }),
    by('D4:D7', { is: 'largest', count: 2 }),
    by('D4:D7', { is: 'smallest', count: 10, percent: true }, { ink: 'bad' }),
    by('C4:C7', { is: 'below-average' }),
    by('B4:B7', { is: 'containing', text: 'oo"r' }, { ink: 'good' }),
    by('B4:B7', { is: 'one-of', values: ['rack', 'shed'] }, { fill: 'blue' }),
    by('B4:B7', { is: 'repeated' }, { bold: true }),
    by('A4:F7', { is: 'true', formula: '=AND($F4,$C4>7)' }, { fill: 'green' }),
    by('C4:C7', { is: 'between', from: '5', to: '6' }, { fill: 'grey' }),
    by('B4:B7', { is: 'equal', to: 'rack' }, { fill: 'grey' }),
    mark({ by: 'scale', area: 'C4:C7', low: 'green', high: 'red' }),
    mark({ by: 'bar', area: 'D4:D7', colour: 'blue' }),
    {
      type: 'page.set',
      ...on,
      change: {
        across: true,
        paper: 'A3',
        fit: { wide: 1, tall: 0 },
        margin: 12.7,
        area: 'A3:F10',
        again: '3:3',
        lines: true,
        header: { left: 'Sallowmere R&D', right: '{day}' },
        footer: { centre: 'Page {page} of {pages}', left: '{sheet}' },
      },
    },
    ...(['columns', 'bars', 'line', 'pie', 'points', 'combined'] as const).map(kind => ({
      type: 'chart.add',
      sheet: kind === 'pie' ? 'Rates' : 'Berths',
      chart: {
        kind,
        title: kind === 'line' ? '=Berths!A1' : `Fees & ${kind}`,
        across: kind === 'pie' ? '' : 'Berth',
        up: kind === 'pie' ? '' : '£',
        labels: kind === 'points' ? '=Berths!$C$4:$C$7' : '=Berths!$A$4:$A$7',
        series: [
          { name: '=Berths!$D$3', values: '=Berths!$D$4:$D$7', ...(kind === 'combined' ? { line: false } : {}) },
          { name: 'Length', values: '=Berths!$C$4:$C$7', ...(kind === 'combined' ? { line: true } : {}) },
        ],
        legend: kind !== 'bars',
      },
    })),
    { type: 'sheet.lock', sheet: 'Berths', locked: true },
  )
}
