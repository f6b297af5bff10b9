import { z } from 'zod'
import { addressSchema, prefixSchema } from '../../../ground/addresses/ipv4'
import { RECORD_KINDS } from '../frames/dns'
import { SEVERITIES } from '../frames/syslog'
import { DUPLEXES } from '../settings/kinds/ethernet'
import { TRANSPORTS } from '../frames/ipv4'
import { deviceName, portPlace } from '../site'

/** A device is told something: one of these values; an empty one for nothing. */
const setCheck = z.strictObject({
  kind: z.literal('set'),
  device: deviceName,
  path: z.string(),
  is: z.array(z.string()).min(1),
})

/** Something from a device to an address or a name: an echo, or a port that answers. */
const flow = {
  from: deviceName,
  to: z.string().min(1),
  protocol: z.enum(['icmp', ...TRANSPORTS]).default('icmp'),
  port: z.int().min(1).max(65_535).optional(),
  /** Whether it must not come through. */
  not: z.boolean().default(false),
  /** Cables that fail before it is tried, each by one of its ports. */
  broken: z.array(portPlace).default([]),
}

/** It comes through to there and back, or must not; tried on a copy. */
const reachesCheck = z.strictObject({ kind: z.literal('reaches'), ...flow })

/** The same of several at once, each for its part of the points. */
const flowsCheck = z.strictObject({ kind: z.literal('flows'), flows: z.array(z.strictObject(flow)).min(2) })

/** What a device sends somewhere goes by another device on its way. */
const passesCheck = z.strictObject({
  kind: z.literal('passes'),
  from: deviceName,
  to: addressSchema,
  through: deviceName,
})

/** A port has got an address by asking: in a prefix, or one of these, from a server. */
const obtainsCheck = z.strictObject({
  kind: z.literal('obtains'),
  device: deviceName,
  port: z.string().default('p1'),
  within: prefixSchema.optional(),
  is: z.array(addressSchema).optional(),
  server: addressSchema.optional(),
})

/** The cable in a port has come to a link: one that goes at so many Mbit/s at least, and whose ends talk alike. */
const linkCheck = z.strictObject({
  kind: z.literal('link'),
  at: portPlace,
  speed: z.number().positive().optional(),
  duplex: z.enum(DUPLEXES).optional(),
  /** Whether no other cable may join the same two devices. */
  alone: z.boolean().default(false),
})

/** A device has joined a network on the air, by its name there: one that goes so fast at least, in Mbit/s. */
const joinsCheck = z.strictObject({
  kind: z.literal('joins'),
  device: deviceName,
  ssid: z.string().min(1),
  rate: z.number().positive().optional(),
})

/** A user logs in at a device, from another: by its key, or by a password; or must not. */
const logsInCheck = z.strictObject({
  kind: z.literal('logs-in'),
  from: deviceName,
  to: addressSchema,
  user: z.string(),
  password: z.string().optional(),
  not: z.boolean().default(false),
})

/** What a device says of itself, this bad, comes to who keeps it. */
const logsCheck = z.strictObject({
  kind: z.literal('logs'),
  from: deviceName,
  at: deviceName,
  severity: z.enum(SEVERITIES).default('notice'),
  /** Whether it must say when that was. */
  timed: z.boolean().default(false),
  /** Whether what is less bad must not be sent. */
  least: z.boolean().default(false),
})

/** A name is resolved, asked from a device. */
const resolvesCheck = z.strictObject({
  kind: z.literal('resolves'),
  device: deviceName,
  name: z.string().min(1),
  type: z.enum(RECORD_KINDS).default('a'),
  is: z.array(z.string()).min(1),
})

/** An interface is in a network of its own within a block, with room for so many hosts and no more than that takes. */
const roomCheck = z.strictObject({
  kind: z.literal('room'),
  device: deviceName,
  interface: z.string(),
  within: prefixSchema,
  hosts: z.int().min(1),
})

/** No two devices have one address. */
const uniqueCheck = z.strictObject({ kind: z.literal('unique') })

/** A switch is the root of the spanning tree for all that are joined to it, and by its priority, not by chance. */
const rootCheck = z.strictObject({ kind: z.literal('root'), device: deviceName })

/** A cable joins two ports. */
const joinedCheck = z.strictObject({ kind: z.literal('joined'), from: portPlace, to: portPlace })

/** Nothing was changed but what some step asks to be changed, and settings of these devices. */
const unchangedCheck = z.strictObject({
  kind: z.literal('unchanged'),
  may: z.array(deviceName).default([]),
})

/** What a step on a network can be checked for. */
export const networkCheck = z.discriminatedUnion('kind', [
  setCheck,
  reachesCheck,
  flowsCheck,
  passesCheck,
  obtainsCheck,
  linkCheck,
  joinsCheck,
  logsInCheck,
  logsCheck,
  resolvesCheck,
  roomCheck,
  uniqueCheck,
  rootCheck,
  joinedCheck,
  unchangedCheck,
])
export type NetworkCheck = z.infer<typeof networkCheck>
export type CheckOf<Kind extends NetworkCheck['kind']> = Extract<NetworkCheck, { kind: Kind }>
