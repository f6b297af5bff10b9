import { z } from 'zod'

/** An IPv4 address as a number from 0 to 2^32 − 1. */
export type Address = number
/** An Ethernet address as a number below 2^48. */
export type HardwareAddress = number

/** Addresses that share their first bits. `bits`: how many; `network`: the first of them. */
export interface Prefix {
  network: Address
  bits: number
}

const QUAD = /^(0|[1-9]\d{0,2})\.(0|[1-9]\d{0,2})\.(0|[1-9]\d{0,2})\.(0|[1-9]\d{0,2})$/

/** An address as it is written: 10.44.10.20; null for anything else. */
export function readAddress(text: string): Address | null {
  const parts = QUAD.exec(text)?.slice(1).map(Number)
  if (!parts || parts.some(part => part > 255)) return null
  return parts.reduce((sum, part) => sum * 256 + part, 0)
}

export const addressText = (address: Address): string =>
  [24, 16, 8, 0].map(shift => Math.floor(address / 2 ** shift) % 256).join('.')

/** So many ones, then noughts. */
export const maskOf = (bits: number): number => (bits === 0 ? 0 : 2 ** 32 - 2 ** (32 - bits))
/** Of an address only the bits of its network. */
export const networkOf = (address: Address, bits: number): Address => address - (address % 2 ** (32 - bits))
export const broadcastOf = ({ network, bits }: Prefix): Address => network + 2 ** (32 - bits) - 1
/** Asked for every packet at every device: the bits are compared as they are. */
export const isIn = (address: Address, { network, bits }: Prefix): boolean =>
  bits === 0 || (address ^ network) >>> (32 - bits) === 0
export const prefixText = ({ network, bits }: Prefix): string => `${addressText(network)}/${bits}`

/** An address with how long its prefix is: 10.44.10.20/24; null for anything else. */
export function readInterfaceAddress(text: string): { address: Address; bits: number } | null {
  const [quad = '', length = '', ...more] = text.split('/')
  const address = readAddress(quad)
  const bits = /^(0|[1-9]\d?)$/.test(length) ? Number(length) : NaN
  return address === null || more.length > 0 || !(bits <= 32) ? null : { address, bits }
}

/** A prefix as it is written: 10.44.10.0/24; null also where an address of it isn’t its first. */
export function readPrefix(text: string): Prefix | null {
  const read = readInterfaceAddress(text)
  return read && networkOf(read.address, read.bits) === read.address ? { network: read.address, bits: read.bits } : null
}

export const ALL_HARDWARE: HardwareAddress = 0xff_ff_ff_ff_ff_ff

export const hardwareText = (address: HardwareAddress): string =>
  (address.toString(16).padStart(12, '0').match(/../g) ?? []).join(':')

/** Whether packets to an address are for a group: from 224.0.0.0 to 239.255.255.255 (RFC 1112). */
export const isGroupAddress = (address: Address): boolean => address >>> 28 === 14
/** The hardware address by which a group is meant (RFC 1112, 6.4); of everyone’s address that of everyone. */
export const hardwareForMany = (address: Address): HardwareAddress =>
  isGroupAddress(address) ? 0x01_00_5e_00_00_00 + (address % 2 ** 23) : ALL_HARDWARE

export const isGroup = (address: HardwareAddress): boolean => Math.floor(address / 2 ** 40) % 2 === 1

export const addressSchema = z.string().refine(text => readAddress(text) !== null, 'an address such as 10.44.10.20')
export const interfaceAddressSchema = z
  .string()
  .refine(text => readInterfaceAddress(text) !== null, 'an address with its prefix, such as 10.44.10.20/24')
export const prefixSchema = z.string().refine(text => readPrefix(text) !== null, 'a prefix such as 10.44.10.0/24')
