import { CutShort, Reader } from '../bytes/reading'
import { Writer } from '../bytes/writing'
import type { Address } from '../../../ground/addresses/ipv4'
import type { Address6 } from '../../../ground/addresses/ipv6'
import { address6At, writeAddress6 } from './ipv6'

/** Kinds of records, by their numbers (RFC 1035, 3.2.2; RFC 3596). */
export const RECORDS = { a: 1, cname: 5, ptr: 12, mx: 15, aaaa: 28 } as const
export type RecordKind = keyof typeof RECORDS
export const RECORD_KINDS = ['a', 'aaaa', 'cname', 'ptr', 'mx'] as const satisfies readonly RecordKind[]

/** A record: what is said of a name. */
export type NameRecord =
  | { name: string; kind: 'a'; address: Address }
  | { name: string; kind: 'aaaa'; address: Address6 }
  | { name: string; kind: 'cname' | 'ptr'; other: string }
  | { name: string; kind: 'mx'; preference: number; other: string }

/** What came of a question (RFC 1035, 4.1.1). */
export const CODES = { found: 0, failed: 2, unknown: 3, refused: 5 } as const
export type Code = keyof typeof CODES

/** A question about a name, or the answer to one (RFC 1035, 4). */
export interface NameMessage {
  identifier: number
  answer: boolean
  /** Whether who answers has it from its own zones. */
  authoritative: boolean
  code: Code
  name: string
  kind: RecordKind
  records: readonly NameRecord[]
}

export const NAME_PORT = 53
const INTERNET = 1
/** For so many seconds others may remember a record. */
const LIFE = 3600
const ASKED = 0x0100
const ANSWER = 0x8080
const AUTHORITY = 0x0400
/** The most bytes of a name, and of a part of one (RFC 1035, 2.3.4). */
const MOST = 253

function writeName(writer: Writer, name: string): void {
  for (const label of name.split('.').filter(Boolean)) {
    const bytes = new TextEncoder().encode(label)
    writer.byte(bytes.length).put(bytes)
  }
  writer.byte(0)
}

function dataOf(record: NameRecord): Uint8Array {
  const writer = new Writer()
  if (record.kind === 'a') return writer.long(record.address).done()
  if (record.kind === 'aaaa') return writeAddress6(writer, record.address).done()
  if (record.kind === 'mx') writer.word(record.preference)
  writeName(writer, record.other)
  return writer.done()
}

export function writeNameMessage(message: NameMessage): Uint8Array {
  const flags = ASKED + (message.answer ? ANSWER : 0) + (message.authoritative ? AUTHORITY : 0) + CODES[message.code]
  const writer = new Writer(128)
    .word(message.identifier)
    .word(flags)
    .word(1)
    .word(message.records.length)
    .word(0)
    .word(0)
  writeName(writer, message.name)
  writer.word(RECORDS[message.kind]).word(INTERNET)
  for (const record of message.records) {
    const data = dataOf(record)
    writeName(writer, record.name)
    writer.word(RECORDS[record.kind]).word(INTERNET).long(LIFE).word(data.length).put(data)
  }
  return writer.done()
}

function readName(reader: Reader): string {
  const labels: string[] = []
  let length = 0
  for (let size = reader.byte(); size !== 0; size = reader.byte()) {
    length += size + 1
    // Names are written out here; one that points elsewhere isn’t read.
    if (size > 63 || length > MOST) throw new CutShort('This name is too long, or points elsewhere.')
    labels.push(new TextDecoder().decode(reader.take(size)))
  }
  return labels.join('.')
}

function readRecord(reader: Reader): NameRecord | null {
  const name = readName(reader)
  const number = reader.word()
  reader.word()
  reader.long()
  const data = new Reader(reader.take(reader.word()))
  switch (number) {
    case RECORDS.a:
      return { name, kind: 'a', address: data.long() }
    case RECORDS.aaaa:
      return { name, kind: 'aaaa', address: address6At(data.rest(), 0) }
    case RECORDS.cname:
      return { name, kind: 'cname', other: readName(data) }
    case RECORDS.ptr:
      return { name, kind: 'ptr', other: readName(data) }
    case RECORDS.mx:
      return { name, kind: 'mx', preference: data.word(), other: readName(data) }
    default:
      return null
  }
}

/** Null for a question of a kind that nobody here asks. Throws CutShort. */
export function readNameMessage(bytes: Uint8Array): NameMessage | null {
  const reader = new Reader(bytes)
  const [identifier, flags, questions, answers] = [reader.word(), reader.word(), reader.word(), reader.word()]
  reader.long()
  if (questions !== 1) return null
  const name = readName(reader)
  const number = reader.word()
  reader.word()
  const kind = (Object.keys(RECORDS) as RecordKind[]).find(one => RECORDS[one] === number)
  const code = (Object.keys(CODES) as Code[]).find(one => CODES[one] === flags % 16)
  if (!kind || !code) return null
  const records = Array.from({ length: answers }, () => readRecord(reader)).filter(record => record !== null)
  return {
    identifier,
    answer: flags >= 0x8000,
    authoritative: (flags & AUTHORITY) !== 0,
    code,
    name,
    kind,
    records,
  }
}
