import { adjustingService } from './giving/adjusting'
import { afterwardsService } from './evidence/afterwards'
import { assigningService } from './giving/assigning'
import { auditService } from './ground/auditing'
import { authService } from './people/auth'
import type { Context } from './ground/context'
import { courseService } from './giving/courses'
import { sittingWriter } from './sitting/ending'
import { endKeeper } from './sitting/ends'
import { figureKeeper } from './sitting/figures'
import { gateKeeper } from './sitting/gates'
import { inboxService } from './room/inbox'
import { judgeService } from './sitting/judging'
import { liveSittings } from './sitting/live-sittings'
import type { MemoryRules } from './sitting/live-sittings'
import { looksService } from './people/looks'
import { markingService } from './marking/marking'
import { marksService } from './giving/marks'
import { messageService } from './room/messages'
import { noticeBoard } from './ground/notices'
import { peopleService } from './people/people'
import { planService } from './sitting/plans'
import { presenceBook } from './sitting/presence'
import { recordingService } from './sitting/recordings'
import { rescoringService } from './results/rescoring'
import { resultService } from './results/results'
import { roomService } from './room/rooms'
import { secondFactors } from './people/second-factor'
import { sittingService } from './sitting/sittings'
import { skillService } from './results/skills'
import { startingService } from './sitting/starting'
import { unitService } from './giving/units'
import { workService } from './my-work/work'

/** All services over one database. */
export function servicesOf(context: Context, memory: Partial<MemoryRules> = {}) {
  const plans = planService(context)
  const judging = judgeService(context)
  const live = liveSittings(context, plans, judging, memory)
  const notices = noticeBoard()
  const presence = presenceBook(context.now)
  const audit = auditService(context)
  const ends = endKeeper(context, audit)
  const figures = figureKeeper(context, live)
  const writer = sittingWriter(context, { live, notices, judging, ends, figures })
  const factors = secondFactors(context, audit)
  const auth = authService(context, factors, audit)
  const gates = gateKeeper()
  const starting = startingService(context, plans, gates, notices)
  const sittings = sittingService(context, { live, writer, starting, notices, presence, judging, ends })
  const units = unitService(context, plans, audit)
  return {
    plans,
    auth,
    factors,
    work: workService(context, plans, starting),
    starting,
    sittings,
    recordings: recordingService(context, { live, writer }),
    results: resultService(context, { plans, sittings, judging }),
    skills: skillService(context, plans),
    courses: courseService(context, audit, notices),
    messages: messageService(context, live, notices),
    inbox: inboxService(context, { plans, notices, audit }),
    afterwards: afterwardsService(context, { plans, live, units, judging }),
    rooms: roomService(context, { plans, live, figures, writer, notices, presence, audit, gates }),
    assigning: assigningService(context, { plans, live, writer, notices, audit }),
    marks: marksService(context, plans),
    marking: markingService(context, { plans, live, figures, judging, audit }),
    units,
    adjusting: adjustingService(context, audit),
    people: peopleService(context, { auth, factors, audit }),
    looks: looksService(context),
    rescoring: rescoringService(context, { plans, judging, audit }),
    audit,
  }
}
export type Services = ReturnType<typeof servicesOf>
