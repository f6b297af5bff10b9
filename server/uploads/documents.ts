import {
  decodePDFRawStream,
  PDFArray,
  PDFContext,
  PDFDict,
  PDFDocument,
  PDFHexString,
  PDFName,
  PDFRawStream,
  PDFString,
} from '@cantoo/pdf-lib'
import type { PDFObject } from '@cantoo/pdf-lib'
import { jpegAnew } from './jpeg'

/** What a document holds that it must not, in words. */
export class Holds extends Error {
  override name = 'Holds'
}

const nameOf = (value: PDFObject | undefined): string => (value instanceof PDFName ? value.decodeText() : '')

const SCRIPT = 'a script'
const FILES = 'other files'
const ELSEWHERE = 'an order to open or to send something'
const PLAYS = 'something that plays'

/** By the keys that a dictionary has, and by what its type, kind of action or kind of note is (ISO 32000-1, 12). */
const BY_KEY = new Map([
  ['JS', SCRIPT],
  ['XFA', SCRIPT],
  ['EF', FILES],
  ['AF', FILES],
  ['RichMediaContent', PLAYS],
])
const BY_KIND = new Map([
  ['JavaScript', SCRIPT],
  ['EmbeddedFile', FILES],
  ['FileAttachment', FILES],
  ['Launch', ELSEWHERE],
  ['SubmitForm', ELSEWHERE],
  ['ImportData', ELSEWHERE],
  ['GoToR', ELSEWHERE],
  ['GoToE', ELSEWHERE],
  ['Rendition', PLAYS],
  ['Movie', PLAYS],
  ['Sound', PLAYS],
  ['Screen', PLAYS],
  ['RichMedia', PLAYS],
  ['3D', PLAYS],
])
const KINDS = ['S', 'Type', 'Subtype'].map(key => PDFName.of(key))

function lookThrough(value: PDFObject): void {
  if (value instanceof PDFArray) return value.asArray().forEach(lookThrough)
  const dict = value instanceof PDFRawStream ? value.dict : value
  if (!(dict instanceof PDFDict)) return
  for (const kind of KINDS) {
    const held = BY_KIND.get(nameOf(dict.lookup(kind)))
    if (held !== undefined) throw new Holds(held)
  }
  for (const [key, inside] of dict.entries()) {
    const held = BY_KEY.get(key.decodeText())
    if (held !== undefined) throw new Holds(held)
    lookThrough(inside)
  }
}

/** The library unpacks lists of objects without end; ours end here, in bytes. */
const LARGEST_LIST = 32_000_000

interface Unpacking {
  ensureBuffer(size: number): Uint8Array
}
function boundUnpacking(): void {
  const dict = PDFDict.withContext(PDFContext.create())
  dict.set(PDFName.of('Filter'), PDFName.of('RunLengthDecode'))
  const one = decodePDFRawStream(PDFRawStream.of(dict, new Uint8Array()))
  // What all ways of unpacking share.
  const shared = Object.getPrototypeOf(Object.getPrototypeOf(one)) as Unpacking
  const { ensureBuffer } = shared
  shared.ensureBuffer = function (this: Unpacking, size) {
    if (size > LARGEST_LIST) throw new RangeError('A list of objects is too large.')
    return ensureBuffer.call(this, size)
  }
}
boundUnpacking()

/** More than anybody photographs or prints for evidence. */
export const MOST_PAGES = 500

/** More pages than are taken. */
export class TooManyPages extends Error {
  override name = 'TooManyPages'
}

/**
 * Throws where a document's tree of pages (ISO 32000-1, 7.7.3) has too many of them, or comes back to what it has been
 * at: what walks the tree after this sees each part of it once.
 */
function countPages({ catalog, context }: PDFDocument): void {
  const seen = new Set<PDFObject | undefined>()
  const ahead: (PDFObject | undefined)[] = [catalog.get(PDFName.of('Pages'))]
  let pages = 0
  while (ahead.length > 0) {
    const node = context.lookup(ahead.pop())
    if (!(node instanceof PDFDict)) throw new RangeError('A part of its tree of pages is missing.')
    if (seen.has(node)) throw new RangeError('A part of its tree of pages is in it twice.')
    seen.add(node)
    const kids = node.lookup(PDFName.of('Kids'))
    if (kids instanceof PDFArray) ahead.push(...kids.asArray())
    else pages += 1
    if (pages > MOST_PAGES || seen.size > 4 * MOST_PAGES) throw new TooManyPages()
  }
}

/** Keys by which a document shows what lies elsewhere (ISO 32000-1, 8.10.4, 14.11.7 and 7.3.8.2). */
const ELSEWHERE_KEYS = ['Ref', 'OPI'].map(key => PDFName.of(key))
const FILE_KEYS = ['F', 'FFilter', 'FDecodeParms'].map(key => PDFName.of(key))
const URI = PDFName.of('URI')

/** Takes out what points outside: parts that are elsewhere, and links to anything but pages of the web. */
function pointInside(value: PDFObject): void {
  if (value instanceof PDFArray) return value.asArray().forEach(pointInside)
  const dict = value instanceof PDFRawStream ? value.dict : value
  if (!(dict instanceof PDFDict)) return
  for (const key of [...ELSEWHERE_KEYS, ...(value instanceof PDFRawStream ? FILE_KEYS : [])]) dict.delete(key)
  const link = dict.lookup(URI)
  if (link !== undefined) {
    const isText = link instanceof PDFString || link instanceof PDFHexString
    if (!isText || !/^https?:\/\//i.test(link.decodeText())) dict.delete(URI)
  }
  for (const inside of dict.values()) pointInside(inside)
}

/** Whether the bytes of a stream are those of a photo: it says so, or they begin like one. */
function isPhoto({ dict, contents }: PDFRawStream): boolean {
  const filter = dict.lookup(PDFName.of('Filter'))
  const [only, ...more] = filter instanceof PDFArray ? filter.asArray() : [filter]
  return (more.length === 0 && nameOf(only) === 'DCTDecode') || (contents[0] === 0xff && contents[1] === 0xd8)
}

/**
 * A PDF (ISO 32000-1) with the pages of another and nothing else: no older versions, notes on who made it, or bytes
 * between its parts, and nothing that points outside. Throws Holds where it holds what could run, open or send
 * something, other files, or a lock, TooManyPages, and any other error where it can’t be read.
 */
export async function pdfAnew(content: Uint8Array): Promise<Uint8Array> {
  const given = await PDFDocument.load(content, { throwOnInvalidObject: true, updateMetadata: false }).catch(
    (error: unknown) => {
      throw Buffer.from(content).includes('/Encrypt') ? new Holds('a lock') : error
    },
  )
  for (const [, value] of given.context.enumerateIndirectObjects()) lookThrough(value)
  countPages(given)
  const anew = await PDFDocument.create({ updateMetadata: false })
  for (const page of await anew.copyPages(given, given.getPageIndices())) {
    for (const key of ['Metadata', 'PieceInfo']) page.node.delete(PDFName.of(key))
    anew.addPage(page)
  }
  for (const [, value] of anew.context.enumerateIndirectObjects()) pointInside(value)
  for (const [ref, value] of anew.context.enumerateIndirectObjects())
    if (value instanceof PDFRawStream && isPhoto(value))
      anew.context.assign(ref, PDFRawStream.of(value.dict, jpegAnew(value.contents)))
  if (anew.getPageCount() === 0) throw new RangeError('It has no page.')
  return anew.save({ addDefaultPage: false })
}
