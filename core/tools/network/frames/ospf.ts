import type { Address } from '../../../ground/addresses/ipv4'
import { checksum } from '../bytes/checksum'
import { Reader, wordAt } from '../bytes/reading'
import { putWord, Writer } from '../bytes/writing'

/** What routers tell each other about their links (RFC 2328, appendix A), for one area and without authentication. */
export type OspfPacket =
  | (Head & { kind: 'hello'; hello: Hello })
  | (Head & { kind: 'description'; description: Description })
  | (Head & { kind: 'request'; wanted: readonly LinkStateKey[] })
  | (Head & { kind: 'update'; states: readonly LinkState[] })
  | (Head & { kind: 'acknowledgement'; heads: readonly LinkStateHead[] })

interface Head {
  router: Address
  area: Address
}

export interface Hello {
  mask: number
  interval: number
  dead: number
  priority: number
  designated: Address
  backup: Address
  neighbours: readonly Address[]
}

/** What a router’s database holds, by its heads. */
export interface Description {
  first: boolean
  more: boolean
  master: boolean
  sequence: number
  heads: readonly LinkStateHead[]
}

export interface LinkStateKey {
  type: 'router' | 'network'
  id: Address
  from: Address
}

export interface LinkStateHead extends LinkStateKey {
  sequence: number
  checksum: number
  length: number
}

/** A link of a router: to another router, to a network that several share, or to one that ends there. */
export interface RouterLink {
  kind: 'point-to-point' | 'transit' | 'stub'
  /** The other router; the address of the designated one; the network. */
  id: Address
  /** The own address there; of a stub its mask. */
  data: number
  cost: number
}

/** What one router says of itself, or of a network for which it is designated (RFC 2328, A.4). */
export type LinkState = LinkStateKey & { sequence: number } & (
    { type: 'router'; links: readonly RouterLink[] } | { type: 'network'; mask: number; routers: readonly Address[] }
  )

const KINDS = { hello: 1, description: 2, request: 3, update: 4, acknowledgement: 5 } as const
const TYPES = { router: 1, network: 2 } as const
const LINKS = { 'point-to-point': 1, 'transit': 2, 'stub': 3 } as const
const HEADER = 24
const STATE_HEADER = 20
/** Which parts of the protocol a router can do: external routes. */
const OPTIONS = 2
const MTU = 1500

/** Names by their numbers. */
const byNumber = <Name extends string>(names: Readonly<Record<Name, number>>): ReadonlyMap<number, Name> =>
  new Map((Object.keys(names) as Name[]).map(name => [names[name], name]))
const [KIND_NAMES, TYPE_NAMES, LINK_NAMES] = [byNumber(KINDS), byNumber(TYPES), byNumber(LINKS)]

/** The checksum of a link state (RFC 905, annex B), over all of it but its age. */
function fletcher(bytes: Uint8Array, at: number): number {
  let [first, second] = [0, 0]
  for (const byte of bytes) {
    first = (first + byte) % 255
    second = (second + first) % 255
  }
  let x = ((bytes.length - at - 1) * first - second) % 255
  if (x <= 0) x += 255
  let y = 510 - first - x
  if (y > 255) y -= 255
  return x * 256 + y
}

function bodyOf(state: LinkState): Uint8Array {
  const writer = new Writer()
  if (state.type === 'network') {
    writer.long(state.mask)
    for (const router of state.routers) writer.long(router)
    return writer.done()
  }
  writer.word(0).word(state.links.length)
  for (const { kind, id, data, cost } of state.links) writer.long(id).long(data).byte(LINKS[kind]).byte(0).word(cost)
  return writer.done()
}

const written = new WeakMap<LinkState, Uint8Array>()

/** A link state as bytes, with its checksum; one that is handed on again and again is written once. */
function writeState(state: LinkState): Uint8Array {
  const known = written.get(state) ?? stateBytes(state)
  written.set(state, known)
  return known
}

function stateBytes(state: LinkState): Uint8Array {
  const body = bodyOf(state)
  const bytes = new Writer(STATE_HEADER + body.length)
    .word(1)
    .byte(OPTIONS)
    .byte(TYPES[state.type])
    .long(state.id)
    .long(state.from)
    .long(state.sequence)
    .word(0)
    .word(STATE_HEADER + body.length)
    .put(body)
    .done()
  const sum = fletcher(bytes.subarray(2), 14)
  putWord(bytes, 16, sum)
  return bytes
}

export function headOf(state: LinkState): LinkStateHead {
  const bytes = writeState(state)
  const { type, id, from, sequence } = state
  return { type, id, from, sequence, checksum: wordAt(bytes, 16), length: bytes.length }
}

function writeHead(writer: Writer, { type, id, from, sequence, checksum: sum, length }: LinkStateHead): void {
  writer.word(1).byte(OPTIONS).byte(TYPES[type]).long(id).long(from).long(sequence).word(sum).word(length)
}

function writeBody(writer: Writer, packet: OspfPacket): void {
  switch (packet.kind) {
    case 'hello': {
      const { mask, interval, dead, priority, designated, backup, neighbours } = packet.hello
      writer.long(mask).word(interval).byte(OPTIONS).byte(priority).long(dead).long(designated).long(backup)
      for (const neighbour of neighbours) writer.long(neighbour)
      break
    }
    case 'description': {
      const { first, more, master, sequence, heads } = packet.description
      writer
        .word(MTU)
        .byte(OPTIONS)
        .byte((first ? 4 : 0) + (more ? 2 : 0) + (master ? 1 : 0))
        .long(sequence)
      for (const head of heads) writeHead(writer, head)
      break
    }
    case 'request':
      for (const { type, id, from } of packet.wanted) writer.long(TYPES[type]).long(id).long(from)
      break
    case 'update':
      writer.long(packet.states.length)
      for (const state of packet.states) writer.put(writeState(state))
      break
    case 'acknowledgement':
      for (const head of packet.heads) writeHead(writer, head)
  }
}

export function writeOspf(packet: OspfPacket): Uint8Array {
  const writer = new Writer(256)
  writeBody(writer, packet)
  const body = writer.done()
  const bytes = new Writer(HEADER + body.length)
    .byte(2)
    .byte(KINDS[packet.kind])
    .word(HEADER + body.length)
    .long(packet.router)
    .long(packet.area)
    .word(0)
    .word(0)
    .long(0)
    .long(0)
    .put(body)
    .done()
  const sum = checksum(bytes)
  putWord(bytes, 12, sum)
  return bytes
}

function readHead(reader: Reader): LinkStateHead | null {
  reader.word()
  reader.byte()
  const type = TYPE_NAMES.get(reader.byte())
  const [id, from, sequence] = [reader.long(), reader.long(), reader.long()]
  const [sum, length] = [reader.word(), reader.word()]
  return type ? { type, id, from, sequence, checksum: sum, length } : null
}

function readState(reader: Reader): LinkState | null {
  const head = readHead(reader)
  if (!head) return null
  const body = new Reader(reader.take(head.length - STATE_HEADER))
  const { id, from, sequence } = head
  if (head.type === 'network') {
    const mask = body.long()
    const routers: Address[] = []
    while (body.left >= 4) routers.push(body.long())
    return { type: 'network', id, from, sequence, mask, routers }
  }
  body.word()
  const links = Array.from({ length: body.word() }, (): RouterLink => {
    const [other, data, kind] = [body.long(), body.long(), LINK_NAMES.get(body.byte())]
    body.byte()
    return { kind: kind ?? 'stub', id: other, data, cost: body.word() }
  })
  return { type: 'router', id, from, sequence, links }
}

function readHeads(reader: Reader): LinkStateHead[] {
  const heads: (LinkStateHead | null)[] = []
  while (reader.left >= STATE_HEADER) heads.push(readHead(reader))
  return heads.filter(head => head !== null)
}

/** Null for what is damaged, or of another version. Throws CutShort. */
export function readOspf(bytes: Uint8Array): OspfPacket | null {
  if (checksum(bytes) !== 0) return null
  const reader = new Reader(bytes)
  const [version, kind] = [reader.byte(), KIND_NAMES.get(reader.byte())]
  reader.word()
  const head = { router: reader.long(), area: reader.long() }
  reader.take(12)
  if (version !== 2 || !kind) return null
  switch (kind) {
    case 'hello': {
      const [mask, interval] = [reader.long(), reader.word()]
      reader.byte()
      const [priority, dead, designated, backup] = [reader.byte(), reader.long(), reader.long(), reader.long()]
      const neighbours: Address[] = []
      while (reader.left >= 4) neighbours.push(reader.long())
      return { ...head, kind, hello: { mask, interval, dead, priority, designated, backup, neighbours } }
    }
    case 'description': {
      reader.word()
      reader.byte()
      const [flags, sequence] = [reader.byte(), reader.long()]
      const [first, more, master] = [4, 2, 1].map(flag => (flags & flag) !== 0) as [boolean, boolean, boolean]
      return { ...head, kind, description: { first, more, master, sequence, heads: readHeads(reader) } }
    }
    case 'request': {
      const wanted: LinkStateKey[] = []
      while (reader.left >= 12) {
        const type = TYPE_NAMES.get(reader.long())
        const [id, from] = [reader.long(), reader.long()]
        if (type) wanted.push({ type, id, from })
      }
      return { ...head, kind, wanted }
    }
    case 'update': {
      const states = Array.from({ length: reader.long() }, () => readState(reader))
      return { ...head, kind, states: states.filter(state => state !== null) }
    }
    case 'acknowledgement':
      return { ...head, kind, heads: readHeads(reader) }
  }
}
