import { sure } from '../../../../ground/sure'
import { escaped } from '../xml'

/** The order of a sheet’s elements by ISO/IEC 29500-1, 18.3.1.99. */
export const SHEET_ORDER = (
  'sheetPr dimension sheetViews sheetFormatPr cols sheetData sheetCalcPr sheetProtection protectedRanges scenarios ' +
  'autoFilter sortState dataConsolidate customSheetViews mergeCells phoneticPr conditionalFormatting dataValidations ' +
  'hyperlinks printOptions pageMargins pageSetup headerFooter rowBreaks colBreaks customProperties cellWatches ' +
  'ignoredErrors smartTags drawing legacyDrawing legacyDrawingHF drawingHF picture oleObjects controls webPublishItems ' +
  'tableParts extLst'
).split(' ')

/** The elements right below the root of a document, each with all that is in it, and what stands around them. */
export function elementsBelowRoot(xml: string): {
  before: string
  elements: { name: string; xml: string }[]
  after: string
} {
  const tags = /<(\/?)([\w:]+)[^>]*?(\/?)>/g
  const elements: { name: string; xml: string }[] = []
  let [depth, from, name] = [-1, 0, '']
  let [before, after] = [xml, '']
  for (let tag = tags.exec(xml); tag; tag = tags.exec(xml)) {
    const [whole, closing, called, empty] = tag
    if (depth === -1) {
      before = xml.slice(0, tag.index + whole.length)
      depth = 0
      continue
    }
    if (closing) {
      depth -= 1
      if (depth === 0) elements.push({ name, xml: xml.slice(from, tag.index + whole.length) })
      if (depth < 0) after = xml.slice(tag.index)
      continue
    }
    if (depth === 0) [from, name] = [tag.index, sure(called)]
    if (empty) {
      if (depth === 0) elements.push({ name, xml: whole })
    } else depth += 1
  }
  return { before, elements, after }
}

/** A sheet’s part with more elements, all in the order that the standard asks for. */
export function sheetMended(xml: string, more: readonly { name: string; xml: string }[]): string {
  const { before, elements, after } = elementsBelowRoot(xml)
  const replaced = new Set(more.map(({ name }) => name))
  const all = [...elements.filter(({ name }) => !replaced.has(name)), ...more]
  const place = ({ name }: { name: string }): number => SHEET_ORDER.indexOf(name)
  const sorted = all.map((one, at) => ({ one, at })).sort((a, b) => place(a.one) - place(b.one) || a.at - b.at)
  const body = sorted.map(({ one }) => one.xml).join('')
  // The library writes the largest whole number for a resolution that nobody set.
  return before + body.replace(/ (?:horizontal|vertical)Dpi="4294967295"/g, '') + after
}

/** The workbook’s part with these names, after those that the library wrote for printing. */
export function namesAdded(xml: string, names: readonly { name: string; formula: string }[]): string {
  if (names.length === 0) return xml
  const written = names.map(
    ({ name, formula }) => `<definedName name="${escaped(name)}">${escaped(formula)}</definedName>`,
  )
  const added = written.join('')
  if (xml.includes('</definedNames>')) return xml.replace('</definedNames>', () => `${added}</definedNames>`)
  return xml.replace('<calcPr', () => `<definedNames>${added}</definedNames><calcPr`)
}

/** Relationships of a part with one more; its id. */
export function relationshipAdded(xml: string | null, type: string, target: string): { xml: string; id: string } {
  const head =
    '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n' +
    '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"></Relationships>'
  const held = (xml ?? head).replace(/<Relationships([^>]*)\/>/, '<Relationships$1></Relationships>')
  const ids = [...held.matchAll(/Id="rId(\d+)"/g)].map(([, number]) => Number(number))
  const id = `rId${Math.max(0, ...ids) + 1}`
  const kind = `http://schemas.openxmlformats.org/officeDocument/2006/relationships/${type}`
  const one = `<Relationship Id="${id}" Type="${kind}" Target="${target}"/>`
  return { xml: held.replace('</Relationships>', () => `${one}</Relationships>`), id }
}
