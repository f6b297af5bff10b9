import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { partsOf, textOf, UnreadableFile } from './archive'
import { readOds } from './ods/reading'
import { readXlsx } from './xlsx/reading'

const refusal = (bytes: Uint8Array): string => {
  try {
    partsOf(bytes)
    return 'taken'
  } catch (fault) {
    if (!(fault instanceof UnreadableFile)) throw fault
    return fault.message
  }
}

describe('a zipped file that is', () => {
  it('too large is refused before it is opened', () => {
    const large = new Uint8Array(100 * 1024 * 1024)
    large.set([0x50, 0x4b])
    expect(refusal(large)).toBe('This file has 100.0 MB; at most 20.0 MB are taken.')
  })

  /** An archive of one part of a million noughts, whose directory says that it has so many bytes unpacked. */
  function saying(size: number): Uint8Array {
    const file = zipSync({ a: [new Uint8Array(1_000_000), { level: 9 }] })
    const view = new DataView(file.buffer, file.byteOffset)
    let entry = file.length - 30
    while (view.getUint32(entry, true) !== 0x02014b50) entry -= 1
    view.setUint32(entry + 24, size, true)
    return file
  }

  it('a bomb is refused before it is unpacked', () => {
    expect(refusal(saying(200 * 1024 * 1024))).toBe('Unpacked, this file would have more than 20.0 MB.')
    expect(refusal(saying(1_000_000))).toBe('taken')
  })

  it('a bomb that lies about its size doesn’t get more than it said', () => {
    const liar = saying(10)
    const found = refusal(liar)
    if (found === 'taken') expect(partsOf(liar).get('a')!.length).toBeLessThanOrEqual(10)
    else expect(found).toMatch('broken')
  })

  it('a file that would unpack to hundreds of times what it is, is refused', () => {
    const cells = strToU8('<c r="A1"><v>1</v></c>'.repeat(1_400_000))
    expect(refusal(zipSync({ 'xl/worksheets/sheet1.xml': [cells, { level: 9 }] }))).toMatch('Unpacked')
  })

  it('made of parts that lie over each other is refused before any of them is unpacked', () => {
    const one = zipSync({ a: [new Uint8Array(400_000).map((_, at) => at % 251), { level: 0 }] })
    const view = new DataView(one.buffer, one.byteOffset)
    const directory = view.getUint32(one.length - 6, true)
    const entry = one.slice(directory, one.length - 22)
    const names = Array.from({ length: 30 }, (_, at) => {
      const named = entry.slice()
      named[46] = 0x61 + at
      return named
    })
    const end = one.slice(one.length - 22)
    new DataView(end.buffer).setUint16(8, names.length, true)
    new DataView(end.buffer).setUint16(10, names.length, true)
    const all = Buffer.concat([one.slice(0, directory), ...names, end])
    expect(refusal(new Uint8Array(all))).toBe('Parts of this file lie over each other.')
  })

  it('cut off, changed or something else is refused in words', () => {
    const whole = zipSync({ 'xl/workbook.xml': strToU8('<x/>') })
    expect(refusal(whole.slice(0, whole.length - 30))).toMatch('broken')
    expect(refusal(strToU8('name,fee\n'))).toBe('This is no zipped document.')
    expect(refusal(new Uint8Array())).toBe('This is no zipped document.')
    expect(refusal(zipSync({ '../../etc/x': strToU8('x') }))).toMatch('outside')
    expect(
      refusal(zipSync(Object.fromEntries(Array.from({ length: 2100 }, (_, at) => [`p${at}`, strToU8('')])))),
    ).toMatch('2000 parts')
  })

  it('without a workbook, or with entities of its own, is refused in words', async () => {
    await expect(readXlsx(zipSync({ 'a.xml': strToU8('<x/>') }), 0)).rejects.toThrow('This is no workbook')
    await expect(
      readXlsx(zipSync({ 'xl/workbook.xml': strToU8('<workbook><sheets/></workbook>') }), 0),
    ).rejects.toThrow('no sheet')
    const laughs = '<!DOCTYPE x [<!ENTITY a "ha"><!ENTITY b "&a;&a;">]><x>&b;</x>'
    const file = zipSync({ 'xl/workbook.xml': strToU8(laughs), 'content.xml': strToU8(laughs) })
    await expect(readXlsx(file, 0)).rejects.toThrow('entities of its own')
    expect(() => readOds(file, 0)).toThrow('entities of its own')
    expect(() => textOf(partsOf(file), 'content.xml')).toThrow(UnreadableFile)
  })
})

describe('a workbook that reaches over more than there is', () => {
  const sheet = (inside: string) =>
    zipSync({
      '[Content_Types].xml': strToU8('<Types/>'),
      'xl/workbook.xml': strToU8(
        '<workbook xmlns:r="r"><sheets><sheet name="S" sheetId="1" r:id="r1"/></sheets></workbook>',
      ),
      'xl/_rels/workbook.xml.rels': strToU8(
        '<Relationships><Relationship Id="r1" Target="worksheets/sheet1.xml"/></Relationships>',
      ),
      'xl/worksheets/sheet1.xml': strToU8(`<worksheet>${inside}</worksheet>`),
    })

  it.each([
    [
      'a cell at its far end',
      '<sheetData><row r="1048576"><c r="XFD1048576"><v>1</v></c></row></sheetData>',
      'reaches',
    ],
    ['one merged area', '<sheetData/><mergeCells><mergeCell ref="A1:XFD1048576"/></mergeCells>', 'merges more cells'],
  ])('is refused in words: %s', async (_, inside, words) => {
    await expect(readXlsx(sheet(inside), 0)).rejects.toThrow(words)
  })
})
