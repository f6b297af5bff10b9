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

  it('a bomb is refused before it is unpacked', () => {
    const zeros = new Uint8Array(100 * 1024 * 1024)
    const bomb = zipSync({ a: [zeros, { level: 9 }], b: [zeros, { level: 9 }] })
    expect(bomb.length).toBeLessThan(500_000)
    expect(refusal(bomb)).toBe('Unpacked, this file would have more than 160.0 MB.')
  })

  it('a bomb that lies about its size doesn’t get more than it said', () => {
    const honest = zipSync({ a: [new Uint8Array(1_000_000), { level: 9 }] })
    // The size that the directory gives for the part, in the last entry of the file.
    const directory = honest.lastIndexOf(0x02, honest.length - 22)
    const view = new DataView(honest.buffer, honest.byteOffset)
    let entry = -1
    for (let at = honest.length - 30; at >= 0; at -= 1) if (view.getUint32(at, true) === 0x02014b50) entry = at
    expect([directory, entry].every(place => place > 0)).toBe(true)
    view.setUint32(entry + 24, 10, true)
    const found = refusal(honest)
    if (found === 'taken') expect(partsOf(honest).get('a')!.length).toBeLessThanOrEqual(10)
    else expect(found).toMatch('broken')
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
