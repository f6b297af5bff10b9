import { describe, expect, it } from 'vitest'
import { takesInWords, unitDocument, unitTotal } from './units'
import type { UnitDocument, UnitPart } from './units'

const rule = (takes: UnitDocument['takes'], count = 1, unsat: UnitDocument['unsat'] = 'left-out') => ({
  takes,
  count,
  unsat,
})
const part = (assignmentId: string, score: number | null, outOf: number, weight = 1): UnitPart => ({
  assignmentId,
  score,
  outOf,
  weight,
})

describe('what a unit comes to', () => {
  it.each([
    // 30 of 40 is 75 %, 10 of 20 is 50 %: (2 × 75 + 1 × 50) ÷ 3 = 66.666… %
    ['weighted', rule('all'), [part('a', 3000, 4000, 2), part('b', 1000, 2000)], 6667],
    // 1 of 3 and 1 of 3: 33.333… %, not 33.34
    ['thirds', rule('all'), [part('a', 100, 300), part('b', 100, 300)], 3333],
    // 62.125 % exactly: half up
    ['half a hundredth', rule('all'), [part('a', 497, 800)], 6213],
    // 90, 40, 60 %: without the 40, 75 %
    ['lowest dropped', rule('drop'), [part('a', 900, 1000), part('b', 400, 1000), part('c', 60, 100)], 7500],
    ['best one', rule('best'), [part('a', 900, 1000), part('b', 400, 1000), part('c', 60, 100)], 9000],
    ['one is never dropped', rule('drop', 2), [part('a', 500, 1000)], 5000],
    ['a paper not sat is left out', rule('all'), [part('a', 500, 1000), part('b', null, 1000)], 5000],
    ['or counts nothing', rule('all', 1, 'zero'), [part('a', 500, 1000), part('b', null, 1000)], 2500],
    ['and may be what is dropped', rule('drop', 1, 'zero'), [part('a', 500, 1000), part('b', null, 1000)], 5000],
    ['nothing sat', rule('all'), [part('a', null, 1000)], null],
    ['nothing given', rule('best', 2), [], null],
  ])('%s', (_, how, parts, percent) => {
    expect(unitTotal(how, parts).percent).toBe(percent)
  })

  it('names what counts, what is dropped and what is missing', () => {
    expect(unitTotal(rule('best', 1), [part('a', 50, 100), part('b', 80, 100), part('c', null, 100)])).toMatchObject({
      counted: ['b'],
      dropped: ['a'],
      missing: ['c'],
      credit: null,
    })
  })

  it('of equal shares the lighter is dropped', () => {
    expect(unitTotal(rule('drop'), [part('heavy', 50, 100, 3), part('light', 25, 50, 1)]).dropped).toEqual(['light'])
  })

  it('credit stands in place of the papers, whether it is better or worse, once it has a score', () => {
    const parts = [part('a', 50, 100)]
    expect(unitTotal(rule('all'), parts, part('by-hand', 3600, 4800))).toMatchObject({
      percent: 7500,
      counted: [],
      credit: 'by-hand',
    })
    expect(unitTotal(rule('all'), parts, part('by-hand', null, 4800))).toMatchObject({ percent: 5000, credit: null })
  })
})

describe('a unit as it is made', () => {
  const made = (more: object) =>
    unitDocument.safeParse({
      title: 'Unit 3',
      parts: [
        { assignmentId: 'a', weight: 1 },
        { assignmentId: 'b', weight: 2 },
      ],
      ...more,
    })
  it.each([
    [{ takes: 'best', count: 3 }, 'The unit has only 2 of the 3 papers that are to count.'],
    [{ takes: 'drop', count: 2 }, 'At least one paper must count.'],
    [{ parts: [] }, 'Choose a paper.'],
    [{ title: ' ' }, 'Give the unit a name.'],
    [
      {
        parts: [
          { assignmentId: 'a', weight: 1 },
          { assignmentId: 'a', weight: 1 },
        ],
      },
      'A paper stands in the unit twice.',
    ],
  ])('%o is refused in words', (more, message) => {
    expect(made(more).error?.issues.map(issue => issue.message)).toContain(message)
  })
  it('says in words what counts', () => {
    const [one, two] = [made({ takes: 'best', count: 1 }), made({ takes: 'drop', count: 1 })]
    expect([one.data && takesInWords(one.data), two.data && takesInWords(two.data)]).toEqual([
      'best 1 of 2 count',
      'the lowest is dropped',
    ])
  })
})
