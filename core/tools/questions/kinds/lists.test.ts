import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { kindOf, part } from '.'
import { judged, named, refused } from './judged.fixture'
import { longestRun } from './ordering'

describe('statements', () => {
  const asked = { kind: 'statements', statements: named('a', 'b', 'c', 'd') }
  const each = { kind: 'statements', is: { a: true, b: false, c: true, d: false } }
  const all = { ...each, points: 'all' }
  it.each([
    [each, { a: true, b: false, c: true, d: false }, 'met'],
    [each, { d: false, c: true, b: false, a: true }, 'met'],
    [each, { a: true, b: false, c: true }, 'left-open 0.75'],
    [each, { a: true }, 'left-open 0.25'],
    [each, { a: true, b: false, c: true, d: true }, 'wrong-statement 0.5'],
    [each, { a: true, b: true }, 'wrong-statement'],
    [each, { a: false }, 'wrong-statement'],
    [each, { a: false, b: true, c: false, d: true }, 'wrong-statement'],
    // Who says the same of all gains nothing.
    [each, { a: true, b: true, c: true, d: true }, 'wrong-statement'],
    [each, { a: false, b: false, c: false, d: false }, 'wrong-statement'],
    [each, {}, 'not-answered'],
    [each, null, 'not-answered'],
    [all, { a: true, b: false, c: true, d: false }, 'met'],
    [all, { a: true, b: false, c: true }, 'left-open'],
    [all, { a: true, b: false, c: true, d: true }, 'wrong-statement'],
    [all, null, 'not-answered'],
  ])('with %j and %j are %s', (right, given, found) => {
    expect(judged(asked, right, given)).toBe(found)
  })

  it('take nothing that isn’t there', () => {
    expect(refused(asked, { a: true, z: false })).toBe('There is no such statement here.')
    expect(refused(asked, { a: true })).toBe('taken')
  })
})

describe('a list in order', () => {
  const asked = { kind: 'ordering', items: named('c', 'a', 'd', 'b') }
  const each = { kind: 'ordering', is: ['a', 'b', 'c', 'd'] }
  const all = { ...each, points: 'all' }
  it.each([
    [each, ['a', 'b', 'c', 'd'], 'met'],
    [each, ['b', 'a', 'c', 'd'], 'other-order 0.67'],
    [each, ['a', 'b', 'd', 'c'], 'other-order 0.67'],
    [each, ['d', 'a', 'b', 'c'], 'other-order 0.67'],
    [each, ['b', 'c', 'd', 'a'], 'other-order 0.67'],
    [each, ['b', 'a', 'd', 'c'], 'other-order 0.33'],
    [each, ['c', 'd', 'a', 'b'], 'other-order 0.33'],
    [each, ['c', 'a', 'd', 'b'], 'other-order 0.33'],
    [each, ['d', 'c', 'a', 'b'], 'other-order 0.33'],
    [each, ['a', 'd', 'c', 'b'], 'other-order 0.33'],
    [each, ['d', 'c', 'b', 'a'], 'other-order'],
    [each, null, 'not-answered'],
    [all, ['a', 'b', 'c', 'd'], 'met'],
    [all, ['b', 'a', 'c', 'd'], 'other-order'],
    [all, null, 'not-answered'],
  ])('with %j and %j is %s', (right, given, found) => {
    expect(judged(asked, right, given)).toBe(found)
  })

  it('has each thing once', () => {
    for (const order of [
      ['a', 'b', 'c'],
      ['a', 'a', 'b', 'c'],
      ['a', 'b', 'c', 'z'],
    ])
      expect(refused(asked, order)).toBe('Each of the things stands in the list once.')
  })

  it('has a longest run that is what a plain search finds', () => {
    const right = ['a', 'b', 'c', 'd', 'e', 'f']
    const isOrdered = (some: readonly string[]): boolean =>
      some.every((one, at) => at === 0 || right.indexOf(some[at - 1]!) < right.indexOf(one))
    fc.assert(
      fc.property(fc.shuffledSubarray(right, { minLength: 6 }), order => {
        const subsets = Array.from({ length: 2 ** order.length }, (_, bits) =>
          order.filter((_one, at) => (bits >> at) % 2 === 1),
        )
        expect(longestRun(order, right)).toBe(Math.max(...subsets.filter(isOrdered).map(({ length }) => length)))
      }),
    )
  })
})

describe('pairs', () => {
  const asked = { kind: 'matching', left: named('a', 'b', 'c', 'd'), right: named('w', 'x', 'y', 'z') }
  const each = { kind: 'matching', is: { a: 'w', b: 'x', c: 'y', d: 'z' } }
  const all = { ...each, points: 'all' }
  const shared = { ...asked, once: false }
  it.each([
    [asked, each, { a: 'w', b: 'x', c: 'y', d: 'z' }, 'met'],
    [asked, each, { d: 'z', c: 'y', b: 'x', a: 'w' }, 'met'],
    [asked, each, { a: 'w', b: 'x', c: 'y' }, 'left-open 0.75'],
    [asked, each, { a: 'w' }, 'left-open 0.25'],
    [asked, each, { a: 'w', b: 'x', c: 'z', d: 'y' }, 'wrong-pair'],
    [asked, each, { a: 'w', b: 'x', c: 'y', d: 'w' }, 'wrong-pair 0.5'],
    [asked, each, { a: 'x', b: 'w' }, 'wrong-pair'],
    [asked, each, {}, 'not-answered'],
    [asked, each, null, 'not-answered'],
    [asked, all, { a: 'w', b: 'x', c: 'y', d: 'z' }, 'met'],
    [asked, all, { a: 'w', b: 'x', c: 'y' }, 'left-open'],
    [asked, all, { a: 'x' }, 'wrong-pair'],
    [shared, { kind: 'matching', is: { a: 'w', b: 'w', c: 'x', d: 'x' } }, { a: 'w', b: 'w', c: 'x', d: 'x' }, 'met'],
    [
      shared,
      { kind: 'matching', is: { a: 'w', b: 'w', c: 'x', d: 'x' } },
      { a: 'w', b: 'w', c: 'w' },
      'wrong-pair 0.25',
    ],
    // Something that belongs to nothing is left alone.
    [asked, { kind: 'matching', is: { a: 'w', b: 'x' } }, { a: 'w', b: 'x' }, 'met'],
    [asked, { kind: 'matching', is: { a: 'w', b: 'x' } }, { a: 'w', b: 'x', c: 'y' }, 'wrong-pair 0.5'],
  ])('in %j with %j and %j are %s', (question, right, given, found) => {
    expect(judged(question, right, given)).toBe(found)
  })

  it('use everything once, where that is so, and say what is paired already', () => {
    expect(refused(asked, { a: 'w', b: 'w' })).toBe('“option w” is paired already. Take that away first.')
    expect(refused(shared, { a: 'w', b: 'w' })).toBe('taken')
    expect(refused(asked, { a: 'q' })).toBe('There is nothing like this to pair here.')
    expect(refused(asked, { q: 'w' })).toBe('There is nothing like this to pair here.')
  })
})

describe('a grid', () => {
  const asked = { kind: 'grid', rows: named('a', 'b', 'c'), columns: named('x', 'y', 'z') }
  const many = { ...asked, perRow: 'any-number' }
  const one = { kind: 'grid', is: { a: ['x'], b: ['y'], c: ['z'] } }
  const some = { kind: 'grid', is: { a: ['x', 'y'], b: ['z'], c: ['x'] } }
  it.each([
    [asked, one, { a: ['x'], b: ['y'], c: ['z'] }, 'met'],
    [asked, one, { a: ['x'], b: ['y'] }, 'left-open 0.67'],
    [asked, one, { a: ['x'] }, 'left-open 0.33'],
    [asked, one, { a: ['x'], b: ['y'], c: ['x'] }, 'wrong-cell 0.33'],
    [asked, one, { a: ['x'], b: ['x'] }, 'wrong-cell'],
    [asked, one, { a: ['y'], b: ['z'], c: ['x'] }, 'wrong-cell'],
    [asked, one, {}, 'not-answered'],
    [asked, one, null, 'not-answered'],
    [asked, { ...one, points: 'all' }, { a: ['x'], b: ['y'] }, 'left-open'],
    [asked, { ...one, points: 'all' }, { a: ['x'], b: ['y'], c: ['y'] }, 'wrong-cell'],
    [many, some, { a: ['x', 'y'], b: ['z'], c: ['x'] }, 'met'],
    [many, some, { a: ['y', 'x'], b: ['z'], c: ['x'] }, 'met'],
    [many, some, { a: ['x'], b: ['z'], c: ['x'] }, 'left-open 0.75'],
    [many, some, { a: ['x', 'y', 'z'], b: ['z'], c: ['x'] }, 'wrong-cell 0.75'],
    [many, some, { a: ['x', 'y', 'z'], b: ['x', 'y', 'z'], c: ['x', 'y', 'z'] }, 'wrong-cell'],
  ])('in %j with %j and %j is %s', (question, right, given, found) => {
    expect(judged(question, right, given)).toBe(found)
  })

  it('takes one cell of a row where that is asked for, and none that isn’t there', () => {
    expect(refused(asked, { a: ['x', 'y'] })).toBe('One cell of a row can be chosen here.')
    expect(refused(many, { a: ['x', 'y'] })).toBe('taken')
    for (const cells of [{ q: ['x'] }, { a: ['q'] }]) expect(refused(many, cells)).toBe('There is no such cell here.')
    expect(refused(many, { a: ['x', 'x'] })).toBe('There is no such cell here.')
  })
})

describe('what is placed', () => {
  const asked = {
    kind: 'placing',
    items: [
      ...named('a', 'b', 'c'),
      { id: 'n', text: 'option n', uses: 2 },
      { id: 'm', text: 'option m', uses: 'any-number' },
    ],
    targets: [...named('p', 'q'), { id: 'r', text: 'option r', room: 1 }],
  }
  const each = { kind: 'placing', is: { p: ['a', 'b'], q: ['n'], r: [] } }
  it.each([
    [each, { p: ['a', 'b'], q: ['n'] }, 'met'],
    [each, { p: ['b', 'a'], q: ['n'] }, 'met'],
    [each, { p: ['a', 'b'] }, 'wrong-place 0.5'],
    [each, { p: ['a'], q: ['n'] }, 'wrong-place 0.5'],
    [each, { p: ['a', 'b', 'c'], q: ['n'] }, 'wrong-place 0.5'],
    [each, { p: ['a', 'b'], q: ['n'], r: ['c'] }, 'wrong-place 0.5'],
    [each, { p: ['a', 'b'], q: ['m'] }, 'wrong-place 0.5'],
    [each, { q: ['n'], r: ['c'] }, 'wrong-place'],
    [each, { p: ['n'], q: ['a', 'b'] }, 'wrong-place'],
    [each, { r: ['a'] }, 'wrong-place'],
    [each, {}, 'not-answered'],
    [each, null, 'not-answered'],
    [{ ...each, points: 'all' }, { p: ['a', 'b'], q: ['n'] }, 'met'],
    [{ ...each, points: 'all' }, { p: ['a', 'b'] }, 'wrong-place'],
    [{ kind: 'placing', is: { p: ['n', 'n', 'm'] } }, { p: ['m', 'n', 'n'] }, 'met'],
    [{ kind: 'placing', is: { p: ['n', 'n', 'm'] } }, { p: ['m', 'n'] }, 'wrong-place'],
  ])('with %j and %j is %s', (right, given, found) => {
    expect(judged(asked, right, given)).toBe(found)
  })

  it.each([
    [{ p: ['a'], q: ['a'] }, '“option a” lies somewhere already. Take it out there first.'],
    [{ p: ['n', 'n'], q: ['n'] }, '“option n” lies somewhere already. Take it out there first.'],
    [{ p: ['n', 'n'] }, 'taken'],
    [{ p: ['m', 'm', 'm'], q: ['m'] }, 'taken'],
    [{ r: ['a', 'b'] }, '“option r” has room for 1. Take something out first.'],
    [{ s: ['a'] }, 'There is nothing like this here.'],
    [{ p: ['z'] }, 'There is nothing like this here.'],
  ])('%j: %s', (given, words) => {
    expect(refused(asked, given)).toBe(words)
  })
})

describe('gaps', () => {
  const asked = {
    kind: 'gaps',
    text: 'A mask of {bits} bits leaves {hosts} hosts; the last address is the {last} one.',
    gaps: { bits: 'typed', hosts: 'typed', last: { options: named('gateway', 'broadcast') } },
  }
  const each = { kind: 'gaps', is: { bits: ['24', 'twenty-four'], hosts: ['254'], last: ['broadcast'] } }
  it.each([
    [each, { bits: '24', hosts: '254', last: 'broadcast' }, 'met'],
    [each, { bits: 'Twenty-Four', hosts: ' 254 ', last: 'broadcast' }, 'met'],
    [each, { bits: 'twenty four', hosts: '254', last: 'broadcast' }, 'wrong-gap 0.67'],
    [each, { bits: '24', hosts: '254' }, 'wrong-gap 0.67'],
    [each, { bits: '24' }, 'wrong-gap 0.33'],
    [each, { bits: '24', hosts: '256', last: 'broadcast' }, 'wrong-gap 0.67'],
    [each, { bits: '24', hosts: '256', last: 'gateway' }, 'wrong-gap 0.33'],
    [each, { bits: '25', hosts: '256', last: 'gateway' }, 'wrong-gap'],
    [each, { last: 'broadcast' }, 'wrong-gap 0.33'],
    [each, { last: 'gateway' }, 'wrong-gap'],
    [each, {}, 'not-answered'],
    [each, null, 'not-answered'],
    [{ ...each, points: 'all' }, { bits: '24', hosts: '254', last: 'broadcast' }, 'met'],
    [{ ...each, points: 'all' }, { bits: '24', hosts: '254' }, 'wrong-gap'],
    [{ ...each, points: 'all' }, null, 'not-answered'],
  ])('with %j and %j are %s', (right, given, found) => {
    expect(judged(asked, right, given)).toBe(found)
  })

  const everywhere = {
    kind: 'gaps',
    table: {
      head: ['Debit', 'Credit'],
      rows: [
        ['{a}', '60.00'],
        ['', '{c}'],
      ],
    },
    form: [{ label: 'Right', line: '{b}, it is' }],
    picture: { width: 100, height: 100, words: 'A square.', shapes: [] },
    at: { d: { x: 50, y: 50 } },
    gaps: { a: 'typed', b: 'typed', c: 'typed', d: 'typed' },
  }

  it('are told in the sentence in which they stand', () => {
    const one = part.parse({ id: 'one', ...asked })
    const { expected, found } = kindOf(one).judge(one, { bits: '24', last: 'gateway' }, each)
    expect(expected).toBe('A mask of 24 bits leaves 254 hosts; the last address is the option broadcast one.')
    expect(found).toBe('A mask of 24 bits leaves … hosts; the last address is the option gateway one.')
  })

  it.each([
    [{ ...asked, text: 'No gap.' }, 'The gap bits stands in it or in the list, and not in both.'],
    [{ ...asked, text: `${asked.text} {more}` }, 'The gap more stands in it or in the list, and not in both.'],
    [{ ...asked, text: `${asked.text} {bits}` }, 'The gap bits stands in it twice.'],
    [{ kind: 'gaps', text: 'None.', gaps: {} }, 'A question with gaps has at least one.'],
    [{ kind: 'gaps', text: '{a}', gaps: { a: { options: named('x', 'x') } } }, 'Two options are called x.'],
    [
      { ...everywhere, table: { head: ['A', 'B'], rows: [['{a} {c}']] } },
      'Each row of the table has as many cells as its head.',
    ],
    [{ ...everywhere, picture: undefined }, 'There is no picture on which gaps could stand.'],
    [{ ...everywhere, at: { d: { x: 101, y: 0 } } }, 'The gap d doesn’t lie on the picture.'],
    [{ ...everywhere, text: 'Also {d}.' }, 'The gap d stands in it twice.'],
  ])('contradict themselves: %#', (question, words) => {
    const one = part.parse({ id: 'one', ...question })
    expect(kindOf(one).contradiction(one)).toBe(words)
  })

  it('stand in a table, a form and on a picture as in a text', () => {
    const one = part.parse({ id: 'one', ...everywhere })
    expect(kindOf(one).contradiction(one)).toBeNull()
    expect(kindOf(one).progress(one, { a: '1', d: '2' }).words).toBe('2 of 4 gaps filled')
    expect(kindOf(one).sentence(one, { a: 'till', b: 'yes', d: '.63' })).toBe(
      '“Debit: till, Credit: 60.00; Credit: …; Right: yes, it is; 4: .63”',
    )
    const right = { kind: 'gaps', is: { a: ['till'], b: ['yes'], c: ['bank'], d: ['.63'] } }
    expect(judged(everywhere, right, { a: 'till', b: 'yes', c: 'bank', d: '.63' })).toBe('met')
    expect(judged(everywhere, right, { a: 'till', b: 'yes', c: 'bank', d: '.64' })).toBe('wrong-gap 0.75')
  })

  it('take what has room in them', () => {
    expect(refused(asked, { more: 'x' })).toBe('There is no such gap here.')
    expect(refused(asked, { last: 'x' })).toBe('There is no such option in this gap.')
    expect(refused(asked, { bits: 'a\nb' })).toBe('One line has room in a gap.')
  })
})
