import { describe, expect, it } from 'vitest'
import { CutShort } from '../bytes/reading'
import { offsetOf, readTime, writeTime } from './ntp'
import type { TimePacket } from './ntp'

const packet: TimePacket = {
  mode: 'server',
  known: true,
  stratum: 2,
  reference: 0x0a_2c_0a_14,
  set: 1_700_000_000_000_001,
  asked: 1_700_000_001_500_000,
  came: 1_700_000_001_500_010,
  sent: 1_700_000_001_999_999,
}

describe('asking for the time (RFC 5905)', () => {
  it('has its fields where the standard has them', () => {
    const bytes = writeTime(packet)
    expect(bytes).toHaveLength(48)
    // Leap 0, version 4, mode 4; stratum 2; the reference as an address.
    expect([...bytes.subarray(0, 2)]).toEqual([0b00_100_100, 2])
    expect([...bytes.subarray(12, 16)]).toEqual([10, 44, 10, 20])
    // 1.7e9 s after 1970, in seconds since 1900, and half a second as half of 2^32.
    const view = new DataView(bytes.buffer, bytes.byteOffset)
    expect(view.getUint32(24)).toBe(1_700_000_001 + 2_208_988_800)
    expect(view.getUint32(28)).toBe(0x80_00_00_00)
  })

  it('comes back to the microsecond', () => {
    expect(readTime(writeTime(packet))).toEqual(packet)
    const question = { ...packet, mode: 'client' as const, known: false, set: null, asked: null, came: null }
    expect(readTime(writeTime(question))).toEqual(question)
  })

  it('says by leap indicator 3 that it doesn’t know', () => {
    expect(writeTime({ ...packet, known: false })[0]! >> 6).toBe(3)
  })

  it('is nothing in another mode, and refused when cut off', () => {
    const bytes = writeTime(packet)
    expect(readTime(bytes.with(0, 0b00_100_101))).toBeNull()
    expect(() => readTime(bytes.subarray(0, 47))).toThrow(CutShort)
  })

  it('gives by how much a clock is behind, whatever the way takes in both directions', () => {
    // Asked at 100 by an own clock that is 1000 behind; 7 there, 3 to think, 7 back.
    expect(offsetOf(100, 1107, 1110, 117)).toBe(1000)
    expect(offsetOf(5000, 4007, 4010, 5017)).toBe(-1000)
  })
})
