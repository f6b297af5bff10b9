import { createHash } from 'node:crypto'

/**
 * What a page may load and run (Content Security Policy, level 3): what comes from here, and of scripts that stand in
 * the page itself those of which a hash is given. Styles stand in pages too: components set them as they are shown.
 */
export function contentPolicy(scriptHashes: readonly string[] = []): string {
  return [
    "default-src 'self'",
    ["script-src 'self'", ...scriptHashes.map(hash => `'${hash}'`)].join(' '),
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "media-src 'self' blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "object-src 'none'",
    "frame-src 'none'",
    "frame-ancestors 'none'",
    "base-uri 'none'",
    "form-action 'self'",
  ].join('; ')
}

const INLINE = /<script\b(?![^>]*\bsrc=)[^>]*>([\s\S]*?)<\/script>/gi

/** The hashes of the scripts that stand in a page, as a policy names them. */
export function scriptHashesIn(page: string): string[] {
  const scripts = [...page.matchAll(INLINE)].map(([, script = '']) => script)
  return [...new Set(scripts.map(script => `sha256-${createHash('sha256').update(script).digest('base64')}`))]
}
