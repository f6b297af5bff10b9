/** Something that only its owner can read: AES-GCM (NIST SP 800-38D) with a fresh value for each. */
export interface Sealed {
  iv: Uint8Array<ArrayBuffer>
  data: ArrayBuffer
}

/** Keeps what waits on this device unreadable for whoever uses it next. */
export interface Sealing {
  /** Whose it is. */
  owner: string
  seal(bytes: Uint8Array<ArrayBuffer>): Promise<Sealed>
  /** Null for what somebody else sealed. */
  open(sealed: Sealed): Promise<Uint8Array<ArrayBuffer> | null>
}

const bytesFrom = (base64url: string): Uint8Array<ArrayBuffer> =>
  Uint8Array.from(atob(base64url.replaceAll('-', '+').replaceAll('_', '/')), sign => sign.charCodeAt(0))

/**
 * By the key that the server gives to a person who is signed in, and to nobody else. Null where there is none, or the
 * browser has no such means, as on a page without HTTPS.
 */
export async function sealingOf(person: { id: string; deviceKey: string } | null): Promise<Sealing | null> {
  if (!person?.deviceKey || !globalThis.crypto?.subtle) return null
  const { subtle } = crypto
  const key = await subtle.importKey('raw', bytesFrom(person.deviceKey), 'AES-GCM', false, ['encrypt', 'decrypt'])
  return {
    owner: person.id,
    async seal(bytes) {
      const iv = crypto.getRandomValues(new Uint8Array(12))
      return { iv, data: await subtle.encrypt({ name: 'AES-GCM', iv }, key, bytes) }
    },
    open: ({ iv, data }) =>
      subtle.decrypt({ name: 'AES-GCM', iv }, key, data).then(
        bytes => new Uint8Array(bytes),
        () => null,
      ),
  }
}
