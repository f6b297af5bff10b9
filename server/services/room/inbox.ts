import { group } from 'd3'
import type { Conversation, InboxView } from '../../../core/wire/inbox'
import { assignmentsIn } from '../../db/assignments'
import { messagesIn } from '../../db/messages'
import type { Message } from '../../db/messages'
import { peopleIn } from '../../db/people'
import type { Person } from '../../db/people'
import { sittingsIn } from '../../db/sittings'
import type { Sitting } from '../../db/sittings'
import type { AuditService } from '../ground/auditing'
import type { Context } from '../ground/context'
import { about } from '../ground/notices'
import type { NoticeBoard } from '../ground/notices'
import { notFound } from '../ground/problem'
import type { PlanService } from '../sitting/plans'
import { unanswered } from './unanswered'

/** So many messages are looked through, the newest. */
const LOOKED_THROUGH = 500

interface Parts {
  plans: PlanService
  notices: NoticeBoard
  audit: AuditService
}

/** What trainees write whose paper is sat in no room: no invigilator has it on a board, so the trainers answer. */
export function inboxService({ db, now, newId }: Context, { plans, notices, audit }: Parts) {
  const messages = messagesIn(db)
  const sittings = sittingsIn(db)

  /** The sitting, if it is in no room. */
  async function found(sittingId: string) {
    const sitting = await sittings.find(sittingId)
    const assignment = sitting && (await assignmentsIn(db).byId(sitting.assignmentId))
    if (!sitting || !assignment || (assignment.roomId ?? null) !== null) throw notFound('conversation')
    return sitting
  }

  function conversationOf(
    sitting: Sitting,
    said: readonly Message[],
    names: ReadonlyMap<string, Person>,
    paperTitle: string,
  ): Conversation {
    return {
      sittingId: sitting.id,
      name: names.get(sitting.personId)?.name ?? sitting.personId,
      paperTitle,
      running: sitting.state === 'running',
      waiting: unanswered(said),
      said: said.map(({ id, side, personId, text, reference, at }) => ({
        id,
        from: side,
        name: names.get(personId)?.name ?? personId,
        text,
        reference,
        at,
      })),
    }
  }

  return {
    async view(): Promise<InboxView> {
      const said = await messages.inNoRoom(LOOKED_THROUGH)
      const bySitting = group(said, ({ sittingId }) => sittingId)
      const sat = [...(await sittings.byIds([...bySitting.keys()])).values()]
      const names = await peopleIn(db).byIds(said.map(({ personId }) => personId))
      const headOf = await plans.heads(sat)
      const all = sat.map(one => conversationOf(one, bySitting.get(one.id) ?? [], names, headOf(one).title))
      const lastOf = ({ said: own }: Conversation): string => own.at(-1)?.at ?? ''
      const byAge = (one: Conversation, other: Conversation): number => (lastOf(one) < lastOf(other) ? -1 : 1)
      const waiting = all.filter(one => one.waiting > 0).sort(byAge)
      const rest = all.filter(one => one.waiting === 0).sort((one, other) => byAge(other, one))
      return { waiting: waiting.length, conversations: [...waiting, ...rest] }
    },

    async answer(trainer: Person, sittingId: string, text: string): Promise<void> {
      const sitting = await found(sittingId)
      const message = { id: newId(), sittingId, personId: trainer.id, side: 'room' as const, reference: '', text }
      await messages.add({ ...message, at: now() })
      notices.tell({ ...about(sitting), what: 'message' })
      const { personId, assignmentId } = sitting
      await audit.note(trainer, 'message', [{ sittingId, assignmentId, subjectId: personId, detail: text }])
    },
  }
}
export type InboxService = ReturnType<typeof inboxService>
