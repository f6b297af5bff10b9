import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addressText, prefixText, readPrefix } from './ipv4'
import { bitsFor, equalParts, halved, otherHalf, rejoined, roomOf } from './subnets'

const block = readPrefix('10.44.64.0/24')!
const texts = (parts: readonly { network: number; bits: number }[]) => parts.map(prefixText)

describe('a block of addresses', () => {
  it('has room for all but its first and its last', () => {
    const { first, last, hosts } = roomOf(block)
    expect([addressText(first), addressText(last), hosts]).toEqual(['10.44.64.1', '10.44.64.254', 254])
    expect(roomOf(readPrefix('10.44.0.0/30')!).hosts).toBe(2)
    expect(roomOf(readPrefix('10.44.0.0/31')!).hosts).toBe(2)
    expect(roomOf(readPrefix('10.44.0.1/32')!).hosts).toBe(1)
    expect(roomOf(readPrefix('0.0.0.0/0')!).hosts).toBe(2 ** 32 - 2)
  })

  it('is cut into equal parts', () => {
    expect(texts(equalParts(block, 2))).toEqual([
      '10.44.64.0/26',
      '10.44.64.64/26',
      '10.44.64.128/26',
      '10.44.64.192/26',
    ])
    expect(() => equalParts(block, 9)).toThrow('so many parts')
  })

  it('is cut further part by part, and made one again', () => {
    const parts = halved(equalParts(block, 1), 1)
    expect(texts(parts)).toEqual(['10.44.64.0/25', '10.44.64.128/26', '10.44.64.192/26'])
    expect([otherHalf(parts, 0), otherHalf(parts, 1)]).toEqual([-1, 2])
    expect(texts(rejoined(parts, 2))).toEqual(['10.44.64.0/25', '10.44.64.128/25'])
    expect(texts(rejoined(parts, 0))).toEqual(texts(parts))
  })

  it.each([
    [60, 26],
    [62, 26],
    [63, 25],
    [2, 30],
    [1, 30],
    [0, null],
    [2 ** 32, null],
  ])('for %i hosts has a prefix of %j', (hosts, bits) => {
    expect(bitsFor(hosts)).toBe(bits)
  })

  it('stays whole however it is cut: no gap, nothing twice', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.boolean(), fc.nat(40)), { maxLength: 30 }), cuts => {
        let parts = [block]
        for (const [cut, at] of cuts) {
          const place = at % parts.length
          parts = cut && parts[place]!.bits < 32 ? halved(parts, place) : rejoined(parts, place)
        }
        let next = block.network
        for (const { network, bits } of parts) {
          expect(network).toBe(next)
          next += 2 ** (32 - bits)
        }
        expect(next).toBe(block.network + 256)
      }),
    )
  })
})
