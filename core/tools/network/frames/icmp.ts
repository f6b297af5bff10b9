import { checksum } from '../bytes/checksum'
import { Reader } from '../bytes/reading'
import { Writer } from '../bytes/writing'

/** Why a packet didn’t come through, by the codes of RFC 792 and RFC 1812. */
export const UNREACHABLE = { network: 0, host: 1, protocol: 2, port: 3, fragmenting: 4, forbidden: 13 } as const
export type Unreachable = keyof typeof UNREACHABLE

/** A control message (RFC 792). `about`: the head of the packet that it tells of. */
export type Icmp =
  | { kind: 'echo' | 'echo-reply'; identifier: number; sequence: number; data: Uint8Array }
  | { kind: 'unreachable'; why: Unreachable; about: Uint8Array }
  | { kind: 'time-exceeded'; about: Uint8Array }

const TYPES = { 'echo-reply': 0, 'unreachable': 3, 'echo': 8, 'time-exceeded': 11 } as const

export function writeIcmp(message: Icmp): Uint8Array {
  const body = (sum: number): Uint8Array => {
    const writer = new Writer()
      .byte(TYPES[message.kind])
      .byte(message.kind === 'unreachable' ? UNREACHABLE[message.why] : 0)
      .word(sum)
    if ('about' in message) return writer.long(0).put(message.about).done()
    return writer.word(message.identifier).word(message.sequence).put(message.data).done()
  }
  return body(checksum(body(0)))
}

/** Null for what is damaged or of a kind that nobody here sends. Throws CutShort. */
export function readIcmp(bytes: Uint8Array): Icmp | null {
  if (checksum(bytes) !== 0) return null
  const reader = new Reader(bytes)
  const [type, code] = [reader.byte(), reader.byte()]
  reader.word()
  switch (type) {
    case TYPES.echo:
    case TYPES['echo-reply']:
      return {
        kind: type === TYPES.echo ? 'echo' : 'echo-reply',
        identifier: reader.word(),
        sequence: reader.word(),
        data: reader.rest(),
      }
    case TYPES.unreachable: {
      const why = (Object.keys(UNREACHABLE) as Unreachable[]).find(one => UNREACHABLE[one] === code)
      reader.long()
      return why ? { kind: 'unreachable', why, about: reader.rest() } : null
    }
    case TYPES['time-exceeded']:
      reader.long()
      return { kind: 'time-exceeded', about: reader.rest() }
    default:
      return null
  }
}
