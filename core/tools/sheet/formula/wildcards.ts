import { LRUCache } from 'lru-cache'

const patterns = new LRUCache<string, RegExp>({ max: 500 })

/**
 * A pattern with wildcards (ODF 1.3 part 4, 3.4): `?` is any one character, `*` any number of them, `~` takes
 * the meaning from the next. Upper and lower case are the same.
 */
export function wildcardPattern(text: string, whole = true): RegExp {
  const key = `${whole ? '=' : '~'}${text}`
  const known = patterns.get(key)
  if (known) return known
  const source = text.replace(/~[?*~]|[?*]|[.+^${}()|[\]\\]/g, found => {
    if (found === '?') return '.'
    if (found === '*') return '.*'
    if (found.startsWith('~')) return `\\${found[1]!}`.replace('\\~', '~')
    return `\\${found}`
  })
  const pattern = new RegExp(whole ? `^${source}$` : source, 'isu')
  patterns.set(key, pattern)
  return pattern
}

export const hasWildcard = (text: string): boolean => /[?*~]/.test(text)
