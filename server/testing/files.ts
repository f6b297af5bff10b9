import { deflateSync } from 'node:zlib'
import jpeg from 'jpeg-js'
import { PDFDocument, PDFName, PDFString } from '@cantoo/pdf-lib'
import { PNG } from 'pngjs'

/** Files as trainees send them, and as somebody would who wants more than to show their work. */

/** What must be gone from a file that was written anew. */
export const SECRET = 'N 54 12 E 3 7, Sallowmere slip'

function points(width: number, height: number): Buffer {
  return Buffer.from(
    Array.from({ length: width * height }, (_, at) => [(at * 7) % 256, (at * 3) % 256, at % 256, 255]).flat(),
  )
}

/** A segment of a JPEG: marker, length, body. */
const segment = (marker: number, body: Buffer): Buffer =>
  Buffer.concat([Buffer.of(0xff, marker, (body.length + 2) >> 8, (body.length + 2) & 255), body])

export function plainJpeg(width = 40, height = 24): Buffer {
  return jpeg.encode({ width, height, data: points(width, height) }, 80).data
}

/** A photo in which the camera noted where it was, with a comment, a small preview and a page after its end. */
export function tellingJpeg(): Buffer {
  const plain = plainJpeg()
  const preview = Buffer.concat([Buffer.from('JFIF\0\x01\x01\0\0\x01\0\x01\x02\x02', 'latin1'), Buffer.from(SECRET)])
  return Buffer.concat([
    plain.subarray(0, 2),
    segment(0xe0, preview),
    segment(0xe1, Buffer.from(`Exif\0\0${SECRET}`)),
    segment(0xed, Buffer.from(SECRET)),
    segment(0xfe, Buffer.from(SECRET)),
    plain.subarray(2),
    Buffer.from(`<html>${SECRET}</html>`),
  ])
}

/** A PNG with a text beside its points. */
export function tellingPng(width = 12, height = 9): Buffer {
  const plain = PNG.sync.write(Object.assign(new PNG({ width, height }), { data: points(width, height) }))
  const words = Buffer.from(`Comment\0${SECRET}`)
  const head = Buffer.alloc(8)
  head.writeUInt32BE(words.length, 0)
  head.write('tEXt', 4, 'latin1')
  const sum = Buffer.alloc(4)
  sum.writeUInt32BE(crc32(Buffer.concat([head.subarray(4), words])), 0)
  return Buffer.concat([plain.subarray(0, 33), head, words, sum, plain.subarray(33)])
}

/** A PNG that says it has so many points, and isn’t larger for it. */
export function vastPng(width: number, height: number): Buffer {
  const file = tellingPng()
  file.writeUInt32BE(width, 16)
  file.writeUInt32BE(height, 20)
  file.writeUInt32BE(crc32(file.subarray(12, 29)), 29)
  return file
}

/** The check of PNG chunks (ISO 3309). */
function crc32(bytes: Buffer): number {
  let sum = 0xffffffff
  for (const byte of bytes) {
    sum ^= byte
    for (let bit = 0; bit < 8; bit += 1) sum = sum & 1 ? (sum >>> 1) ^ 0xedb88320 : sum >>> 1
  }
  return (sum ^ 0xffffffff) >>> 0
}

/** A PNG of grey points whose header says one thing, and whose points unpack to so many bytes. */
export function packedPng(width: number, height: number, interlaced: boolean, bytes: number): Buffer {
  const chunk = (name: string, body: Buffer): Buffer => {
    const head = Buffer.alloc(8)
    head.writeUInt32BE(body.length, 0)
    head.write(name, 4, 'latin1')
    const sum = Buffer.alloc(4)
    sum.writeUInt32BE(crc32(Buffer.concat([head.subarray(4), body])), 0)
    return Buffer.concat([head, body, sum])
  }
  const header = Buffer.alloc(13)
  header.writeUInt32BE(width, 0)
  header.writeUInt32BE(height, 4)
  header.set([8, 0, 0, 0, interlaced ? 1 : 0], 8)
  return Buffer.concat([
    Buffer.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a),
    chunk('IHDR', header),
    chunk('IDAT', deflateSync(Buffer.alloc(bytes))),
    chunk('IEND', Buffer.alloc(0)),
  ])
}

/** A PDF of 2 kB whose tree of pages names each node so many times: times^depth pages to whoever walks it. */
export function deepPdf(depth: number, times: number): Buffer {
  const nodes = Array.from({ length: depth }, (_, at) => {
    const kids = `${at + 3} 0 R `.repeat(times)
    return `${at + 2} 0 obj\n<</Type /Pages /Count ${times} /Kids [${kids}]>>\nendobj`
  })
  const leaf = `${depth + 2} 0 obj\n<</Type /Page /MediaBox [0 0 9 9]>>\nendobj`
  const objects = ['1 0 obj\n<</Type /Catalog /Pages 2 0 R>>\nendobj', ...nodes, leaf]
  return Buffer.from(`%PDF-1.4\n${objects.join('\n')}\ntrailer\n<</Root 1 0 R /Size ${depth + 3}>>\n%%EOF`)
}

/** A PDF of one page with a photo on it; `change` may add what it likes. */
export async function pdf(
  change: (document: PDFDocument) => unknown = () => undefined,
  useObjectStreams = true,
): Promise<Buffer> {
  const document = await PDFDocument.create()
  document.setAuthor(SECRET)
  const page = document.addPage([200, 100])
  page.drawText('Settled, by hand.', { x: 20, y: 60, size: 12 })
  page.drawImage(await document.embedJpg(new Uint8Array(tellingJpeg())), { x: 20, y: 10, width: 40, height: 24 })
  await change(document)
  return Buffer.from(await document.save({ useObjectStreams }))
}

/** Does what it is told when the page is opened. */
export function onOpening(document: PDFDocument, action: Record<string, string>): void {
  const order = document.context.obj({})
  for (const [key, value] of Object.entries(action))
    order.set(PDFName.of(key), key === 'S' ? PDFName.of(value) : PDFString.of(value))
  document.getPage(0).node.set(PDFName.of('AA'), document.context.obj({ O: order }))
}
