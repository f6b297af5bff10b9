import { decodePDFRawStream, PDFArray, PDFContext, PDFDict, PDFDocument, PDFName, PDFRawStream } from 'pdf-lib'
import type { PDFObject } from 'pdf-lib'
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

/** Whether the bytes of a stream are those of a photo: it says so, or they begin like one. */
function isPhoto({ dict, contents }: PDFRawStream): boolean {
  const filter = dict.lookup(PDFName.of('Filter'))
  const [only, ...more] = filter instanceof PDFArray ? filter.asArray() : [filter]
  return (more.length === 0 && nameOf(only) === 'DCTDecode') || (contents[0] === 0xff && contents[1] === 0xd8)
}

/**
 * A PDF (ISO 32000-1) with the pages of another and nothing else: no older versions, notes on who made it, or bytes
 * between its parts. Throws Holds where it holds what could run, open or send something, other files, or a lock; any
 * other error where it can’t be read.
 */
export async function pdfAnew(content: Uint8Array): Promise<Uint8Array> {
  const given = await PDFDocument.load(content, { throwOnInvalidObject: true, updateMetadata: false }).catch(
    (error: unknown) => {
      throw Buffer.from(content).includes('/Encrypt') ? new Holds('a lock') : error
    },
  )
  for (const [, value] of given.context.enumerateIndirectObjects()) lookThrough(value)
  const anew = await PDFDocument.create({ updateMetadata: false })
  for (const page of await anew.copyPages(given, given.getPageIndices())) {
    for (const key of ['Metadata', 'PieceInfo']) page.node.delete(PDFName.of(key))
    anew.addPage(page)
  }
  for (const [ref, value] of anew.context.enumerateIndirectObjects())
    if (value instanceof PDFRawStream && isPhoto(value))
      anew.context.assign(ref, PDFRawStream.of(value.dict, jpegAnew(value.contents)))
  if (anew.getPageCount() === 0) throw new RangeError('It has no page.')
  return anew.save({ addDefaultPage: false })
}
