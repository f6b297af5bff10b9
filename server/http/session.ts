import { getCookie, setCookie, useSession } from 'h3'
import type { H3Event, SessionConfig } from 'h3'
import { LRUCache } from 'lru-cache'
import { calledUrl } from './sender'
import { cookieSecret, settings } from './settings'

/** With HTTPS alone, cookies are those of this very host, whatever others of its domain set (RFC 6265bis, 4.1.3.2). */
const named = (name: string): string => (settings.https ? `__Host-${name}` : name)
const SESSION = named('anvil')
const DEVICE = named('anvil-device')
const cookieFor = (event: H3Event) => ({
  httpOnly: true,
  sameSite: 'lax' as const,
  path: '/',
  secure: settings.https || calledUrl(event).protocol === 'https:',
})

/** Whether a call comes with a session at all, good or not. */
export const hasSession = (event: H3Event): boolean => getCookie(event, SESSION) !== undefined

export function sessionOf(event: H3Event) {
  const config: SessionConfig = {
    password: cookieSecret(),
    name: SESSION,
    maxAge: 12 * 3600,
    cookie: cookieFor(event),
    // A session comes in by its cookie alone.
    sessionHeader: false,
  }
  return useSession<{ signInId?: string }>(event, config)
}

/**
 * What sealed cookies hold. Opening one costs more than anything else of a small call; whether its sign-in is
 * still good is asked each time.
 */
const opened = new LRUCache<string, string>({ max: 5000, ttl: 600_000 })

export async function signInIdOf(event: H3Event): Promise<string | undefined> {
  const sealed = getCookie(event, SESSION)
  if (sealed === undefined) return undefined
  const known = opened.get(sealed)
  if (known !== undefined) return known
  const { signInId } = (await sessionOf(event)).data
  if (signInId !== undefined) opened.set(sealed, signInId)
  return signInId
}

/** The sign-in of a call, where its cookie was opened before; null for anybody else, as far as is known at once. */
export const knownSignInOf = (event: H3Event): string | null => opened.get(getCookie(event, SESSION) ?? '') ?? null

/** What the device keeps so that it is known again, whoever signs in on it; it lets nobody in. */
export const deviceTokenOf = (event: H3Event): string | undefined => {
  const token = getCookie(event, DEVICE)
  return token !== undefined && /^[\w-]{20,64}$/.test(token) ? token : undefined
}

export function keepDeviceToken(event: H3Event, token: string): void {
  setCookie(event, DEVICE, token, { ...cookieFor(event), maxAge: 400 * 24 * 3600 })
}
