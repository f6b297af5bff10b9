/**
 * What a device may send of a sitting, said once for the device, which refuses what is larger before it is done, and
 * for the server, which refuses what comes all the same.
 */

/**
 * Of one event, in bytes of its JSON in UTF-8. A paste of 3,000 rows of 20 columns of a price list (a name, a day and
 * amounts) has 584,992.
 */
export const MOST_EVENT_BYTES = 800_000

/** Of one operation: the rest is what it is sent in. */
export const MOST_OP_BYTES = MOST_EVENT_BYTES - 2000

/** Of what is sent at once: one event of the largest kind, or many small ones. */
export const MOST_BATCH_BYTES = 1_000_000

/** So long a batch may be on its way, in ms: the largest at 5 kB/s. */
export const BATCH_WITHIN_MS = 200_000

/** How many bytes something has as JSON in UTF-8. */
export const bytesOf = (value: unknown): number => new TextEncoder().encode(JSON.stringify(value)).length

export const isTooLarge = (value: unknown, most: number): boolean => {
  const text = JSON.stringify(value)
  // A character is four bytes at most: only what may be too large is counted.
  return text.length > most || (text.length * 4 > most && new TextEncoder().encode(text).length > most)
}
