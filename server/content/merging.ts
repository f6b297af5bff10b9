type Named = Record<string, unknown> & { name: string }

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
const isNamed = (value: unknown): value is Named => isObject(value) && typeof value.name === 'string'

/**
 * A value with a change made to it. Objects are changed part by part, and a part that is null is taken away (as in
 * RFC 7396); in lists of things with names, each is changed that has the name of one of the change's, and others are
 * added; any other list is added to.
 */
export function merged(value: unknown, change: unknown): unknown {
  if (Array.isArray(value) && Array.isArray(change)) return mergedLists(value, change)
  if (!isObject(value) || !isObject(change)) return change
  const parts = Object.entries(change).map(
    ([key, part]) => [key, key in value ? merged(value[key], part) : part] as const,
  )
  return Object.fromEntries(
    Object.entries({ ...value, ...Object.fromEntries(parts) }).filter(([, part]) => part !== null),
  )
}

function mergedLists(list: readonly unknown[], change: readonly unknown[]): unknown[] {
  const changes = new Map(change.filter(isNamed).map(one => [one.name, one]))
  const known = new Set(list.filter(isNamed).map(({ name }) => name))
  const kept = list.map(one => (isNamed(one) && changes.has(one.name) ? merged(one, changes.get(one.name)) : one))
  return [...kept, ...change.filter(one => !isNamed(one) || !known.has(one.name))]
}
