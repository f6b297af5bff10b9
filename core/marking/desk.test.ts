import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { foldMarking, givenMark, releasedIn, standingOf, whyNoMark } from './desk'
import type { DeskAct, DeskEntry, GivenMark } from './desk'

const given = (method: number, notation: number, comment = ''): GivenMark =>
  givenMark.parse({ points: { method, notation }, comment })
const by = (who: string, act: DeskAct): DeskEntry => ({ at: '2026-11-26T12:00:00.000Z', by: who, act })
const marked = (who: string, mark: GivenMark): DeskEntry => by(who, { kind: 'marked', given: mark })
const stands = (entries: readonly DeskEntry[], markers: 1 | 2 = 1) => {
  const { state, given: holds } = standingOf(foldMarking(entries), markers)
  return holds ? `${state} ${holds.points.method!}+${holds.points.notation!}` : state
}

describe('an answer that one person marks', () => {
  it('waits, is marked, marked otherwise, taken back', () => {
    expect(stands([])).toBe('to-mark')
    const once = [marked('marit', given(300, 50))]
    expect(stands(once)).toBe('ready 300+50')
    const twice = [...once, marked('marit', given(250, 100))]
    expect(stands(twice)).toBe('ready 250+100')
    const back = [...twice, by('marit', { kind: 'taken-back' })]
    expect(stands(back)).toBe('ready 300+50')
    expect(stands([...back, by('marit', { kind: 'taken-back' })])).toBe('to-mark')
  })

  it('has the newest mark of whoever gave it', () => {
    expect(stands([marked('marit', given(300, 50)), marked('asha', given(100, 0))])).toBe('ready 100+0')
  })

  it('is released as it stood then, and ready for another release once it is marked otherwise', () => {
    const first = given(300, 50)
    const released = [marked('marit', first), by('marit', { kind: 'released', given: first })]
    expect(stands(released)).toBe('released 300+50')
    const otherwise = [...released, marked('marit', given(100, 50))]
    expect(stands(otherwise)).toBe('ready 100+50')
    expect(releasedIn(new Map([['t/s', otherwise]])).get('t/s')).toEqual(first)
  })

  it('keeps what is said to it, beside its points', () => {
    const marking = foldMarking([
      marked('marit', given(300, 50)),
      by('isla', { kind: 'replied', text: 'The sum is on line two.' }),
      by('marit', { kind: 'answered', text: 'So it is.' }),
    ])
    expect(marking).toMatchObject({ reply: 'The sum is on line two.', answered: 'So it is.' })
  })
})

describe('an answer that two people mark', () => {
  const [one, same, other] = [given(300, 50, 'Good.'), given(300, 50, 'Well said.'), given(200, 50)]
  it.each([
    [[], 'to-mark'],
    [[marked('marit', one)], 'one-more'],
    [[marked('marit', one), marked('marit', other)], 'one-more'],
    [[marked('marit', one), marked('asha', same)], 'ready 300+50'],
    [[marked('marit', one), marked('asha', other)], 'differs'],
    [[marked('marit', one), marked('asha', other), marked('asha', same)], 'ready 300+50'],
    [[marked('marit', one), marked('asha', other), by('asha', { kind: 'taken-back' })], 'one-more'],
    [
      [marked('marit', one), marked('asha', other), by('marit', { kind: 'settled', given: given(250, 50) })],
      'ready 250+50',
    ],
  ])('%# stands as it should', (entries, state) => {
    expect(stands(entries, 2)).toBe(state)
  })

  it('has both comments where they agree', () => {
    const { given: holds } = standingOf(foldMarking([marked('marit', one), marked('asha', same)]), 2)
    expect(holds?.comment).toBe('Good.\n\nWell said.')
  })

  it('isn’t settled any more once one of them marks otherwise', () => {
    const settled = [marked('marit', one), marked('asha', other), by('marit', { kind: 'settled', given: one })]
    expect(stands([...settled, marked('asha', given(0, 0))], 2)).toBe('differs')
  })
})

describe('a mark', () => {
  const criteria = [
    { id: 'method', outOf: 300 },
    { id: 'notation', outOf: 50 },
  ]
  it.each([
    [given(300, 50), null],
    [given(0, 0), null],
    [given(301, 0), '3.01 is more than the 3.00 there are.'],
    [givenMark.parse({ points: { method: 100 } }), 'Every criterion needs points, even if they are none.'],
    [givenMark.parse({ points: { method: 1, notation: 1, luck: 1 } }), 'There is no criterion luck here.'],
    [
      givenMark.parse({ points: { method: 1, notation: 1 }, remarks: [{ from: 5, to: 5, text: 'Here.' }] }),
      'A remark stands on at least one character.',
    ],
  ])('%# is refused in words, or taken', (mark, words) => {
    expect(whyNoMark(mark, criteria)).toBe(words)
  })

  it.each([
    { points: { method: -1 } },
    { points: { method: 0.5 } },
    { points: { method: Number.NaN } },
    { points: {}, comment: 'x'.repeat(4001) },
    { points: {}, remarks: [{ from: 0, to: 1, text: '' }] },
  ])('%# isn’t one at all', mark => {
    expect(givenMark.safeParse(mark).success).toBe(false)
  })
})

describe('any acts at the desk', () => {
  const mark = fc.record({ method: fc.nat(3), notation: fc.nat(3) }).map(points => givenMark.parse({ points }))
  const act = fc.oneof(
    fc.record({ kind: fc.constant('marked' as const), given: mark }),
    fc.constant({ kind: 'taken-back' as const }),
    fc.record({ kind: fc.constant('settled' as const), given: mark }),
    fc.record({ kind: fc.constant('released' as const), given: mark }),
  )
  const entry = fc.record({ who: fc.constantFrom('marit', 'asha'), act })
  it('come to a standing, and what holds there is what somebody gave', () => {
    fc.assert(
      fc.property(fc.array(entry, { maxLength: 20 }), fc.constantFrom(1 as const, 2 as const), (acts, markers) => {
        const entries = acts.map(one => by(one.who, one.act))
        const { state, given: holds } = standingOf(foldMarking(entries), markers)
        expect(holds !== null).toBe(state === 'ready' || state === 'released')
        const all = acts.flatMap(one => ('given' in one.act ? [JSON.stringify(one.act.given.points)] : []))
        if (holds) expect(all).toContain(JSON.stringify(holds.points))
      }),
    )
  })
})
