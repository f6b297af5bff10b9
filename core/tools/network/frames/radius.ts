import { md5 } from '@noble/hashes/legacy.js'
import { CutShort, Reader } from '../bytes/reading'
import { Writer } from '../bytes/writing'
import type { Address } from '../../../ground/addresses/ipv4'

/** Asking a directory whether somebody may come in (RFC 2865). */
export const DIRECTORY_PORT = 1812
const CODES = { request: 1, accept: 2, reject: 3 } as const
export type Verdict = 'accept' | 'reject'
/** Attributes by their numbers (RFC 2865, 5). */
const ATTRIBUTES = { user: 1, password: 2, askerAddress: 4, asked: 30, asking: 31, portType: 61 } as const
/** The kind of port by which somebody wants to come in: IEEE 802.11 (RFC 2865, 5.41). */
const WIRELESS = 19
const HEAD = 20
const BLOCK = 16

/** The question whether somebody with a name and a password may come in. */
export interface AccessRequest {
  identifier: number
  /** 16 bytes that nobody can foresee. */
  authenticator: Uint8Array
  user: string
  password: string
  /** Who asks. */
  from: Address
  /** The access point and the network on the air, and the station, each as text (RFC 3580, 3.20 and 3.21). */
  asked: string
  asking: string
}

const text = (words: string): Uint8Array => new TextEncoder().encode(words)
const joined = (...parts: readonly Uint8Array[]): Uint8Array => {
  const writer = new Writer()
  for (const part of parts) writer.put(part)
  return writer.done()
}

/** Hides a password by the secret, or finds it again: each block by the one before it (RFC 2865, 5.2). */
function veiled(bytes: Uint8Array, secret: string, authenticator: Uint8Array, hide: boolean): Uint8Array {
  const result = new Uint8Array(bytes.length)
  let before = authenticator
  for (let at = 0; at < bytes.length; at += BLOCK) {
    const key = md5(joined(text(secret), before))
    for (const [place, byte] of key.entries()) result[at + place] = (bytes[at + place] ?? 0) ^ byte
    before = (hide ? result : bytes).subarray(at, at + BLOCK)
  }
  return result
}

export function hidden(password: string, secret: string, authenticator: Uint8Array): Uint8Array {
  const bytes = text(password)
  const padded = new Uint8Array(Math.max(1, Math.ceil(bytes.length / BLOCK)) * BLOCK)
  padded.set(bytes)
  return veiled(padded, secret, authenticator, true)
}

function found(bytes: Uint8Array, secret: string, authenticator: Uint8Array): string {
  const padded = veiled(bytes, secret, authenticator, false)
  return new TextDecoder().decode(padded.subarray(0, padded.findLastIndex(byte => byte !== 0) + 1))
}

const attribute = (type: number, bytes: Uint8Array): Uint8Array =>
  joined(new Uint8Array([type, bytes.length + 2]), bytes)
const long = (value: number): Uint8Array => new Writer(4).long(value).done()

function message(code: number, identifier: number, authenticator: Uint8Array, attributes: Uint8Array): Uint8Array {
  const head = new Writer(HEAD)
    .byte(code)
    .byte(identifier)
    .word(HEAD + attributes.length)
    .put(authenticator)
  return head.put(attributes).done()
}

export function writeRequest(request: AccessRequest, secret: string): Uint8Array {
  const { identifier, authenticator, user, password, from, asked, asking } = request
  const attributes = joined(
    attribute(ATTRIBUTES.user, text(user)),
    attribute(ATTRIBUTES.password, hidden(password, secret, authenticator)),
    attribute(ATTRIBUTES.askerAddress, long(from)),
    attribute(ATTRIBUTES.asked, text(asked)),
    attribute(ATTRIBUTES.asking, text(asking)),
    attribute(ATTRIBUTES.portType, long(WIRELESS)),
  )
  return message(CODES.request, identifier, authenticator, attributes)
}

/** The name and password of a request, found by the secret; null for what is none. */
export function readRequest(
  bytes: Uint8Array,
  secret: string,
): Omit<AccessRequest, 'from' | 'asked' | 'asking'> | null {
  try {
    const reader = new Reader(bytes)
    if (reader.byte() !== CODES.request) return null
    const identifier = reader.byte()
    const length = reader.word()
    if (length < HEAD || length > bytes.length) return null
    const authenticator = reader.take(BLOCK)
    const within = new Reader(reader.take(length - HEAD))
    const attributes = new Map<number, Uint8Array>()
    while (within.left > 0) {
      const [type, size] = [within.byte(), within.byte()]
      if (size < 2) return null
      attributes.set(type, within.take(size - 2))
    }
    const [user, password] = [attributes.get(ATTRIBUTES.user), attributes.get(ATTRIBUTES.password)]
    if (!user || !password || password.length % BLOCK !== 0) return null
    return {
      identifier,
      authenticator,
      user: new TextDecoder().decode(user),
      password: found(password, secret, authenticator),
    }
  } catch (error) {
    if (error instanceof CutShort) return null
    throw error
  }
}

/** Proves that an answer comes from who knows the secret (RFC 2865, 3: Response Authenticator). */
function proofOf(answer: Uint8Array, asked: Uint8Array, secret: string): Uint8Array {
  return md5(joined(answer.subarray(0, 4), asked, answer.subarray(HEAD), text(secret)))
}

export function writeVerdict(
  verdict: Verdict,
  { identifier, authenticator }: Pick<AccessRequest, 'identifier' | 'authenticator'>,
  secret: string,
  attributes: Uint8Array = new Uint8Array(),
): Uint8Array {
  const answer = message(CODES[verdict], identifier, authenticator, attributes)
  return message(CODES[verdict], identifier, proofOf(answer, authenticator, secret), attributes)
}

/** What the directory says to a request; null for what answers no such request, or comes from who hasn’t the secret. */
export function readVerdict(
  bytes: Uint8Array,
  { identifier, authenticator }: Pick<AccessRequest, 'identifier' | 'authenticator'>,
  secret: string,
): Verdict | null {
  const verdict = bytes[0] === CODES.accept ? 'accept' : bytes[0] === CODES.reject ? 'reject' : null
  if (!verdict || bytes.length < HEAD || bytes[1] !== identifier) return null
  const proof = proofOf(bytes, authenticator, secret)
  return proof.every((byte, at) => bytes[4 + at] === byte) ? verdict : null
}
