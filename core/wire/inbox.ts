import { z } from 'zod'
import { messageView } from './sitting'

/** What is said with one sitting that is in no room: its trainee writes to the trainers. */
const conversation = z.strictObject({
  sittingId: z.string(),
  name: z.string(),
  paperTitle: z.string(),
  running: z.boolean(),
  /** Messages of the trainee since anybody answered. */
  waiting: z.int(),
  said: z.array(messageView),
})
export type Conversation = z.infer<typeof conversation>

/** What waits first, the longest at the top; then the rest, the newest at the top. */
export const inboxView = z.strictObject({ waiting: z.int(), conversations: z.array(conversation) })
export type InboxView = z.infer<typeof inboxView>

export const inboxAnswer = z.strictObject({ text: z.string().trim().min(1, 'Write something first.').max(1000) })
