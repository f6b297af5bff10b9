import { RateLimiterMemory } from 'rate-limiter-flexible'
import type { CourseGiven, CourseRequest } from '../../../core/wire/assigning'
import type { CourseView } from '../../../core/wire/courses'
import { assignmentsIn } from '../../db/assignments'
import { coursesIn } from '../../db/groups'
import type { Course } from '../../db/groups'
import type { Person } from '../../db/people'
import { sittingsIn } from '../../db/sittings'
import type { AuditService } from '../ground/auditing'
import type { Context } from '../ground/context'
import { aboutShare } from '../ground/notices'
import type { NoticeBoard } from '../ground/notices'
import { notFound, Problem } from '../ground/problem'
import { readable } from '../ground/readable'

/** Courses of study: made by trainers, joined by their invitation code; a trial one can be left again. */
export function courseService({ db, now, newId }: Context, audit: AuditService, notices: NoticeBoard) {
  const courses = coursesIn(db)
  const assignments = assignmentsIn(db)
  const wrongCodes = new RateLimiterMemory({ points: 8, duration: 600 })

  async function viewOf({ id, title, about, trial }: Course): Promise<CourseView> {
    return { id, title, about, trial, papers: (await courses.assignments(id)).length }
  }

  async function givenOf(course: Course): Promise<CourseGiven> {
    return {
      ...course,
      people: (await courses.members(course.id)).length,
      papers: (await courses.assignments(course.id)).length,
    }
  }

  /** The course as it is asked for; throws a Problem with 409 where another course has its code. */
  async function wanted(id: string, request: CourseRequest, codeBefore = ''): Promise<Course> {
    const inviteCode = request.inviteCode || codeBefore || readable(2).toUpperCase()
    const other = await courses.byCode(inviteCode)
    if (other && other.id !== id)
      throw new Problem(409, 'code-taken', `“${other.title}” has this invitation code already.`, {
        inviteCode: 'taken',
      })
    return { ...request, id, inviteCode }
  }

  return {
    /** Every course, for those who give papers. */
    async all(): Promise<CourseGiven[]> {
      return Promise.all((await courses.all()).map(givenOf))
    },

    async make(trainer: Person, request: CourseRequest): Promise<CourseGiven> {
      const course = await wanted(newId(), request)
      await courses.add(course)
      await audit.note(trainer, 'make-course', [{ detail: course.title }])
      return givenOf(course)
    },

    /** Who has joined stays in it, also under another code. */
    async change(trainer: Person, id: string, request: CourseRequest): Promise<CourseGiven> {
      const before = (await courses.all()).find(course => course.id === id)
      if (!before) throw notFound('course')
      const course = await wanted(id, request, before.inviteCode)
      await courses.change(course)
      await audit.note(trainer, 'change-course', [
        {
          detail: [
            before.title === course.title ? course.title : `${before.title}, now ${course.title}`,
            ...(before.inviteCode === course.inviteCode ? [] : ['another code']),
          ].join(', '),
        },
      ])
      return givenOf(course)
    },

    async of(person: Person): Promise<CourseView[]> {
      return Promise.all((await courses.of(person.id)).map(viewOf))
    },

    async join(person: Person, code: string): Promise<CourseView> {
      const state = await wrongCodes.get(person.id)
      if (state && state.consumedPoints >= 8) {
        const seconds = Math.ceil(state.msBeforeNext / 1000)
        throw new Problem(
          429,
          'too-many-codes',
          `Too many codes were wrong. Try again in ${Math.ceil(seconds / 60)} min.`,
          undefined,
          seconds,
        )
      }
      const course = await courses.byCode(code.trim())
      if (!course) {
        await wrongCodes.consume(person.id).catch(() => undefined)
        throw new Problem(404, 'wrong-code', 'No course has this invitation code.', { code: 'not an invitation code' })
      }
      await courses.join(course.id, person.id, now())
      for (const id of await courses.assignments(course.id)) {
        await assignments.giveTo(id, [person.id])
        notices.tell({ ...aboutShare(id, person.id), what: 'given' })
      }
      return viewOf(course)
    },

    /** Leaves a trial course. Papers that were sat stay among the past sittings. */
    async leave(person: Person, courseId: string): Promise<void> {
      const course = (await courses.of(person.id)).find(({ id }) => id === courseId)
      if (!course) throw notFound('course')
      if (!course.trial) throw new Problem(409, 'not-a-trial', 'Only a trial course can be left. Ask your trainer.')
      const given = await courses.assignments(courseId)
      const running = (await sittingsIn(db).of(person.id)).some(
        ({ state, assignmentId }) => state === 'running' && given.includes(assignmentId),
      )
      if (running) throw new Problem(409, 'under-way', 'A sitting of this course is under way. Hand it in first.')
      await assignments.withdraw(given, person.id, now())
      await courses.leave(courseId, person.id)
    },
  }
}
