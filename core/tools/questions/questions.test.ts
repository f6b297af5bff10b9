import fc from 'fast-check'
import { describe, expect, it, vi } from 'vitest'
import { questions } from '.'
import type { QuestionsContext } from './checks'
import { apply, questionsOp } from './ops'
import type { QuestionsOp } from './ops'
import { initial, questionsSetup } from './state'
import type { QuestionsState } from './state'
import { kindIds, kindOf } from './kinds'
import type { Key } from './kinds'

const named = (...ids: readonly string[]) => ids.map(id => ({ id, text: `option ${id}` }))
const setup = questionsSetup.parse({
  parts: [
    { kind: 'one-of', id: 'one', options: named('a', 'b', 'c') },
    { kind: 'several-of', id: 'two', choose: { exactly: 2 }, options: named('a', 'b', 'c', 'd') },
    { kind: 'several-of', id: 'some', choose: { upTo: 3 }, options: named('a', 'b', 'c', 'd') },
    { kind: 'statements', id: 'say', statements: named('a', 'b') },
    { kind: 'short-text', id: 'term' },
    { kind: 'number', id: 'sum' },
    { kind: 'gaps', id: 'gap', text: '{a} and {b}', gaps: { a: 'typed', b: { options: named('a', 'b') } } },
    { kind: 'placing', id: 'put', items: named('a', 'b'), targets: named('a', 'b') },
    { kind: 'ordering', id: 'sort', items: named('a', 'b') },
    { kind: 'matching', id: 'pair', left: named('a', 'b'), right: named('a', 'b') },
    { kind: 'grid', id: 'cells', rows: named('a', 'b'), columns: named('a', 'b') },
    { kind: 'dividing', id: 'block', block: '10.44.64.0/24', marks: 1 },
    { kind: 'console-line', id: 'line', device: { name: 'gate', kind: 'router', ports: 4 } },
    { kind: 'places', id: 'spot', most: 2, picture: { width: 100, height: 100, words: 'A square.', shapes: [] } },
    { kind: 'number-line', id: 'axis', intervals: 1, line: { from: '0', to: '9', step: '1' } },
    {
      kind: 'plane',
      id: 'grid',
      across: { from: '0', to: '9', step: '1' },
      up: { from: '0', to: '9', step: '1' },
      figures: [{ id: 'a', text: 'option a', as: 'segment' }],
    },
    { kind: 'bars', id: 'high', bars: named('a', 'b'), height: { from: '0', to: '9', step: '1' } },
    { kind: 'cutting', id: 'cut', shape: 'bar', whole: 'all of it' },
    { kind: 'sharing', id: 'money', sum: 100, among: named('a', 'b') },
    { kind: 'formula', id: 'math', names: ['x'] },
    { kind: 'written', id: 'text', least: 2, most: 5 },
    { kind: 'spoken', id: 'speech', most: 60 },
    { kind: 'drawn', id: 'draw', picture: { width: 100, height: 100, words: 'A square.', shapes: [] } },
  ],
})
const start = initial(setup)
const answer = (part: string, given: unknown): QuestionsOp => questionsOp.parse({ type: 'answer', part, answer: given })
function after(...ops: readonly QuestionsOp[]): QuestionsState {
  return ops.reduce<QuestionsState>((state, op) => {
    const applied = apply(state, op)
    if (!applied.ok) throw new Error(applied.refusal)
    return applied.state
  }, start)
}
const refusalOf = (op: QuestionsOp, state: QuestionsState = start): string => {
  const applied = apply(state, op)
  return applied.ok ? 'taken' : applied.refusal
}
const halves = { parts: ['10.44.64.0/25', '10.44.64.128/25'], marked: ['10.44.64.0/25'] }

describe('an answer', () => {
  it('is taken, changed, taken away, and gone back to', () => {
    const twice = after(answer('one', 'a'), answer('one', 'b'))
    expect(twice.answers).toEqual({ one: 'b' })
    const back = apply(twice, { type: 'undo', part: 'one' })
    expect(back.ok && back.state.answers).toEqual({ one: 'a' })
    const cleared = after(answer('one', 'a'), { type: 'clear', part: 'one' })
    expect(cleared.answers).toEqual({})
    const again = apply(cleared, { type: 'undo', part: 'one' })
    expect(again.ok && again.state.answers).toEqual({ one: 'a' })
    const first = apply(after(answer('one', 'a')), { type: 'undo', part: 'one' })
    expect(first.ok && first.state.answers).toEqual({})
  })

  it('that was undone comes back, until something new is answered', () => {
    const undone = after(answer('one', 'a'), answer('one', 'b'), { type: 'undo', part: 'one' })
    const again = apply(undone, { type: 'redo', part: 'one' })
    expect(again.ok && again.state.answers).toEqual({ one: 'b' })
    expect(again.ok && refusalOf({ type: 'redo', part: 'one' }, again.state)).toBe('Nothing was undone.')
    const anew = apply(undone, answer('one', 'c'))
    expect(anew.ok && refusalOf({ type: 'redo', part: 'one' }, anew.state)).toBe('Nothing was undone.')
  })

  it('doesn’t choose what was ruled out, until that is put back', () => {
    const rule = (option: string, on: boolean): QuestionsOp => ({ type: 'rule-out', part: 'two', option, on })
    const out = after(rule('a', true), rule('b', true), rule('b', false))
    expect(refusalOf(answer('two', ['a', 'b']), out)).toBe('“option a” is ruled out. Put it back first.')
    expect(refusalOf(answer('two', ['b', 'c']), out)).toBe('taken')
    expect(refusalOf(rule('c', true), after(answer('two', ['b', 'c'])))).toBe(
      'This is what you chose. Take it away before you rule it out.',
    )
    expect(questions.effect(rule('a', true))).toBe('look')
    expect(questions.describe(rule('a', true), start)).toBe('Ruled out a in two.')
    expect(questions.describe(rule('a', false), start)).toBe('Put back a in two.')
  })

  it('that goes on from the one before it is gone back over as one', () => {
    const said = (recording: string, seconds: number) => answer('speech', { recording, seconds })
    const twice = after(said('a', 2), said('a', 4), said('b', 2), said('b', 3))
    const back = apply(twice, { type: 'undo', part: 'speech' })
    expect(back.ok && back.state.answers).toEqual({ speech: { recording: 'a', seconds: 4 } })
    const first = back.ok && apply(back.state, { type: 'undo', part: 'speech' })
    expect(first && first.ok && first.state.answers).toEqual({})
  })

  it('may be shown beside another that needs it', () => {
    const parts = setup.parts.slice(0, 2)
    expect(initial({ parts, shows: { two: ['one'] } }).shows).toEqual({ two: ['one'] })
    expect(() => initial({ parts, shows: { two: ['none'] } })).toThrow(/no part none/)
  })

  it('that is the same as before changes nothing', () => {
    const state = after(answer('two', ['a', 'b']))
    expect(apply(state, answer('two', ['a', 'b']))).toEqual({ ok: true, state })
  })

  it.each([
    [answer('nine', 'a'), 'There is no such question in this task.'],
    [answer('one', 'z'), 'There is no such option in this question.'],
    [answer('one', ['a']), 'This is no answer to this kind of question.'],
    [answer('one', 'a'.repeat(1_000_000)), 'This is no answer to this kind of question.'],
    [answer('two', ['a', 'b', 'c']), '2 can be chosen here. Take one away first.'],
    [answer('some', ['a', 'b', 'c', 'd']), '3 can be chosen here. Take one away first.'],
    [answer('two', ['a', 'a']), 'An option can be chosen once.'],
    [answer('two', ['a', 'z']), 'There is no such option in this question.'],
    [answer('block', { parts: ['10.44.64.0/25'], marked: [] }), 'The parts don’t make up the whole block.'],
    [
      answer('block', { parts: ['10.44.64.128/25', '10.44.64.0/25'], marked: [] }),
      'The parts of a block follow each other, without a gap.',
    ],
    [answer('block', { parts: ['ten', 'four'], marked: [] }), '“ten” is no part of a block.'],
    [answer('block', { ...halves, marked: ['10.44.64.0/26'] }), 'Only a part can be marked.'],
    [answer('block', { ...halves, marked: [...halves.parts] }), '1 can be marked here. Take a mark off first.'],
    [answer('block', { ...halves, marked: ['10.44.64.0/25', '10.44.64.0/25'] }), 'A part can be marked once.'],
    [answer('line', 'ping\n10.44.10.1'), 'A console takes one line.'],
    [answer('line', 'a'), 'taken'],
    [{ type: 'clear', part: 'one' } as const, 'Nothing is answered here.'],
    [{ type: 'undo', part: 'one' } as const, 'Nothing was answered before.'],
    [{ type: 'redo', part: 'one' } as const, 'Nothing was undone.'],
    [{ type: 'rule-out', part: 'one', option: 'z', on: true } as const, 'There is nothing like this to rule out here.'],
    [
      { type: 'rule-out', part: 'term', option: 'a', on: true } as const,
      'There is nothing like this to rule out here.',
    ],
  ])('that can’t be is refused in words: %#', (op, words) => {
    expect(refusalOf(op)).toBe(words)
  })

  it('says how far it has come', () => {
    const progress = (part: string, given: unknown): string => {
      const one = start.parts.find(({ id }) => id === part)!
      const { complete, words } = kindOf(one).progress(one, given)
      return `${words}${complete ? '' : ' …'}`
    }
    expect(progress('one', null)).toBe('nothing chosen yet …')
    expect(progress('one', 'a')).toBe('one chosen')
    expect(progress('two', ['a'])).toBe('1 of 2 chosen …')
    expect(progress('two', ['a', 'b'])).toBe('2 chosen')
    expect(progress('some', ['a'])).toBe('1 chosen')
    expect(progress('block', null)).toBe('not cut, 0 of 1 marked …')
    expect(progress('block', { ...halves, marked: [] })).toBe('2 parts, 0 of 1 marked …')
    expect(progress('block', halves)).toBe('2 parts, 1 of 1 marked')
    expect(progress('line', ' ')).toBe('nothing typed yet …')
    expect(progress('line', 'apply')).toBe('typed')
  })

  it('is a sentence in the log', () => {
    expect(questions.describe(answer('one', 'b'), start)).toBe('Answered one: “option b”.')
    expect(questions.describe(answer('two', ['a', 'b']), start)).toBe('Answered two: “option a” and “option b”.')
    expect(questions.describe(answer('one', 'z'), start)).toBe('Tried to answer one.')
    expect(questions.describe(answer('line', 'apply'), start)).toBe('Answered line: “apply”.')
    expect(questions.describe({ type: 'clear', part: 'one' }, start)).toBe('Cleared the answer to one.')
    expect(questions.describe({ type: 'redo', part: 'one' }, start)).toBe(
      'Went forward again to the later answer to one.',
    )
    expect(questions.describe({ type: 'undo', part: 'one' }, start)).toBe('Went back to the earlier answer to one.')
  })
})

const contextOf = (step: string, model: readonly QuestionsOp[] = []): QuestionsContext => ({
  start,
  step,
  closed: [],
  task: { order: 'free', steps: [{ id: step, byPerson: false, checks: [], model }] },
})

describe('a question', () => {
  it('set right takes the model’s answer, and leaves the others alone', () => {
    const state = after(answer('one', 'a'), answer('line', 'apply'))
    const right = questions.setRight!(state, contextOf('one', [answer('one', 'c')]))
    expect(right?.answers).toEqual({ one: 'c', line: 'apply' })
  })

  it('with a key of another kind finds nothing right, and says so', () => {
    const state = after(answer('one', 'a'))
    const found = questions.judge(state, { kind: 'several-of', is: ['a'], points: 'all' }, contextOf('one'))
    expect(found).toMatchObject({ met: false, share: 0 })
    expect(questions.judge(state, { kind: 'one-of', is: ['a'] }, contextOf('nine')).met).toBe(false)
  })

  it.each([
    [{ parts: [] }, /Too small|>=1/],
    [{ parts: [{ kind: 'guess', id: 'one' }] }, /Invalid/],
    [{ parts: [{ kind: 'one-of', id: 'one', options: named('a', 'a') }] }, 'one: Two options are called a.'],
    [
      { parts: ['one', 'one'].map(id => ({ kind: 'one-of', id, options: named('a', 'b') })) },
      'Two parts are called one.',
    ],
    [
      { parts: [{ kind: 'several-of', id: 'one', choose: { exactly: 3 }, options: named('a', 'b') }] },
      'one: More are to be chosen than there are.',
    ],
  ])('that makes no sense is refused: %#', (given, words) => {
    expect(() => initial(given as never)).toThrow(words)
  })

  it('comes back from packing, and only from that', () => {
    const back = { type: 'undo', part: 'block' } as const
    const state = after(answer('one', 'a'), answer('block', halves), answer('one', 'b'), back)
    expect(questions.unpack(JSON.parse(JSON.stringify(questions.pack(state, start))), start)).toEqual(state)
    for (const packed of [{}, null, { answers: { nine: 'a' }, earlier: {} }, { answers: { one: 5 }, earlier: {} }])
      expect(() => questions.unpack(packed, start)).toThrow(RangeError)
  })
})

const at = (x: number, y: number) => ({ x: String(x), y: String(y) })
const keys: Record<string, Key> = {
  one: { kind: 'one-of', is: ['b'] },
  two: { kind: 'several-of', is: ['a', 'b'], points: 'each' },
  block: { kind: 'dividing', bits: [25, 25] },
  line: { kind: 'console-line', is: ['apply'] },
  say: { kind: 'statements', is: { a: true, b: false }, points: 'each' },
  term: { kind: 'short-text', is: ['a'], not: [], exact: [] },
  sum: { kind: 'number', is: '5', thisUnit: false },
  gap: { kind: 'gaps', is: { a: ['a'], b: ['b'] }, points: 'each' },
  put: { kind: 'placing', is: { a: ['b'], b: ['a'] }, points: 'each' },
  sort: { kind: 'ordering', is: ['b', 'a'], points: 'each' },
  pair: { kind: 'matching', is: { a: 'a', b: 'b' }, points: 'each' },
  cells: { kind: 'grid', is: { a: ['a'], b: ['b'] }, points: 'each' },
  spot: {
    kind: 'places',
    is: [{ text: 'a', area: { rectangle: { x: 0, y: 0, width: 9, height: 9 } } }],
    points: 'each',
  },
  axis: { kind: 'number-line', points: ['2'], intervals: [], whole: false, score: 'each' },
  grid: { kind: 'plane', is: { a: [at(0, 0), at(1, 1)] }, points: 'each' },
  high: { kind: 'bars', is: { a: '1', b: '2' }, within: '0', points: 'each' },
  cut: { kind: 'cutting', marked: '1/2' },
  money: { kind: 'sharing', is: { a: 60, b: 40 } },
  math: { kind: 'formula', is: 'x + 1', notation: true, domain: {} },
  text: { kind: 'written' },
  speech: { kind: 'spoken' },
  draw: {
    kind: 'drawn',
    is: [{ ring: { text: 'a', area: { rectangle: { x: 10, y: 10, width: 9, height: 9 } } } }],
    apart: [],
    points: 'each',
  },
}

/** Answers of every kind, some of them wrong for their part. */
const anyAnswer = fc.oneof(
  fc.constantFrom('a', 'b', 'z', 'put interfaces/p1/enabled true', ''),
  fc.array(fc.constantFrom('a', 'b', 'c', 'd'), { maxLength: 5 }),
  fc.constant(halves),
  fc.dictionary(fc.constantFrom('a', 'b', 'z'), fc.boolean()),
  fc.dictionary(fc.constantFrom('a', 'b'), fc.constantFrom('a', 'b', 'z')),
  fc.dictionary(fc.constantFrom('a', 'b'), fc.subarray(['a', 'b'], { minLength: 1 })),
  fc.record({ text: fc.string({ maxLength: 20 }), decimal: fc.constantFrom('.', ',') }),
  fc.array(fc.record({ x: fc.integer({ min: -1, max: 101 }), y: fc.integer({ min: 0, max: 100 }) }), { maxLength: 3 }),
  fc.record({ points: fc.array(fc.constantFrom('1', '2', '5/2', '12'), { maxLength: 2 }) }),
  fc.record({ a: fc.array(fc.constantFrom(at(0, 0), at(1, 1), at(3, 4), at(10, 0)), { maxLength: 3 }) }),
  fc.dictionary(fc.constantFrom('a', 'b', 'z'), fc.constantFrom('1', '2', '2.5')),
  fc.record({ parts: fc.array(fc.constant(1), { maxLength: 8 }), marked: fc.array(fc.nat(8), { maxLength: 3 }) }),
  fc.dictionary(fc.constantFrom('a', 'b', 'z'), fc.integer({ min: -1, max: 120 })),
  fc.array(
    fc.record({
      tool: fc.constantFrom('line', 'ring', 'freehand'),
      colour: fc.constantFrom('ink', 'red'),
      points: fc.array(fc.record({ x: fc.nat(110), y: fc.nat(100) }), { minLength: 1, maxLength: 3 }),
    }),
    { maxLength: 3 },
  ),
  fc.record({ recording: fc.constantFrom('a', 'b'), seconds: fc.integer({ min: -1, max: 70 }) }),
  fc.constantFrom('x + 1', '1 + x', '(x', 'x*', 'sqrt(x)', 'x = 1'),
  fc.jsonValue(),
)
const anyOp = fc.oneof(
  fc.record({
    type: fc.constant('answer' as const),
    part: fc.constantFrom(...Object.keys(keys), 'x'),
    answer: anyAnswer,
  }),
  fc.record({
    type: fc.constantFrom('clear' as const, 'undo' as const, 'redo' as const),
    part: fc.constantFrom(...Object.keys(keys)),
  }),
)
describe('the order of a seed', () => {
  const lists = questionsSetup.parse({
    parts: [
      { kind: 'one-of', id: 'one', order: 'by-seed', options: named('a', 'b', 'c', 'd', 'e') },
      { kind: 'several-of', id: 'two', order: 'by-seed', choose: { exactly: 2 }, options: named('a', 'b', 'c', 'd') },
      { kind: 'statements', id: 'say', order: 'by-seed', statements: named('a', 'b', 'c', 'd') },
      { kind: 'matching', id: 'pair', order: 'by-seed', left: named('a', 'b'), right: named('a', 'b', 'c') },
      { kind: 'placing', id: 'put', order: 'by-seed', items: named('a', 'b', 'c'), targets: named('a', 'b') },
      { kind: 'one-of', id: 'fixed', options: named('a', 'b', 'c') },
    ],
  })
  const right: Record<string, [Key, unknown, unknown]> = {
    one: [{ kind: 'one-of', is: ['b'] }, 'b', 'c'],
    two: [{ kind: 'several-of', is: ['a', 'b'], points: 'each' }, ['b', 'a'], ['b', 'c']],
    say: [
      { kind: 'statements', is: { a: true, b: false, c: true, d: true }, points: 'each' },
      { a: true },
      { b: true },
    ],
    pair: [
      { kind: 'matching', is: { a: 'a', b: 'b' }, points: 'each' },
      { a: 'a', b: 'b' },
      { a: 'c', b: 'b' },
    ],
    put: [{ kind: 'placing', is: { a: ['a'], b: ['b'] }, points: 'each' }, { a: ['a'], b: ['b'] }, { a: ['b'] }],
  }

  it('never changes points, and is the same for the same seed', () => {
    fc.assert(
      fc.property(fc.nat(), seed => {
        const arranged = questions.arranged!(lists, seed)!
        expect(questions.arranged!(lists, seed)).toEqual(arranged)
        expect(arranged.parts[5]).toBe(lists.parts[5])
        for (const part of lists.parts.slice(0, 5)) {
          const turned = arranged.parts.find(({ id }) => id === part.id)!
          const [key, ...answers] = right[part.id]!
          for (const given of answers)
            expect(kindOf(turned).judge(turned, given, key).share).toBe(kindOf(part).judge(part, given, key).share)
          expect(JSON.stringify(turned).split('').sort()).toEqual(JSON.stringify(part).split('').sort())
        }
      }),
      { numRuns: 60 },
    )
  })

  it('differs between seeds, and isn’t there where nothing may vary', () => {
    const orders = new Set(
      Array.from({ length: 20 }, (_, seed) => JSON.stringify(questions.arranged!(lists, seed)!.parts[0])),
    )
    expect(orders.size).toBeGreaterThan(10)
    expect(questions.arranged!(setup, 7)).toBeNull()
  })
})

describe('any operations', () => {
  it('are taken or refused in words, judged without a throw, and packed bit for bit', () => {
    fc.assert(
      fc.property(fc.array(anyOp, { maxLength: 12 }), ops => {
        let state = start
        for (const raw of ops) {
          const op = questionsOp.parse(raw)
          expect(questions.describe(op, state)).toMatch(/\.$/)
          const applied = apply(state, op)
          if (applied.ok) state = applied.state
          else expect(applied.refusal).toMatch(/\.$/)
        }
        for (const [step, key] of Object.entries(keys)) {
          const { met, share, fault } = questions.judge(state, key, contextOf(step))
          expect(met).toBe(share === 1)
          expect(fault === undefined).toBe(met)
        }
        expect(questions.unpack(JSON.parse(JSON.stringify(questions.pack(state, start))), start)).toEqual(state)
      }),
      { numRuns: 300 },
    )
  })

  it('never earn less for one more that is right', () => {
    const ids = ['a', 'b', 'c', 'd']
    fc.assert(
      fc.property(fc.subarray(ids, { minLength: 1 }), fc.subarray(ids), (right, chosen) => {
        const asked = questionsSetup.parse({
          parts: [{ kind: 'several-of', id: 'one', choose: 'any-number', options: named(...ids) }],
        }).parts[0]!
        const key = { kind: 'several-of', is: right, points: 'each' }
        const share = (given: string[]): number => kindOf(asked).judge(asked, given, key).share
        for (const more of right.filter(id => !chosen.includes(id)))
          expect(share([...chosen, more])).toBeGreaterThanOrEqual(share(chosen))
      }),
    )
  })

  it('are for every kind that there is', () => {
    expect(new Set(start.parts.map(({ kind }) => kind))).toEqual(new Set(kindIds))
  })
})

describe('kinds', () => {
  it('are loaded when a task needs them, and not before', async () => {
    vi.resetModules()
    const { loadCode, loadTool } = await import('../registry')
    const { kindOf: kindAtHand } = await import('./kinds')
    await loadCode('questions')
    expect(() => kindAtHand({ kind: 'one-of' })).toThrow('The kind of question one-of isn’t at hand.')
    await loadTool('questions', { parts: setup.parts.slice(0, 3) })
    expect(kindAtHand({ kind: 'several-of' }).progress(setup.parts[1]!, null).complete).toBe(false)
    expect(() => kindAtHand({ kind: 'formula' })).toThrow(RangeError)
    await loadTool('questions')
    expect(kindIds.map(kind => typeof kindAtHand({ kind }).judge)).toEqual(kindIds.map(() => 'function'))
  })
})
