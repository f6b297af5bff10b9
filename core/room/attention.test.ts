import { describe, expect, it } from 'vitest'
import type { RoomRow } from '../wire/room'
import { attentionOf, inOrder, isIn } from './attention'

const NOW = Date.UTC(2026, 10, 25, 9)
const ago = (seconds: number): string => new Date(NOW - seconds * 1000).toISOString()
const row = (change: Partial<RoomRow> = {}): RoomRow => ({
  key: 'a x',
  assignmentId: 'a',
  personId: 'x',
  name: 'X',
  paperTitle: 'P',
  sittingId: 's',
  state: 'working',
  waitingSince: null,
  codeEntered: false,
  where: '',
  finished: '',
  startedAt: ago(600),
  deadline: ago(-1200),
  closesFirst: false,
  extendedMinutes: 0,
  pausedSince: null,
  pauseReason: '',
  savedAt: ago(2),
  connected: true,
  seenAt: ago(0),
  awaySince: null,
  awayTimes: 0,
  failedLately: 0,
  lastFailedAt: null,
  unanswered: 0,
  device: '',
  devices: 0,
  adjustments: [],
  how: '',
  ...change,
})
const reasons = (change: Partial<RoomRow>): string => attentionOf(row(change), NOW).reasons.join('; ')

describe('who needs somebody', () => {
  it.each([
    ['nobody at work and connected', {}, ''],
    ['who asks', { unanswered: 1 }, 'asks for help'],
    ['who asks again', { unanswered: 3 }, 'asks for help (3 messages)'],
    [
      'who waits at the door',
      { state: 'waiting' as const, sittingId: null, waitingSince: ago(100) },
      'waits to be let in, 2 min',
    ],
    ['whose connection has been gone for a while', { connected: false, seenAt: ago(45) }, 'no connection for 45 s'],
    ['but not at once', { connected: false, seenAt: ago(15) }, ''],
    [
      'who was never seen, counted from the last save',
      { connected: false, seenAt: null, savedAt: ago(180) },
      'no connection for 3 min',
    ],
    ['who looks elsewhere', { awaySince: ago(30) }, 'away from the window for 30 s'],
    ['but not at a glance', { awaySince: ago(5) }, ''],
    ['who spends tries fast', { failedLately: 3, lastFailedAt: ago(20) }, '3 tries spent in 2 min'],
    ['but not when that is over', { failedLately: 3, lastFailedAt: ago(200) }, ''],
    ['whose time runs out', { deadline: ago(-80) }, '80 s left'],
    ['whose clock stands', { state: 'paused' as const }, 'clock stopped'],
    ['nobody who has ended', { state: 'ended' as const, connected: false, seenAt: ago(900), awaySince: ago(900) }, ''],
  ])('%s', (_, change, words) => expect(reasons(change)).toBe(words))
})

describe('the order of the board', () => {
  const rows = [
    row({ key: '1', name: 'Nobody here', state: 'not-here', sittingId: null, deadline: null }),
    row({ key: '2', name: 'Zita at work' }),
    row({ key: '3', name: 'Away', awaySince: ago(60) }),
    row({ key: '4', name: 'Asks', unanswered: 1 }),
    row({ key: '5', name: 'Asks and away', unanswered: 1, awaySince: ago(60) }),
    row({ key: '6', name: 'Ada at work' }),
  ]

  it('is by need, the greater first, then by state and name', () => {
    expect(inOrder(rows, NOW).map(line => line.row.name)).toEqual([
      'Asks and away',
      'Asks',
      'Away',
      'Ada at work',
      'Zita at work',
      'Nobody here',
    ])
    expect(inOrder([...rows].reverse(), NOW).map(line => line.row.key)).toEqual(
      inOrder(rows, NOW).map(line => line.row.key),
    )
  })

  it('is cut by filters whose counts add up', () => {
    const lines = inOrder(rows, NOW)
    const count = (filter: Parameters<typeof isIn>[0]): number =>
      lines.filter(line => isIn(filter, line.row, line.attention)).length
    expect([count('all'), count('attention'), count('working'), count('waiting'), count('ended')]).toEqual([
      6, 3, 5, 0, 0,
    ])
  })
})
