import { ed25519 } from '@noble/curves/ed25519.js'
import { sha256 } from '@noble/hashes/sha2.js'

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text)
const base64 = (bytes: Uint8Array): string => btoa(String.fromCharCode(...bytes))
function fromBase64(text: string): Uint8Array | null {
  try {
    return Uint8Array.from(atob(text), letter => letter.charCodeAt(0))
  } catch {
    return null
  }
}

/** The private half of a device’s key: the same one whenever the same network runs. It never leaves the device. */
const privateKeyOf = (device: string): Uint8Array => sha256(bytesOf(`the key of ${device}`))

/** The public half of a device’s key (RFC 8032, Ed25519), in Base64. */
export const publicKeyOf = (device: string): string => base64(ed25519.getPublicKey(privateKeyOf(device)))

/** Whether a text can be somebody’s public key: 32 bytes in Base64. */
export const isPublicKey = (text: string): boolean =>
  /^[A-Za-z0-9+/]{43}=$/.test(text) && fromBase64(text)?.length === 32

export const signedBy = (device: string, text: string): string =>
  base64(ed25519.sign(bytesOf(text), privateKeyOf(device)))

/** Whether a text was signed by whose public key this is. */
export function isSignedFor(publicKey: string, text: string, signature: string): boolean {
  const [key, signed] = [fromBase64(publicKey), fromBase64(signature)]
  if (key?.length !== 32 || signed?.length !== 64) return false
  try {
    return ed25519.verify(signed, bytesOf(text), key)
  } catch {
    // 32 bytes that are no point of the curve.
    return false
  }
}

/** Shows that somebody knows a password without saying it. */
export const proofOf = (password: string, text: string): string => base64(sha256(bytesOf(`${text} ${password}`)))
