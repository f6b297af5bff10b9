import type { PaceView } from './sitting'
import { iso, ms } from '../ground/time/moments'

type SectionPace = PaceView['sections'][number]

/** Goes on from a section that closes at a moment to the next open one, as the server will when it hears of it. */
function afterClosing(pace: PaceView, id: string, closed: 'left' | 'time-up', at: number): PaceView {
  const place = pace.sections.findIndex(section => section.id === id)
  const closing = pace.sections.map((section): SectionPace =>
    section.id === id
      ? { ...section, closed, deadline: null, leftMs: closed === 'time-up' ? 0 : section.leftMs }
      : section,
  )
  const next = [...closing.slice(place + 1), ...closing.slice(0, place)].find(section => section.closed === null)
  const sections = closing.map(section =>
    section.id === next?.id && section.leftMs !== null ? { ...section, deadline: iso(at + section.leftMs) } : section,
  )
  const open = sections.filter(section => section.closed === null)
  const last = open.every(({ leftMs }) => leftMs !== null)
    ? at + open.reduce((sum, { leftMs }) => sum + (leftMs ?? 0), 0)
    : Infinity
  return {
    ...pace,
    sections,
    section: next?.id ?? null,
    deadline: last < ms(pace.deadline) ? iso(last) : pace.deadline,
  }
}

/** The pace after its trainee has left a section for good. Nothing changes if it was closed already. */
export function paceAfterLeaving(pace: PaceView, sectionId: string, now: number): PaceView {
  const section = pace.sections.find(({ id }) => id === sectionId)
  return section?.closed === null && pace.section === sectionId ? afterClosing(pace, sectionId, 'left', now) : pace
}

/** The pace at a moment in ms: sections whose own time has run out meanwhile are closed, one after the other. */
export function paceAt(pace: PaceView, now: number): PaceView {
  const current = pace.sections.find(({ id }) => id === pace.section)
  if (pace.paused !== null || !current?.deadline || now < ms(current.deadline)) return pace
  return paceAt(afterClosing(pace, current.id, 'time-up', ms(current.deadline)), now)
}
