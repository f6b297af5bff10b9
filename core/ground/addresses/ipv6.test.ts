import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  address6Text,
  hardwareOfGroup6,
  isForMany6,
  isIn6,
  isLinkLocal,
  linkLocalOf,
  madeAddress,
  readAddress6,
  readInterfaceAddress6,
  readPrefix6,
  reverse6,
  solicitedNode,
} from './ipv6'

const read = (text: string): bigint => readAddress6(text)!

describe('an IPv6 address', () => {
  it.each([
    ['2001:0db8:0:0:0:0:0:20', '2001:db8::20'],
    ['2001:DB8::0:1', '2001:db8::1'],
    ['::', '::'],
    ['::1', '::1'],
    ['2001:db8:0:1:1:1:1:1', '2001:db8:0:1:1:1:1:1'],
    ['2001:0:0:1:0:0:0:1', '2001:0:0:1::1'],
    ['fe80::200:ff:fe00:101', 'fe80::200:ff:fe00:101'],
  ])('%s is written %s (RFC 5952)', (text, canonical) => {
    expect(address6Text(read(text))).toBe(canonical)
  })

  it.each(['', '2001:db8', '1::2::3', '2001:db8::g', '12345::', '10.44.10.1', 'fe80::1%p1', '1:2:3:4:5:6:7:8:9'])(
    '“%s” is none',
    text => {
      expect(readAddress6(text)).toBeNull()
    },
  )

  it('is what it was when it is read again', () => {
    fc.assert(
      fc.property(fc.bigInt({ min: 0n, max: 2n ** 128n - 1n }), address => read(address6Text(address)) === address),
    )
  })

  it('has a prefix of up to 128 bits, and a prefix nothing behind it', () => {
    expect(readInterfaceAddress6('2001:db8::20/64')).toEqual({ address: read('2001:db8::20'), bits: 64 })
    for (const text of ['2001:db8::20', '2001:db8::20/129', '2001:db8::20/064', '2001:db8::/64/1'])
      expect(readInterfaceAddress6(text)).toBeNull()
    expect(readPrefix6('2001:db8::20/64')).toBeNull()
    expect(isIn6(read('2001:db8:44:10::20'), readPrefix6('2001:db8:44::/48')!)).toBe(true)
    expect(isIn6(read('2001:db8:45::20'), readPrefix6('2001:db8:44::/48')!)).toBe(false)
  })

  it('of a port follows from its hardware address (RFC 4291, appendix A)', () => {
    expect(address6Text(linkLocalOf(0x34_56_78_9a_bc_de))).toBe('fe80::3656:78ff:fe9a:bcde')
    expect(address6Text(madeAddress(read('2001:db8:44:10::'), 0x02_00_00_00_01_01))).toBe(
      '2001:db8:44:10:0:ff:fe00:101',
    )
    expect([isLinkLocal(read('fe80::1')), isLinkLocal(read('2001:db8::1'))]).toEqual([true, false])
  })

  it('has its name under its digits, turned round (RFC 3596, 2.5)', () => {
    expect(reverse6(read('4321:0:1:2:3:4:567:89ab'))).toBe(
      'b.a.9.8.7.6.5.0.4.0.0.0.3.0.0.0.2.0.0.0.1.0.0.0.0.0.0.0.1.2.3.4.ip6.arpa',
    )
  })

  it('is asked for in a group of those that end alike (RFC 4291, 2.7.1; RFC 2464, 7)', () => {
    const group = solicitedNode(read('4037::1:800:200e:8c6c'))
    expect(address6Text(group)).toBe('ff02::1:ff0e:8c6c')
    expect(isForMany6(group)).toBe(true)
    expect(hardwareOfGroup6(group).toString(16)).toBe('3333ff0e8c6c')
  })
})
