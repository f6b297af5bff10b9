import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  addressText,
  hardwareText,
  isIn,
  maskOf,
  readAddress,
  readInterfaceAddress,
  readPrefix,
} from '../../../ground/addresses/ipv4'
import { checksum } from '../bytes/checksum'
import { CutShort } from '../bytes/reading'
import { readArp, writeArp } from './arp'
import { readFrame, writeFrame } from './ethernet'
import { readIcmp, writeIcmp } from './icmp'
import { readPacket, writePacket } from './ipv4'

const bytes = (text: string): Uint8Array =>
  Uint8Array.from(text.replace(/\s+/g, '').match(/../g) ?? [], pair => Number.parseInt(pair, 16))
const hex = (data: Uint8Array): string => Buffer.from(data).toString('hex')
const address = fc.integer({ min: 0, max: 2 ** 32 - 1 })
const hardware = fc.integer({ min: 0, max: 2 ** 48 - 1 })
const data = fc.uint8Array({ maxLength: 80 })

describe('the Internet checksum', () => {
  it('is that of the example of RFC 1071', () => {
    expect(checksum(bytes('0001 f203 f4f5 f6f7'))).toBe(0x220d)
    expect(checksum(bytes('0001 f203 f4f5 f6f7 220d'))).toBe(0)
  })

  it('takes an odd byte as if a nought followed', () => {
    expect(checksum(bytes('01 02 03'))).toBe(checksum(bytes('01 02 03 00')))
  })
})

describe('an ARP question', () => {
  const arp = {
    kind: 'request',
    fromHardware: 0x02_00_00_00_01_01,
    from: 0x0a_2c_0a_0b,
    toHardware: 0,
    to: 0x0a_2c_0a_01,
  } as const
  it('is laid out as RFC 826 says', () => {
    expect(hex(writeArp(arp))).toBe('00010800060400010200000001010a2c0a0b0000000000000a2c0a01')
  })
  it('in other words than Ethernet’s and IPv4’s is none', () => {
    expect(readArp(bytes('0006 0800 0604 0001 020000000101 0a2c0a0b 000000000000 0a2c0a01'))).toBeNull()
    expect(readArp(bytes('0001 0800 0604 0003 020000000101 0a2c0a0b 000000000000 0a2c0a01'))).toBeNull()
    expect(() => readArp(bytes('0001 0800'))).toThrow(CutShort)
  })
})

describe('an IPv4 packet', () => {
  const packet = {
    from: 0xc0_a8_00_01,
    to: 0xc0_a8_00_c7,
    timeToLive: 64,
    protocol: 17,
    identification: 0,
    whole: true,
    payload: new Uint8Array(95),
  }
  it('has the header that RFC 791 asks for, with its checksum', () => {
    expect(hex(writePacket(packet).subarray(0, 20))).toBe('4500007300004000' + '4011b861c0a80001c0a800c7')
  })
  it('that was damaged, or ends too early, is none', () => {
    const written = writePacket(packet)
    for (const place of [0, 2, 8, 12, 19]) {
      const damaged = Uint8Array.from(written)
      damaged[place]! ^= 0x40
      expect(readPacket(damaged), String(place)).toBeNull()
    }
    expect(readPacket(written.subarray(0, 60))).toBeNull()
    expect(() => readPacket(new Uint8Array())).toThrow(CutShort)
  })
})

describe('an echo', () => {
  it('has type, code, checksum, identifier and sequence as RFC 792 says', () => {
    const written = writeIcmp({ kind: 'echo', identifier: 1, sequence: 2, data: bytes('6162') })
    expect(hex(written)).toBe('0800969a000100026162')
    expect(checksum(written)).toBe(0)
  })
  it('that was damaged is none', () => {
    const written = writeIcmp({ kind: 'unreachable', why: 'host', about: bytes('45000054') })
    expect(hex(written).slice(0, 4)).toBe('0301')
    written[1] = 0
    expect(readIcmp(written)).toBeNull()
  })
})

describe('what is written and read again', () => {
  it('is the same: frames, ARP, packets, messages', () => {
    fc.assert(
      fc.property(hardware, hardware, address, address, data, fc.nat(255), (one, other, from, to, payload, ttl) => {
        const frame = readFrame(writeFrame({ to: one, from: other, carries: 0x0800, payload }))
        expect([frame.to, frame.from, frame.carries]).toEqual([one, other, 0x0800])
        expect(frame.payload.length).toBe(Math.max(46, payload.length))
        expect([...frame.payload.subarray(0, payload.length)]).toEqual([...payload])
        const arp = { kind: 'reply', fromHardware: one, from, toHardware: other, to } as const
        expect(readArp(writeArp(arp))).toEqual(arp)
        const packet = { from, to, timeToLive: ttl, protocol: 1, identification: ttl, whole: false, payload }
        const { payload: carried, ...head } = readPacket(writePacket(packet))!
        expect(head).toEqual({ from, to, timeToLive: ttl, protocol: 1, identification: ttl, whole: false })
        expect([...carried]).toEqual([...payload])
        const message = { kind: 'echo', identifier: ttl, sequence: ttl * 7, data: payload } as const
        const read = readIcmp(writeIcmp(message))!
        expect(read).toMatchObject({ kind: 'echo', identifier: ttl, sequence: ttl * 7 })
      }),
    )
  })
})

describe('addresses', () => {
  it.each(['10.44.10.256', '10.44.10', '010.1.1.1', '1.2.3.4.5', '', 'a.b.c.d', '1.2.3.-4'])('%s is none', text => {
    expect(readAddress(text)).toBeNull()
  })
  it.each(['10.44.10.1/33', '10.44.10.1/', '10.44.10.1', '10.44.10.1/24/2', '10.44.10.1/07'])(
    '%s has no prefix',
    text => {
      expect(readInterfaceAddress(text)).toBeNull()
    },
  )
  it('are numbers and texts, and lie in prefixes', () => {
    fc.assert(fc.property(address, one => readAddress(addressText(one)) === one))
    expect([maskOf(0), maskOf(24), maskOf(32)].map(addressText)).toEqual([
      '0.0.0.0',
      '255.255.255.0',
      '255.255.255.255',
    ])
    expect(readPrefix('10.44.10.0/24')).toEqual({ network: 0x0a_2c_0a_00, bits: 24 })
    expect(readPrefix('10.44.10.1/24')).toBeNull()
    expect(isIn(readAddress('255.255.255.255')!, readPrefix('0.0.0.0/0')!)).toBe(true)
    expect(isIn(readAddress('10.44.11.0')!, readPrefix('10.44.10.0/24')!)).toBe(false)
    expect(hardwareText(0x02_00_00_00_01_01)).toBe('02:00:00:00:01:01')
  })
})
