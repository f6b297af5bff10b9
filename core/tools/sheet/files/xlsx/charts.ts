import { sure } from '../../../../ground/sure'
import { readFormulaReference } from '../../formula/reading'
import { sheetInFormula } from '../../formula/references'
import type { Chart, ChartKind } from '../../workbook/features/chart'
import { allOf, childOf, childrenOf, escaped } from '../xml'
import type { Element } from '../xml'
import { formulaFromFile } from './formulas'

/** Charts as DrawingML (ISO/IEC 29500-1, part 21.2), and read from it. */

const NAMESPACES =
  'xmlns:c="http://schemas.openxmlformats.org/drawingml/2006/chart" ' +
  'xmlns:a="http://schemas.openxmlformats.org/drawingml/2006/main" ' +
  'xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"'
const HEAD = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n'
const [FOOT, SIDE] = ['111111111', '222222222']

/** A reference with its sheet, as a chart must name it. */
const reference = (formula: string, sheet: string): string => {
  const plain = formula.slice(1)
  const own = readFormulaReference(plain.replaceAll('$', ''))?.sheet ?? null
  return escaped(own === null ? `${sheetInFormula(sheet)}!${plain}` : plain)
}

const text = (words: string, sheet: string): string =>
  words.startsWith('=')
    ? `<c:tx><c:strRef><c:f>${reference(words, sheet)}</c:f></c:strRef></c:tx>`
    : `<c:tx><c:rich><a:bodyPr/><a:p><a:r><a:t>${escaped(words)}</a:t></a:r></a:p></c:rich></c:tx>`
const titled = (words: string, sheet: string): string =>
  words === '' ? '' : `<c:title>${text(words, sheet)}<c:overlay val="0"/></c:title>`

function seriesOf(chart: Chart, sheet: string, of: number, drawn: 'bar' | 'line' | 'pie' | 'points'): string {
  const { name, values } = sure(chart.series[of])
  const named =
    name === ''
      ? ''
      : name.startsWith('=')
        ? `<c:tx><c:strRef><c:f>${reference(name, sheet)}</c:f></c:strRef></c:tx>`
        : `<c:tx><c:v>${escaped(name)}</c:v></c:tx>`
  const labels = chart.labels === null ? '' : `<c:f>${reference(chart.labels, sheet)}</c:f>`
  const figures = `<c:numRef><c:f>${reference(values, sheet)}</c:f></c:numRef>`
  const [across, up] = drawn === 'points' ? ['xVal', 'yVal'] : ['cat', 'val']
  const places = drawn === 'points' ? `<c:numRef>${labels}</c:numRef>` : `<c:strRef>${labels}</c:strRef>`
  return (
    `<c:ser><c:idx val="${of}"/><c:order val="${of}"/>${named}` +
    (drawn === 'points' ? '<c:spPr><a:ln><a:noFill/></a:ln></c:spPr>' : '') +
    (drawn === 'bar' ? '<c:invertIfNegative val="0"/>' : '') +
    (labels === '' ? '' : `<c:${across}>${places}</c:${across}>`) +
    `<c:${up}>${figures}</c:${up}>` +
    (drawn === 'line' || drawn === 'points' ? '<c:smooth val="0"/>' : '') +
    '</c:ser>'
  )
}

const axes = `<c:axId val="${FOOT}"/><c:axId val="${SIDE}"/>`

function barsOf(chart: Chart, sheet: string, which: readonly number[]): string {
  const series = which.map(of => seriesOf(chart, sheet, of, 'bar')).join('')
  return (
    `<c:barChart><c:barDir val="${chart.kind === 'bars' ? 'bar' : 'col'}"/><c:grouping val="clustered"/>` +
    `<c:varyColors val="0"/>${series}${axes}</c:barChart>`
  )
}
function linesOf(chart: Chart, sheet: string, which: readonly number[]): string {
  const series = which.map(of => seriesOf(chart, sheet, of, 'line')).join('')
  return `<c:lineChart><c:grouping val="standard"/><c:varyColors val="0"/>${series}<c:marker val="1"/>${axes}</c:lineChart>`
}

function axesOf(chart: Chart, sheet: string): string {
  const lying = chart.kind === 'bars'
  const axis = (id: string, other: string, at: string, inside: string): string =>
    `<c:axId val="${id}"/><c:scaling><c:orientation val="minMax"/></c:scaling><c:delete val="0"/>` +
    `<c:axPos val="${at}"/>${inside}<c:crossAx val="${other}"/><c:crosses val="autoZero"/>`
  const [foot, side] = lying ? ['l', 'b'] : ['b', 'l']
  const across = axis(FOOT, SIDE, foot, titled(lying ? chart.up : chart.across, sheet))
  const up = axis(SIDE, FOOT, side, `<c:majorGridlines/>${titled(lying ? chart.across : chart.up, sheet)}`)
  const first =
    chart.kind === 'points'
      ? `<c:valAx>${across}<c:crossBetween val="midCat"/></c:valAx>`
      : `<c:catAx>${across}</c:catAx>`
  return `${first}<c:valAx>${up}<c:crossBetween val="${chart.kind === 'points' ? 'midCat' : 'between'}"/></c:valAx>`
}

/** A chart’s own part. */
export function chartPart(chart: Chart, sheet: string): string {
  const all = chart.series.map((_, of) => of)
  const lines = all.filter(of => sure(chart.series[of]).line)
  const others = all.filter(of => !lines.includes(of))
  const drawn = {
    columns: () => barsOf(chart, sheet, all),
    bars: () => barsOf(chart, sheet, all),
    line: () => linesOf(chart, sheet, all),
    combined: () =>
      (others.length > 0 ? barsOf(chart, sheet, others) : '') + (lines.length > 0 ? linesOf(chart, sheet, lines) : ''),
    pie: () =>
      `<c:pieChart><c:varyColors val="1"/>${all.map(of => seriesOf(chart, sheet, of, 'pie')).join('')}</c:pieChart>`,
    points: () =>
      `<c:scatterChart><c:scatterStyle val="lineMarker"/><c:varyColors val="0"/>` +
      `${all.map(of => seriesOf(chart, sheet, of, 'points')).join('')}${axes}</c:scatterChart>`,
  }[chart.kind]()
  return (
    `${HEAD}<c:chartSpace ${NAMESPACES}><c:chart>${titled(chart.title, sheet)}` +
    `<c:autoTitleDeleted val="${chart.title === '' ? 1 : 0}"/><c:plotArea>${drawn}` +
    `${chart.kind === 'pie' ? '' : axesOf(chart, sheet)}</c:plotArea>` +
    (chart.legend ? '<c:legend><c:legendPos val="r"/><c:overlay val="0"/></c:legend>' : '') +
    '<c:plotVisOnly val="1"/><c:dispBlanksAs val="gap"/></c:chart></c:chartSpace>'
  )
}

/** The part that places charts on a sheet, from a column on, one below the other. */
export function drawingPart(charts: readonly Chart[], column: number): string {
  const anchors = charts.map(({ title }, at) => {
    const [top, bottom] = [1 + at * 19, 18 + at * 19]
    const corner = (name: string, col: number, row: number): string =>
      `<xdr:${name}><xdr:col>${col}</xdr:col><xdr:colOff>0</xdr:colOff><xdr:row>${row}</xdr:row>` +
      `<xdr:rowOff>0</xdr:rowOff></xdr:${name}>`
    return (
      `<xdr:twoCellAnchor>${corner('from', column, top)}${corner('to', column + 8, bottom)}` +
      '<xdr:graphicFrame macro=""><xdr:nvGraphicFramePr>' +
      `<xdr:cNvPr id="${at + 2}" name="Chart ${at + 1}" ` +
      `descr="${escaped(title.replace(/^=/, ''))}"/>` +
      '<xdr:cNvGraphicFramePr/></xdr:nvGraphicFramePr><xdr:xfrm><a:off x="0" y="0"/><a:ext cx="0" cy="0"/></xdr:xfrm>' +
      '<a:graphic><a:graphicData uri="http://schemas.openxmlformats.org/drawingml/2006/chart">' +
      `<c:chart xmlns:c="http://schemas.openxmlformats.org/drawingml/2006/chart" r:id="rId${at + 1}"/>` +
      '</a:graphicData></a:graphic></xdr:graphicFrame><xdr:clientData/></xdr:twoCellAnchor>'
    )
  })
  return (
    `${HEAD}<xdr:wsDr xmlns:xdr="http://schemas.openxmlformats.org/drawingml/2006/spreadsheetDrawing" ` +
    'xmlns:a="http://schemas.openxmlformats.org/drawingml/2006/main" ' +
    `xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships">${anchors.join('')}</xdr:wsDr>`
  )
}

function wordsIn(title: Element | undefined): string {
  const tx = childOf(title, 'tx')
  const formula = childOf(tx, 'strRef', 'f')?.text
  if (formula !== undefined) return formulaFromFile(formula) ?? ''
  return allOf(tx, 't')
    .map(({ text: part }) => part)
    .join('')
}

const cells = (element: Element | undefined): string | null => {
  const formula =
    childOf(element, 'numRef', 'f') ?? childOf(element, 'strRef', 'f') ?? childOf(element, 'multiLvlStrRef', 'f')
  const read = formula && formulaFromFile(formula.text)
  return read && readFormulaReference(read.slice(1).replaceAll('$', '')) ? read : null
}

/** A chart of a file; null for one of a kind that isn’t drawn here. */
export function chartFrom(root: Element, id: number): Chart | null {
  const chart = childOf(root, 'chart')
  const plot = childOf(chart, 'plotArea')
  const parts = plot?.children.filter(({ name }) => name.endsWith('Chart')) ?? []
  const kinds = parts.map((part): ChartKind | null => {
    switch (part.name) {
      case 'barChart':
        return childOf(part, 'barDir')?.attributes.val === 'bar' ? 'bars' : 'columns'
      case 'lineChart':
        return 'line'
      case 'pieChart':
        return 'pie'
      case 'scatterChart':
        return 'points'
      default:
        return null
    }
  })
  const [first] = kinds
  const combined = kinds.length === 2 && kinds.includes('columns') && kinds.includes('line')
  if (!first || kinds.includes(null) || (kinds.length > 1 && !combined)) return null
  const kind = combined ? 'combined' : first
  let labels: string | null = null
  const series = parts
    .flatMap((part, at) => childrenOf(part, 'ser').map(one => ({ one, line: combined && kinds[at] === 'line' })))
    .sort(
      (one, other) =>
        Number(childOf(one.one, 'order')?.attributes.val) - Number(childOf(other.one, 'order')?.attributes.val),
    )
    .flatMap(({ one, line }) => {
      const values = cells(childOf(one, kind === 'points' ? 'yVal' : 'val'))
      labels ??= cells(childOf(one, kind === 'points' ? 'xVal' : 'cat'))
      const name = childOf(one, 'tx', 'strRef', 'f')?.text
      const written = childOf(one, 'tx', 'v')?.text ?? ''
      return values === null
        ? []
        : [{ name: name ? (formulaFromFile(name) ?? '') : written, values, ...(combined ? { line } : {}) }]
    })
  if (series.length === 0) return null
  const [foot, side] =
    plot?.children.filter(({ name }) => name === 'catAx' || name === 'valAx' || name === 'dateAx') ?? []
  const [across, up] = kind === 'bars' ? [side, foot] : [foot, side]
  return {
    id,
    kind,
    title: wordsIn(childOf(chart, 'title')).slice(0, 255),
    across: wordsIn(childOf(across, 'title')).slice(0, 255),
    up: wordsIn(childOf(up, 'title')).slice(0, 255),
    labels,
    series: series.slice(0, 12),
    legend: childOf(chart, 'legend') !== undefined,
  }
}
