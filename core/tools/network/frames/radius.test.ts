import { describe, expect, it } from 'vitest'
import { hidden, readRequest, readVerdict, writeRequest, writeVerdict } from './radius'

const bytes = (hex: string): Uint8Array => Uint8Array.from(Buffer.from(hex.replaceAll(' ', ''), 'hex'))
/** The worked example of RFC 2865, 7.1: nemo with the password arctangent. */
const secret = 'xyzzy5461'
const authenticator = bytes('0f 40 3f 94 73 97 80 57 bd 83 d5 cb 98 f4 22 7a')
const request = bytes(
  `01 00 00 38 0f 40 3f 94 73 97 80 57 bd 83 d5 cb 98 f4 22 7a
01 06 6e 65 6d 6f 02 12 0d be 70 8d 93 d4 13 ce 31 96 e4 3f 78 2a 0a ee
04 06 c0 a8 01 10 05 06 00 00 00 03`.replaceAll('\n', ' '),
)
const accepted = '06 06 00 00 00 01 0f 06 00 00 00 00 0e 06 c0 a8 01 03'

describe('asking a directory (RFC 2865)', () => {
  it('hides a password as the worked example does', () => {
    expect(hidden('arctangent', secret, authenticator)).toEqual(
      bytes('0d be 70 8d 93 d4 13 ce 31 96 e4 3f 78 2a 0a ee'),
    )
  })

  it('reads the worked example, and finds nothing of use with another secret', () => {
    expect(readRequest(request, secret)).toMatchObject({ identifier: 0, user: 'nemo', password: 'arctangent' })
    expect(readRequest(request, 'xyzzy')?.password).not.toBe('arctangent')
  })

  it('answers as the worked example does', () => {
    const answer = writeVerdict('accept', { identifier: 0, authenticator }, secret, bytes(accepted))
    expect(answer).toEqual(bytes(`02 00 00 26 86 fe 22 0e 76 24 ba 2a 10 05 f6 bf 9b 55 e0 b2 ${accepted}`))
  })

  it('takes an answer only from who has the secret, and to its own question', () => {
    const own = { identifier: 7, authenticator }
    const answer = writeVerdict('reject', own, secret)
    expect(readVerdict(answer, own, secret)).toBe('reject')
    expect(readVerdict(answer, own, 'another')).toBeNull()
    expect(readVerdict(answer, { ...own, identifier: 8 }, secret)).toBeNull()
    expect(readVerdict(answer, { ...own, authenticator: new Uint8Array(16) }, secret)).toBeNull()
  })

  it.each(['', 'a', 'sixteen letters.', 'a password of more than one block, and of more than two'])(
    'finds “%s” again',
    password => {
      const whole = { identifier: 3, authenticator, user: 'clerk', password, from: 0x0a2c0a02, asked: 'a', asking: 'b' }
      expect(readRequest(writeRequest(whole, secret), secret)).toMatchObject({ user: 'clerk', password })
    },
  )

  it('passes over what is cut short or lies about its length', () => {
    for (let length = 0; length < request.length; length += 1)
      expect(readRequest(request.subarray(0, length), secret)).toBeNull()
    const lying = request.slice()
    lying[21] = 1
    expect(readRequest(lying, secret)).toBeNull()
  })
})
