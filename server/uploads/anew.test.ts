import { deflateSync } from 'node:zlib'
import fc from 'fast-check'
import jpeg from 'jpeg-js'
import { PDFDocument, PDFName, PDFString } from '@cantoo/pdf-lib'
import { PNG } from 'pngjs'
import { describe, expect, it } from 'vitest'
import {
  deepPdf,
  onOpening,
  packedPng,
  pdf,
  plainJpeg,
  SECRET,
  tellingJpeg,
  tellingPng,
  vastPng,
} from '../testing/files'
import { anew } from './anew'
import { jpegAnew } from './jpeg'

async function kept(content: Buffer): Promise<Buffer> {
  const found = await anew(content)
  if ('why' in found) throw new Error(found.why)
  return Buffer.from(found.content)
}

describe('a photo', () => {
  it('keeps its points to the last bit, and loses place, comment, preview and what follows its end', async () => {
    const given = tellingJpeg()
    const written = await kept(given)
    expect(written.includes(SECRET)).toBe(false)
    expect(given.includes(SECRET)).toBe(true)
    const [before, after] = [given, written].map(file => jpeg.decode(file, { useTArray: true }))
    expect([before!.comments, after!.comments]).toEqual([[SECRET], undefined])
    expect(after!.data).toEqual(before!.data)
    expect(await kept(written)).toEqual(written)
  })

  it('with a restart every row and fill bytes before a marker is the same picture', () => {
    const plain = plainJpeg()
    const filled = Buffer.concat([plain.subarray(0, 2), Buffer.of(0xff, 0xff), plain.subarray(2)])
    expect(Buffer.from(jpegAnew(filled))).toEqual(Buffer.from(jpegAnew(plain)))
    const scan = plain.indexOf(Buffer.of(0xff, 0xda))
    const withRestarts = Buffer.concat([plain.subarray(0, scan + 30), Buffer.of(0xff, 0xd0), plain.subarray(scan + 30)])
    expect(Buffer.from(jpegAnew(withRestarts)).includes(Buffer.of(0xff, 0xd0))).toBe(true)
  })

  it('with a segment longer than what it holds is refused', async () => {
    const plain = plainJpeg()
    const frame = plain.indexOf(Buffer.of(0xff, 0xc0))
    const hiding = Buffer.from(plain)
    hiding[frame + 3]! += 4
    expect(await anew(hiding)).toMatchObject({ status: 422 })
    expect(await anew(plain.subarray(0, frame + 5))).toMatchObject({ status: 422 })
    expect(await anew(plain.subarray(0, 4))).toMatchObject({ status: 422 })
  })

  it('that says it is vast, or has a scan for each of its points, is refused', async () => {
    const plain = plainJpeg()
    const vast = Buffer.from(plain)
    vast.writeUInt32BE(0xffffffff, plain.indexOf(Buffer.of(0xff, 0xc0)) + 5)
    expect(await anew(vast)).toMatchObject({ status: 413, why: expect.stringContaining('6 million points') as unknown })
    const scan = plain.subarray(plain.indexOf(Buffer.of(0xff, 0xda)), -2)
    expect(
      await anew(Buffer.concat([plain.subarray(0, -2), ...Array.from({ length: 100 }, () => scan)])),
    ).toMatchObject({
      status: 422,
    })
  })
})

describe('a PNG', () => {
  it('keeps its points and loses texts; with something after its end it is refused', async () => {
    const given = tellingPng()
    const written = await kept(given)
    expect(written.includes(SECRET)).toBe(false)
    expect(PNG.sync.read(written).data).toEqual(PNG.sync.read(given).data)
    expect(await anew(Buffer.concat([given, Buffer.from('<html>')]))).toMatchObject({ status: 422 })
  })

  it('that says it is vast is refused before it is unpacked', async () => {
    expect(await anew(vastPng(100_000, 100_000))).toMatchObject({ status: 413 })
  })
})

describe('a PDF', () => {
  it('keeps its pages with what is on them, and loses who made it and where its photos were taken', async () => {
    const given = await pdf()
    const written = await kept(given)
    const [before, after] = await Promise.all([given, written].map(file => PDFDocument.load(file)))
    expect([before!.getAuthor(), after!.getAuthor(), after!.getPageCount()]).toEqual([SECRET, undefined, 1])
    expect(given.includes(SECRET)).toBe(true)
    expect(written.includes(SECRET)).toBe(false)
    const [photo] = after!.context.enumerateIndirectObjects().flatMap(([, one]) => {
      const text = one.toString()
      return text.includes('/DCTDecode') && text.includes('/Width 40') ? [one] : []
    })
    expect(photo).toBeDefined()
    expect(after!.getPage(0).getSize()).toEqual({ width: 200, height: 100 })
  })

  it.each(['[/DCTDecode]', '/DCTDecodX'])('loses them too where the photo is said to be %s', async filter => {
    const given = (await pdf(undefined, false)).toString('latin1').replace('/DCTDecode', filter)
    expect((await kept(Buffer.from(given, 'latin1'))).includes(SECRET)).toBe(false)
  })

  it.each([
    ['a script', { S: 'JavaScript', JS: 'app.alert(1)' }],
    ['an order to open or to send something', { S: 'Launch', F: 'calc' }],
    ['an order to open or to send something', { S: 'SubmitForm', F: 'http://elsewhere.test' }],
    ['something that plays', { S: 'Rendition' }],
  ])('that holds %s is refused, packed or not: %j', async (held, action) => {
    for (const packed of [true, false]) {
      const file = await pdf(document => onOpening(document, action), packed)
      expect(await anew(file)).toMatchObject({ status: 422, why: expect.stringContaining(`holds ${held};`) as unknown })
    }
  })

  it('that holds other files, or is locked, is refused', async () => {
    const holding = await pdf(document => document.attach(Buffer.from('MZ…'), 'tool.exe'))
    expect(await anew(holding)).toMatchObject({ status: 422, why: expect.stringContaining('other files') as unknown })
    const locked = await pdf(document => {
      document.context.trailerInfo.Encrypt = document.context.register(document.context.obj({ Filter: 'Standard' }))
    })
    expect(await anew(locked)).toMatchObject({ status: 422, why: expect.stringContaining('a lock') as unknown })
  })

  it('with links to pages of its own and elsewhere is taken', async () => {
    const file = await pdf(document => onOpening(document, { S: 'URI', URI: 'https://sallowmere.test' }))
    expect(await anew(file)).toMatchObject({ type: 'application/pdf' })
  })

  it('whose list of objects unpacks without end is refused, in little memory and time', async () => {
    const packed = deflateSync(Buffer.alloc(200_000_000, ' '))
    const dict = `<</Type /ObjStm /N 1 /First 4 /Filter /FlateDecode /Length ${packed.length}>>`
    const file = Buffer.concat([
      Buffer.from(`%PDF-1.5\n1 0 obj\n${dict}\nstream\n`),
      packed,
      Buffer.from('\nendstream\nendobj\ntrailer <</Root 2 0 R>>\n%%EOF'),
    ])
    const before = process.memoryUsage().arrayBuffers
    expect(await anew(file)).toMatchObject({ status: 422 })
    expect(process.memoryUsage().arrayBuffers - before).toBeLessThan(100_000_000)
  })

  it('without a page, or that only says it is one, is refused in words', async () => {
    const empty = Buffer.from(await (await PDFDocument.create()).save({ addDefaultPage: false }))
    for (const file of [empty, Buffer.from('%PDF-1.7\n'), Buffer.from(`%PDF-1.7\n1 0 obj ${'['.repeat(20_000)}`)])
      expect(await anew(file)).toEqual({
        status: 422,
        code: 'not-readable',
        why: 'This PDF can’t be read: it is damaged, or isn’t one. Nothing was taken.',
      })
  })

  it('names of kinds may be written by number, and hide nothing', async () => {
    const file = await pdf(document => onOpening(document, { S: 'JavaScript' }), false)
    const written = Buffer.from(file.toString('latin1').replace('/S /JavaScript', '/S /J#61vaScript'), 'latin1')
    expect(await anew(written)).toMatchObject({ why: expect.stringContaining('a script') as unknown })
    expect(PDFName.of('J#61vaScript').decodeText()).toBe('JavaScript')
  })
})

it('whatever is sent, it is taken or refused in words, and what is taken is taken again as it is', async () => {
  const files = [tellingJpeg(), tellingPng(), await pdf(undefined, false)]
  const changed = fc.record({
    file: fc.constantFrom(...files),
    at: fc.array(fc.tuple(fc.nat(3000), fc.nat(255)), { maxLength: 8 }),
    cut: fc.nat(3000),
  })
  await fc.assert(
    fc.asyncProperty(changed, async ({ file, at, cut }) => {
      const bent = Buffer.from(file)
      for (const [place, byte] of at) if (place < bent.length) bent[place] = byte
      const found = await anew(bent.subarray(0, Math.max(8, bent.length - cut)))
      if ('why' in found) {
        expect(found.why).toContain('Nothing was taken.')
        return
      }
      expect(await anew(found.content)).toMatchObject({ type: found.type })
    }),
    { numRuns: 300 },
  )
})

describe('a picture in passes', () => {
  // By hand: 8 × 8 grey points are 2 + 2 + 3 + 6 + 10 + 20 + 36 bytes in seven passes.
  it('is taken like any other', async () => {
    const written = PNG.sync.read(await kept(packedPng(8, 8, true, 79)))
    expect([written.width, written.height]).toEqual([8, 8])
  })

  it.each([
    ['in passes', true],
    ['in rows', false],
  ])('that unpacks to more than its header says is refused: %s', async (_, interlaced) => {
    expect(await anew(packedPng(8, 8, interlaced, 400_000_000))).toMatchObject({ status: 422 })
  })
})

describe('the pages of a document', () => {
  it('are each in it once: a tree that names its parts twice is refused', async () => {
    expect(await anew(deepPdf(24, 2))).toMatchObject({ status: 422 })
    expect(await anew(deepPdf(24, 1))).toMatchObject({ type: 'application/pdf' })
  })

  it('are 500 at most', async () => {
    const withPages = (count: number) =>
      pdf(document => {
        for (let page = 1; page < count; page += 1) document.addPage([9, 9])
      })
    expect(await anew(await withPages(500))).toMatchObject({ type: 'application/pdf' })
    expect(await anew(await withPages(501))).toMatchObject({ status: 413 })
  })

  it('point to nothing outside but pages of the web', async () => {
    const outside = ['mailto:a@sallowmere.test', 'file:///etc/passwd', 'smb://192.0.2.1/x', 'javascript:alert(1)']
    const given = await pdf(document => {
      const { context } = document
      const link = (uri: string) => ({ Type: 'Annot', Subtype: 'Link', A: { S: 'URI', URI: PDFString.of(uri) } })
      const links = [...outside, 'https://sallowmere.test/'].map(uri => context.obj(link(uri)))
      const form = { Type: 'XObject', Subtype: 'Form', BBox: [0, 0, 1, 1] }
      const elsewhere = context.stream('', { ...form, Ref: { F: PDFString.of('ref.pdf') }, OPI: { '2.0': {} } })
      elsewhere.dict.set(PDFName.of('F'), PDFString.of('stream.bin'))
      const page = document.getPage(0).node
      page.set(PDFName.of('Annots'), context.obj(links))
      page.Resources()?.set(PDFName.of('XObject'), context.obj({ X: context.register(elsewhere) }))
    }, false)
    const written = await kept(given)
    for (const secret of [...outside, 'ref.pdf', 'stream.bin', '/OPI', '/Ref']) {
      expect(given.includes(secret), secret).toBe(true)
      expect(written.includes(secret), secret).toBe(false)
    }
    const all = await textOf(written)
    expect(all).toContain('https://sallowmere.test/')
    for (const one of outside) expect(all).not.toContain(one)
  })
})

/** All objects of a document, written out. */
async function textOf(file: Buffer): Promise<string> {
  const document = await PDFDocument.load(file)
  return document.context
    .enumerateIndirectObjects()
    .map(([, value]) => String(value))
    .join('\n')
}
