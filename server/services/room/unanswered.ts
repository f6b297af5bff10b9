import type { Message } from '../../db/messages'

/** How many messages a trainee has written since anybody said something to them. Oldest first. */
export function unanswered(messages: readonly Message[]): number {
  const last = messages.findLastIndex(({ side }) => side === 'room')
  return messages.slice(last + 1).length
}
