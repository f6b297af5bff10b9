import type { RoomRow } from '../wire/room'

export interface Attention {
  /** The greater, the sooner somebody should look. 0: nothing to do. */
  rank: number
  reasons: string[]
}

/** Seconds without a connection, or with the window out of sight, after which the room is told. */
const UNCONNECTED_S = 20
const AWAY_S = 10
/** Failed checks within two minutes that look like guessing. */
const FAST_TRIES = 3
const TRIES_WITHIN_S = 120

const since = (moment: string | null, now: number): number => (moment === null ? 0 : (now - Date.parse(moment)) / 1000)

function words(seconds: number): string {
  return seconds < 90 ? `${Math.round(seconds)} s` : `${Math.round(seconds / 60)} min`
}

/** Who needs somebody, and why. `now` is the server's time in ms. */
export function attentionOf(row: RoomRow, now: number): Attention {
  const found: [number, string][] = []
  const working = row.state === 'working' || row.state === 'paused' || row.state === 'on-break'
  if (row.unanswered > 0)
    found.push([100, row.unanswered === 1 ? 'asks for help' : `asks for help (${row.unanswered} messages)`])
  if (row.state === 'waiting') found.push([90, `waits to be let in, ${words(since(row.waitingSince, now))}`])
  const unseen = since(row.seenAt ?? row.savedAt, now)
  if (working && !row.connected && unseen > UNCONNECTED_S) found.push([80, `no connection for ${words(unseen)}`])
  if (working && since(row.awaySince, now) > AWAY_S)
    found.push([70, `away from the window for ${words(since(row.awaySince, now))}`])
  if (working && row.failedLately >= FAST_TRIES && since(row.lastFailedAt, now) <= TRIES_WITHIN_S)
    found.push([60, `${row.failedLately} tries spent in 2 min`])
  if (row.state === 'working' && row.deadline !== null) {
    const left = (Date.parse(row.deadline) - now) / 1000
    if (left <= 300 && left > 0) found.push([40, `${words(left)} left`])
  }
  if (row.state === 'paused') found.push([20, 'clock stopped'])
  return {
    rank: found.reduce((sum, [rank], index) => sum + (index === 0 ? rank : rank / 100), 0),
    reasons: found.map(([, text]) => text),
  }
}

export const roomFilters = ['all', 'attention', 'waiting', 'working', 'paused', 'ended'] as const
export type RoomFilter = (typeof roomFilters)[number]

export function isIn(filter: RoomFilter, row: RoomRow, attention: Attention): boolean {
  switch (filter) {
    case 'all':
      return true
    case 'attention':
      return attention.rank >= 40
    case 'waiting':
      return row.state === 'waiting'
    case 'working':
      return row.state === 'working'
    case 'paused':
      return row.state === 'paused' || row.state === 'on-break'
    case 'ended':
      return row.state === 'ended' || row.state === 'voided'
  }
}

/** Of those who need nobody, who comes first. */
const order: RoomRow['state'][] = [
  'waiting',
  'paused',
  'on-break',
  'working',
  'admitted',
  'ended',
  'voided',
  'not-here',
]

/** Those who need somebody first, then by state and name. The order doesn't change while nothing does. */
export function inOrder(rows: readonly RoomRow[], now: number): { row: RoomRow; attention: Attention }[] {
  return rows
    .map(row => ({ row, attention: attentionOf(row, now) }))
    .sort(
      (a, b) =>
        b.attention.rank - a.attention.rank ||
        order.indexOf(a.row.state) - order.indexOf(b.row.state) ||
        a.row.name.localeCompare(b.row.name, 'en-GB') ||
        a.row.key.localeCompare(b.row.key),
    )
}
