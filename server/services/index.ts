import { adjustingService } from './adjusting'
import { afterwardsService } from './afterwards'
import { assigningService } from './assigning'
import { auditService } from './auditing'
import { authService } from './auth'
import type { Context } from './context'
import { courseService } from './courses'
import { sittingWriter } from './ending'
import { gateKeeper } from './gates'
import { liveSittings } from './live-sittings'
import { marksService } from './marks'
import { messageService } from './messages'
import { noticeBoard } from './notices'
import { peopleService } from './people'
import { planService } from './plans'
import { presenceBook } from './presence'
import { resultService } from './results'
import { roomService } from './rooms'
import { sittingService } from './sittings'
import { skillService } from './skills'
import { startingService } from './starting'
import { workService } from './work'

/** All services over one database. */
export function servicesOf(context: Context) {
  const plans = planService(context)
  const live = liveSittings(context, plans)
  const notices = noticeBoard()
  const presence = presenceBook(context.now)
  const writer = sittingWriter(context, live, notices)
  const audit = auditService(context)
  const auth = authService(context)
  const starting = startingService(context, plans, gateKeeper(), notices)
  const sittings = sittingService(context, { live, writer, starting, notices, presence })
  return {
    plans,
    auth,
    work: workService(context, plans, starting),
    starting,
    sittings,
    results: resultService(context, plans, sittings),
    skills: skillService(context, plans),
    courses: courseService(context, audit),
    messages: messageService(context, live, notices),
    afterwards: afterwardsService(context, plans, live),
    rooms: roomService(context, { plans, live, writer, notices, presence, audit }),
    assigning: assigningService(context, { plans, live, writer, audit }),
    marks: marksService(context, plans),
    adjusting: adjustingService(context, audit),
    people: peopleService(context, { auth, audit }),
    audit,
  }
}
export type Services = ReturnType<typeof servicesOf>
