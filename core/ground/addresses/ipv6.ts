import ipaddr from 'ipaddr.js'
import type { HardwareAddress } from './ipv4'

/** An IPv6 address as a number from 0 to 2^128 − 1. */
export type Address6 = bigint

/** Addresses that share their first bits. */
export interface Prefix6 {
  network: Address6
  bits: number
}

const ALL_BITS = 128
const GROUP_BITS = 16n

/** An address as it is written (RFC 4291, 2.2): 2001:db8::20; null for anything else. */
export function readAddress6(text: string): Address6 | null {
  if (!/^[0-9a-f:]+$/i.test(text) || !ipaddr.IPv6.isValid(text)) return null
  return ipaddr.IPv6.parse(text).parts.reduce((sum, part) => (sum << GROUP_BITS) + BigInt(part), 0n)
}

/** The one way in which an address is written (RFC 5952). */
export function address6Text(address: Address6): string {
  const parts = Array.from({ length: 8 }, (_, at) => Number((address >> BigInt(112 - 16 * at)) & 0xffffn))
  return new ipaddr.IPv6(parts).toRFC5952String()
}

export const network6Of = (address: Address6, bits: number): Address6 => {
  const rest = BigInt(ALL_BITS - bits)
  return (address >> rest) << rest
}
export const isIn6 = (address: Address6, { network, bits }: Prefix6): boolean => network6Of(address, bits) === network
export const prefix6Text = ({ network, bits }: Prefix6): string => `${address6Text(network)}/${bits}`

/** An address with how long its prefix is: 2001:db8::20/64; null for anything else. */
export function readInterfaceAddress6(text: string): { address: Address6; bits: number } | null {
  const [written = '', length = '', ...more] = text.split('/')
  const address = readAddress6(written)
  const bits = /^(0|[1-9]\d{0,2})$/.test(length) ? Number(length) : NaN
  return address === null || more.length > 0 || !(bits <= ALL_BITS) ? null : { address, bits }
}

/** A prefix: 2001:db8:44::/48; null also where an address of it isn’t its first. */
export function readPrefix6(text: string): Prefix6 | null {
  const read = readInterfaceAddress6(text)
  if (!read || network6Of(read.address, read.bits) !== read.address) return null
  return { network: read.address, bits: read.bits }
}

/** No address at all: who asks whether an address is free has none yet (RFC 4291, 2.5.2). */
export const NO_ADDRESS: Address6 = 0n
const LINK_LOCAL: Prefix6 = { network: 0xfe80n << 112n, bits: 10 }
/** Everyone on the wire, and every router there (RFC 4291, 2.7.1). */
export const ALL_NODES: Address6 = (0xff02n << 112n) + 1n
export const ALL_ROUTERS: Address6 = (0xff02n << 112n) + 2n
const SOLICITED = (0xff02n << 112n) + 0x1_ff00_0000n

export const isLinkLocal = (address: Address6): boolean => isIn6(address, LINK_LOCAL)
export const isForMany6 = (address: Address6): boolean => address >> 120n === 0xffn
/** The group in which an address is asked for (RFC 4291, 2.7.1). */
export const solicitedNode = (address: Address6): Address6 => SOLICITED + (address & 0xff_ffffn)
/** The hardware address by which a group is meant (RFC 2464, 7). */
export const hardwareOfGroup6 = (address: Address6): HardwareAddress =>
  0x33_33_00_00_00_00 + Number(address & 0xffff_ffffn)

/** The last 64 bits of an address that follow from a hardware address (RFC 4291, appendix A). */
function interfaceOf(hardware: HardwareAddress): bigint {
  const [high, low] = [BigInt(Math.floor(hardware / 2 ** 24)), BigInt(hardware % 2 ** 24)]
  return ((high ^ 0x02_0000n) << 40n) + (0xfffen << 24n) + low
}
/** The address that a port makes itself in a network of 64 bits (RFC 4862, 5.3 and 5.5). */
export const madeAddress = (network: Address6, hardware: HardwareAddress): Address6 => network + interfaceOf(hardware)
export const linkLocalOf = (hardware: HardwareAddress): Address6 => madeAddress(LINK_LOCAL.network, hardware)

/** The name under which the name of an address is kept: its digits from the last on (RFC 3596, 2.5). */
export const reverse6 = (address: Address6): string =>
  `${[...address.toString(16).padStart(32, '0')].reverse().join('.')}.ip6.arpa`
