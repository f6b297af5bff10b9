import type { HardwareAddress } from '../../../ground/addresses/ipv4'
import { Reader } from '../bytes/reading'
import { Writer } from '../bytes/writing'
import { HEAD, readHardware, writeFrame, writeHardware } from './ethernet'

/** A bridge by its priority and its address: the smaller one is preferred (IEEE 802.1D-2004, 9.2.5). */
export interface BridgeId {
  priority: number
  hardware: HardwareAddress
}

/** What a port of a bridge is for the tree. */
export type Role = 'alternate' | 'root' | 'designated'
const ROLES: readonly Role[] = ['alternate', 'root', 'designated']

/** What bridges tell each other for the rapid spanning tree (IEEE 802.1D-2004, 9.3.3). */
export interface TreeMessage {
  root: BridgeId
  cost: number
  bridge: BridgeId
  /** The port by which it was sent: its priority and its number. */
  port: number
  role: Role
  proposal: boolean
  agreement: boolean
  learning: boolean
  forwarding: boolean
  /** Through how many bridges it has come, as seconds. */
  age: number
}

/** To all bridges next door (IEEE 802.1Q, table 8-1), by the logical link of IEEE 802.2. */
const BRIDGES: HardwareAddress = 0x01_80_c2_00_00_00
const LINK = [0x42, 0x42, 0x03] as const
const FLAGS = { proposal: 2, learning: 16, forwarding: 32, agreement: 64 } as const
/** Times are written in parts of 1/256 s. */
const PARTS = 256
export const TIMES = { maxAge: 20, hello: 2, forwardDelay: 15 } as const

const writeBridge = (writer: Writer, { priority, hardware }: BridgeId): Writer =>
  writeHardware(writer.word(priority), hardware)
const readBridge = (reader: Reader): BridgeId => ({ priority: reader.word(), hardware: readHardware(reader) })

export function writeTreeFrame(from: HardwareAddress, message: TreeMessage): Uint8Array {
  const flags =
    ((ROLES.indexOf(message.role) + 1) << 2) +
    (message.proposal ? FLAGS.proposal : 0) +
    (message.learning ? FLAGS.learning : 0) +
    (message.forwarding ? FLAGS.forwarding : 0) +
    (message.agreement ? FLAGS.agreement : 0)
  const writer = new Writer(40).byte(LINK[0]).byte(LINK[1]).byte(LINK[2])
  writer.word(0).byte(2).byte(2).byte(flags)
  writeBridge(writer, message.root).long(message.cost)
  writeBridge(writer, message.bridge).word(message.port)
  for (const seconds of [message.age, TIMES.maxAge, TIMES.hello, TIMES.forwardDelay]) writer.word(seconds * PARTS)
  const payload = writer.byte(0).done()
  // In place of what it carries stands how long it is (IEEE 802.3, 3.2.6).
  return writeFrame({ to: BRIDGES, from, carries: payload.length, payload })
}

/** Null for what is no such message. Throws CutShort. */
export function readTreeFrame(bytes: Uint8Array): TreeMessage | null {
  const reader = new Reader(bytes.subarray(HEAD))
  const link = [reader.byte(), reader.byte(), reader.byte()]
  if (link.some((byte, at) => byte !== LINK[at]) || reader.word() !== 0) return null
  const [version, type, flags] = [reader.byte(), reader.byte(), reader.byte()]
  const role = ROLES[((flags >> 2) & 3) - 1]
  if (version < 2 || type !== 2 || !role) return null
  const root = readBridge(reader)
  const cost = reader.long()
  const bridge = readBridge(reader)
  return {
    root,
    cost,
    bridge,
    port: reader.word(),
    role,
    proposal: (flags & FLAGS.proposal) !== 0,
    learning: (flags & FLAGS.learning) !== 0,
    forwarding: (flags & FLAGS.forwarding) !== 0,
    agreement: (flags & FLAGS.agreement) !== 0,
    age: Math.floor(reader.word() / PARTS),
  }
}
