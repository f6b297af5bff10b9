import { z } from 'zod'

const moment = z.string()

/**
 * One person at one paper, as the room sees them. Facts only: what needs attention is worked out from them and the
 * time.
 */
export const roomRow = z.strictObject({
  key: z.string(),
  assignmentId: z.string(),
  personId: z.string(),
  name: z.string(),
  paperTitle: z.string(),
  sittingId: z.string().nullable(),
  state: z.enum(['not-here', 'waiting', 'admitted', 'working', 'paused', 'on-break', 'ended', 'voided']),
  waitingSince: moment.nullable(),
  codeEntered: z.boolean(),
  /** Task 3 of 10, step 2: as the trainee sees it. */
  where: z.string(),
  finished: z.string(),
  startedAt: moment.nullable(),
  deadline: moment.nullable(),
  closesFirst: z.boolean(),
  extendedMinutes: z.number(),
  pausedSince: moment.nullable(),
  pauseReason: z.string(),
  savedAt: moment.nullable(),
  connected: z.boolean(),
  seenAt: moment.nullable(),
  awaySince: moment.nullable(),
  awayTimes: z.int(),
  /** Failed checks of the last two minutes. */
  failedLately: z.int(),
  lastFailedAt: moment.nullable(),
  /** Messages of the trainee that the room has not answered. */
  unanswered: z.int(),
  device: z.string(),
  /** How many devices it was sat on so far. */
  devices: z.int(),
  adjustments: z.array(z.string()),
  how: z.string(),
})
export type RoomRow = z.infer<typeof roomRow>

export const roomView = z.strictObject({ id: z.string(), title: z.string(), now: moment, rows: z.array(roomRow) })
export type RoomView = z.infer<typeof roomView>

export const roomChange = z.strictObject({ now: moment, rows: z.array(roomRow) })
export type RoomChange = z.infer<typeof roomChange>

const roomListed = z.strictObject({
  id: z.string(),
  title: z.string(),
  papers: z.array(z.string()),
  people: z.int(),
  working: z.int(),
  waiting: z.int(),
  /** Ids of those who run it. Administrators run every room besides. */
  runBy: z.array(z.string()),
  /** Whether who asks runs it. */
  mayRun: z.boolean(),
})

export const roomListView = z.strictObject({
  /** Whether who asks may say who runs a room, and everyone who could. */
  mayStaff: z.boolean(),
  invigilators: z.array(z.strictObject({ id: z.string(), name: z.string() })),
  rooms: z.array(roomListed),
})
export type RoomListView = z.infer<typeof roomListView>

export const roomRequest = z.strictObject({
  title: z
    .string()
    .trim()
    .max(60)
    .regex(/[\p{L}\p{N}]/u, 'Name the room.'),
})

export const roomStaffRequest = z.strictObject({ people: z.array(z.string().max(60)).max(200) })

const reason = z.string().trim().min(1, 'Say why.').max(300)
const shares = z
  .array(z.strictObject({ assignmentId: z.string().max(60), personId: z.string().max(60) }))
  .min(1)
  .max(1000)
const ids = z.array(z.string().max(60)).min(1).max(1000)

/** What an invigilator does. Every one of them goes into the audit log. */
export const roomAct = z.discriminatedUnion('act', [
  z.strictObject({ act: z.literal('admit'), people: shares }),
  z.strictObject({
    act: z.literal('enter-code'),
    people: shares,
    code: z.string().trim().min(1, 'Enter the code.').max(40),
  }),
  z.strictObject({ act: z.literal('pause'), sittings: ids, reason }),
  z.strictObject({ act: z.literal('resume'), sittings: ids }),
  z.strictObject({ act: z.literal('extend'), sittings: ids, minutes: z.int().min(1).max(240), reason }),
  z.strictObject({ act: z.literal('free'), sittings: ids, reason }),
  z.strictObject({ act: z.literal('end'), sittings: ids, reason }),
  z.strictObject({ act: z.literal('void'), sittings: ids, reason }),
  z.strictObject({
    act: z.literal('incident'),
    sittings: z.array(z.string().max(60)).max(1000),
    text: z.string().trim().min(1, 'Say what happened.').max(2000),
  }),
  z.strictObject({
    act: z.literal('message'),
    sittings: ids,
    text: z.string().trim().min(1, 'Write something first.').max(1000),
  }),
])
export type RoomAct = z.infer<typeof roomAct>

/** How many it was done to, and to whom it wasn't and why. */
export const roomActed = z.strictObject({
  done: z.int(),
  refused: z.array(z.strictObject({ name: z.string(), why: z.string() })),
})
export type RoomActed = z.infer<typeof roomActed>

export const auditView = z.strictObject({
  seq: z.int(),
  at: moment,
  who: z.string(),
  action: z.string(),
  room: z.string(),
  subject: z.string(),
  sittingId: z.string(),
  detail: z.string(),
})
export type AuditView = z.infer<typeof auditView>

export const auditPage = z.strictObject({ intact: z.boolean(), entries: z.array(auditView), next: z.int().nullable() })
