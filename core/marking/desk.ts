import { z } from 'zod'
import { sure } from '../ground/sure'
import { pointsInWords } from './points'
import type { Hundredths } from './points'

const words = z.string().trim().max(4000)

/** A remark on a place in the answer: from one character up to another, counted from 0. */
const remark = z.strictObject({ from: z.int().min(0), to: z.int().min(1), text: words.min(1) })

/** What a marker gives a step: points by criterion, in hundredths, and words for the trainee. */
export const givenMark = z.strictObject({
  points: z.record(z.string().max(60), z.int().min(0).max(10_000)),
  comment: words.default(''),
  remarks: z.array(remark).max(50).default([]),
})
export type GivenMark = z.infer<typeof givenMark>

/** What is done at the desk with one answer. Nothing is ever changed: what was done is only added to. */
export const deskAct = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('marked'), given: givenMark }),
  /** The marker takes their newest mark back; the one before it holds again. */
  z.strictObject({ kind: z.literal('taken-back') }),
  /** Two marks differ, and somebody says what holds. */
  z.strictObject({ kind: z.literal('settled'), given: givenMark }),
  /** From now on the trainee sees this, and it counts. */
  z.strictObject({ kind: z.literal('released'), given: givenMark }),
  /** The trainee says something to it, once; and somebody answers, once. */
  z.strictObject({ kind: z.literal('replied'), text: words.min(1) }),
  z.strictObject({ kind: z.literal('answered'), text: words.min(1) }),
])
export type DeskAct = z.infer<typeof deskAct>

export interface DeskEntry {
  at: string
  by: string
  act: DeskAct
}

/** What has been done with one answer so far. */
export interface Marking {
  /** Each marker’s marks, the newest last. */
  marks: ReadonlyMap<string, readonly GivenMark[]>
  /** Whose mark is the newest of all. */
  newest: string | null
  settled: GivenMark | null
  released: GivenMark | null
  reply: string | null
  answered: string | null
}

const nothing: Marking = { marks: new Map(), newest: null, settled: null, released: null, reply: null, answered: null }

export function foldMarking(entries: readonly DeskEntry[]): Marking {
  return entries.reduce<Marking>((now, { by, act }) => {
    switch (act.kind) {
      case 'marked':
      case 'taken-back': {
        const own = now.marks.get(by) ?? []
        const marks = new Map(now.marks)
        const left = act.kind === 'marked' ? [...own, act.given] : own.slice(0, -1)
        if (left.length === 0) marks.delete(by)
        else marks.set(by, left)
        // What was settled was settled about other marks.
        return { ...now, marks, settled: null, newest: marks.has(by) ? by : ([...marks.keys()].at(-1) ?? null) }
      }
      case 'settled':
        return { ...now, settled: act.given }
      case 'released':
        return { ...now, released: act.given }
      case 'replied':
        return { ...now, reply: act.text }
      case 'answered':
        return { ...now, answered: act.text }
    }
  }, nothing)
}

/** How far an answer has come at the desk. */
export const deskStates = ['to-mark', 'one-more', 'differs', 'ready', 'released'] as const
export type DeskState = (typeof deskStates)[number]
export interface Standing {
  state: DeskState
  /** What holds, once it is said; the trainee sees it once it is released. */
  given: GivenMark | null
}

const pointsAlike = (one: GivenMark, other: GivenMark): boolean =>
  Object.keys({ ...one.points, ...other.points }).every(id => one.points[id] === other.points[id])

/** Two marks that came to the same points, with what both said. */
function together(one: GivenMark, other: GivenMark): GivenMark {
  const comments = [one.comment, other.comment].filter((text, at, all) => text !== '' && all.indexOf(text) === at)
  return { points: one.points, comment: comments.join('\n\n'), remarks: [...one.remarks, ...other.remarks] }
}

function decided({ marks, settled, newest }: Marking, markers: 1 | 2): Standing {
  if (settled) return { state: 'ready', given: settled }
  if (markers === 1) {
    const last = newest === null ? undefined : marks.get(newest)?.at(-1)
    return last ? { state: 'ready', given: last } : { state: 'to-mark', given: null }
  }
  const [one, other] = [...marks.values()].map(all => sure(all.at(-1)))
  if (!one) return { state: 'to-mark', given: null }
  if (!other) return { state: 'one-more', given: null }
  return pointsAlike(one, other) ? { state: 'ready', given: together(one, other) } : { state: 'differs', given: null }
}

/** Where an answer stands that so many mark. One that was marked anew after its release is ready for another. */
export function standingOf(marking: Marking, markers: 1 | 2): Standing {
  const now = decided(marking, markers)
  const same = now.given !== null && JSON.stringify(now.given) === JSON.stringify(marking.released)
  return now.state === 'ready' && same ? { ...now, state: 'released' } : now
}

interface Marked {
  id: string
  outOf: Hundredths
}
/** Why a mark can’t be given to these criteria, in words; null where it can. */
export function whyNoMark({ points, remarks }: GivenMark, criteria: readonly Marked[]): string | null {
  const stranger = Object.keys(points).find(id => !criteria.some(one => one.id === id))
  if (stranger !== undefined) return `There is no criterion ${stranger} here.`
  const missing = criteria.filter(({ id }) => points[id] === undefined)
  if (missing.length > 0) return 'Every criterion needs points, even if they are none.'
  const over = criteria.find(({ id, outOf }) => sure(points[id]) > outOf)
  if (over) return `${pointsInWords(sure(points[over.id]))} is more than the ${pointsInWords(over.outOf)} there are.`
  return remarks.some(({ from, to }) => to <= from) ? 'A remark stands on at least one character.' : null
}

/** How the answers to one step are called at the desk. */
export const deskKey = (taskId: string, stepId: string): string => `${taskId}/${stepId}`

/** What was released to each step of a sitting, by all that was done with it. */
export function releasedIn(entries: ReadonlyMap<string, readonly DeskEntry[]>): Map<string, GivenMark> {
  return new Map(
    [...entries].flatMap(([key, own]) => {
      const given = foldMarking(own).released
      return given ? [[key, given] as const] : []
    }),
  )
}
