import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { kindOf, part } from '.'
import { judged, named, refused } from './judged.fixture'
import { axisFault, isPlace, nearestPlace, placeText, placesOn, plainText } from '../answers/scale'
import { rational } from '../../../ground/numbers'
import { moneyText } from './sharing'

describe('places on a picture', () => {
  const picture = {
    width: 400,
    height: 200,
    words: 'A yard with a gate on the left, a pond in the middle and a roof on the right.',
    shapes: [
      { shape: 'text', x: 50, y: 100, text: 'Gate' },
      { shape: 'text', x: 200, y: 100, text: 'Pond' },
    ],
  }
  const asked = { kind: 'places', picture, most: 3 }
  const gate = { text: 'the gate', area: { rectangle: { x: 20, y: 80, width: 60, height: 40 } } }
  const pond = { text: 'the pond', area: { ellipse: { x: 200, y: 100, across: 100, down: 60 } } }
  const wide = { text: 'anywhere', area: { rectangle: { x: 0, y: 0, width: 400, height: 200 } } }
  const corners = [
    { x: 300, y: 50 },
    { x: 380, y: 100 },
    { x: 300, y: 150 },
  ]
  const roof = { text: 'the roof', area: { polygon: corners } }
  const each = { kind: 'places', is: [gate, pond] }
  const all = { ...each, points: 'all' }
  const at = (...pairs: readonly (readonly [number, number])[]) => pairs.map(([x, y]) => ({ x, y }))
  it.each([
    [each, at([50, 100], [200, 100]), 'met'],
    [each, at([200, 100], [50, 100]), 'met'],
    [each, at([20, 80], [250, 100]), 'met'],
    [each, at([50, 100]), 'left-open 0.5'],
    [each, at([50, 100], [200, 131]), 'wrong-place'],
    [each, at([50, 100], [200, 100], [390, 10]), 'wrong-place 0.5'],
    [each, at([50, 100], [60, 100]), 'wrong-place'],
    [each, at([50, 100], [60, 100], [200, 100]), 'wrong-place 0.5'],
    [each, at([19, 100]), 'wrong-place'],
    [each, null, 'not-answered'],
    [all, at([50, 100], [200, 100]), 'met'],
    [all, at([50, 100]), 'left-open'],
    [all, at([50, 100], [200, 100], [390, 10]), 'wrong-place'],
    // Where areas overlap, a place counts for one of them, and for whichever helps most.
    [{ kind: 'places', is: [gate, wide] }, at([50, 100]), 'left-open 0.5'],
    [{ kind: 'places', is: [gate, wide] }, at([50, 100], [200, 100]), 'met'],
    [{ kind: 'places', is: [wide, gate] }, at([50, 100], [200, 100]), 'met'],
    [{ kind: 'places', is: [gate, wide] }, at([200, 100], [210, 100]), 'wrong-place'],
    [{ kind: 'places', is: [roof] }, at([320, 100]), 'met'],
    [{ kind: 'places', is: [roof] }, at([370, 60]), 'wrong-place'],
    [{ kind: 'places', is: [roof] }, at([299, 100]), 'wrong-place'],
  ])('with %j and %j are %s', (right, given, found) => {
    expect(judged(asked, right, given)).toBe(found)
  })

  it('are on it, and as many as can be marked', () => {
    expect(refused(asked, at([401, 100]))).toBe('This place isn’t on the picture.')
    expect(refused(asked, at([1, -1]))).toBe('This place isn’t on the picture.')
    expect(refused(asked, at([1, 1], [2, 2], [3, 3], [4, 4]))).toBe('3 can be marked here. Take one away first.')
    expect(refused(asked, at([0, 0], [400, 200]))).toBe('taken')
  })

  it('are told by what is next to them', () => {
    const one = part.parse({ id: 'one', ...asked })
    expect(kindOf(one).sentence(one, at([60, 100]))).toBe('near “Gate” (15 % from the left, 50 % from the top)')
    expect(kindOf(one).judge(one, at([60, 100]), all).found).toMatch(/Not marked: “the pond”\.$/)
  })
})

describe('a line of numbers', () => {
  const line = { from: '-5', to: '5', step: '1', fine: 4 }
  const asked = { kind: 'number-line', line, points: 2, intervals: 2 }
  const points = { kind: 'number-line', points: ['-1.5', '3/4'] }
  const stretch = { from: '-2', to: '3', withTo: false }
  const intervals = { kind: 'number-line', intervals: [stretch] }
  const whole = { ...intervals, whole: true }
  const tail = { kind: 'number-line', intervals: [{ from: '1', to: null, withFrom: false }] }
  it.each([
    [points, { points: ['-1.5', '0.75'] }, 'met'],
    [points, { points: ['3/4', '-3/2'] }, 'met'],
    [points, { points: ['-1.5'] }, 'left-open 0.5'],
    [points, { points: ['1.5', '0.75'] }, 'wrong-place'],
    [points, { points: ['-1.5', '0.5'] }, 'wrong-place'],
    [points, { points: ['-1.5', '0.75'], intervals: [stretch] }, 'wrong-place 0.5'],
    [points, { points: [] }, 'not-answered'],
    [points, null, 'not-answered'],
    [{ ...points, score: 'all' }, { points: ['-1.5'] }, 'left-open'],
    [intervals, { intervals: [stretch] }, 'met'],
    [intervals, { intervals: [{ from: '-2.0', to: '12/4', withTo: false }] }, 'met'],
    [intervals, { intervals: [{ from: '-2', to: '3' }] }, 'other-end'],
    [intervals, { intervals: [{ from: '-2', to: '3', withFrom: false, withTo: false }] }, 'other-end'],
    [intervals, { intervals: [{ from: '-2', to: '2', withTo: false }] }, 'wrong-place'],
    [intervals, { intervals: [{ from: '-2', to: null }] }, 'wrong-place'],
    [intervals, { points: ['-2', '3'] }, 'wrong-place'],
    [intervals, { intervals: [stretch, stretch] }, 'met'],
    // Of whole numbers, an interval is those in it: −2 to 2.
    [whole, { intervals: [{ from: '-2', to: '2' }] }, 'met'],
    [whole, { intervals: [{ from: '-3', to: '3', withFrom: false, withTo: false }] }, 'met'],
    [whole, { intervals: [{ from: '-2.25', to: '2.75' }] }, 'met'],
    [whole, { intervals: [{ from: '-2', to: '2' }, stretch] }, 'met'],
    [whole, { intervals: [{ from: '-2', to: '3' }] }, 'other-end'],
    [whole, { intervals: [{ from: '-1', to: '2' }] }, 'wrong-place'],
    [intervals, { intervals: [{ from: '-2', to: '2' }] }, 'wrong-place'],
    [tail, { intervals: [{ from: '1', to: null, withFrom: false }] }, 'met'],
    [{ ...tail, whole: true }, { intervals: [{ from: '2', to: null }] }, 'met'],
    // Of an end that isn’t there, nothing is asked.
    [tail, { intervals: [{ from: '1', to: null, withFrom: false, withTo: false }] }, 'met'],
    [tail, { intervals: [{ from: '1', to: null }] }, 'other-end'],
    [tail, { intervals: [{ from: null, to: '1' }] }, 'wrong-place'],
  ])('with %j and %j is %s', (right, given, found) => {
    expect(judged(asked, right, given)).toBe(found)
  })

  it.each([
    [{ points: ['0.1'] }, '0.1 isn’t a place on this line.'],
    [{ points: ['6'] }, '6 isn’t a place on this line.'],
    [{ points: ['1', '2', '3'] }, 'Points here: 2. Take one away first.'],
    [{ points: ['1', '4/4'] }, 'A point lies there already.'],
    [{ intervals: [{ from: '2', to: '2' }] }, 'An interval from 2 to 2 has no length.'],
    [{ intervals: [{ from: '3', to: '2' }] }, 'An interval from 3 to 2 has no length.'],
    [{ intervals: [stretch, stretch, stretch] }, 'Intervals here: 2. Take one away first.'],
    [{ points: ['0.25', '-4.75'] }, 'taken'],
  ])('%j: %s', (given, words) => {
    expect(refused(asked, given)).toBe(words)
  })

  it('takes only what is asked for', () => {
    expect(refused({ ...asked, points: 0 }, { points: ['1'] })).toBe('No point is asked for here.')
    expect(refused({ ...asked, intervals: 0 }, { intervals: [stretch] })).toBe('No interval is asked for here.')
  })
})

describe('an axis', () => {
  it.each([
    [{ from: '5', to: '5', step: '1' }, 'An axis from 5 to 5 has no length.'],
    [{ from: '0', to: '5', step: '0' }, 'A step of 0 leads nowhere.'],
    [{ from: '0', to: '5', step: '-1' }, 'A step of -1 leads nowhere.'],
    [{ from: '0', to: '5000', step: '1' }, 'An axis has at most 2000 places.'],
    [{ from: '0', to: '5', step: '1/3' }, null],
  ])('%j: %s', (given, words) => {
    expect(axisFault({ ...given, fine: 1 })).toBe(words)
  })

  it('has places that are numbers exactly, and the nearest of a place is itself', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -50, max: 50 }),
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 12 }),
        (from, steps, fine) => {
          const axis = { from: String(from), to: String(from + steps), step: '1', fine }
          for (let place = 0; place <= placesOn(axis); place += 1) {
            const text = placeText(axis, place)
            expect(isPlace(text, axis)).toBe(true)
            expect(nearestPlace(from + place / fine, axis)).toBe(place)
          }
        },
      ),
      { numRuns: 40 },
    )
  })

  it.each([
    [3n, 4n, '0.75'],
    [-1n, 8n, '-0.125'],
    [1n, 3n, '1/3'],
    [-7n, 1n, '-7'],
    [1n, 20n, '0.05'],
    [0n, 1n, '0'],
  ])('writes %s over %s as %s', (above, below, text) => {
    expect(plainText(rational(above, below))).toBe(text)
  })
})

describe('bars', () => {
  const asked = {
    kind: 'bars',
    bars: named('a', 'b', 'c', 'd'),
    height: { from: '0', to: '100', step: '10', fine: 2 },
    given: { d: '40' },
  }
  const each = { kind: 'bars', is: { a: '30', b: '55', c: '0' } }
  const near = { ...each, within: '5' }
  it.each([
    [each, { a: '30', b: '55', c: '0' }, 'met'],
    [each, { a: '30.0', b: '110/2', c: '0' }, 'met'],
    [each, { a: '30', b: '55' }, 'left-open 0.67'],
    [each, { a: '30' }, 'left-open 0.33'],
    [each, { a: '30', b: '50', c: '0' }, 'wrong-height 0.67'],
    [each, { a: '55', b: '30', c: '0' }, 'wrong-height 0.33'],
    [each, { a: '55', b: '30', c: '5' }, 'wrong-height'],
    [each, {}, 'not-answered'],
    [each, null, 'not-answered'],
    [near, { a: '35', b: '50', c: '5' }, 'met'],
    [near, { a: '40', b: '50', c: '5' }, 'wrong-height 0.67'],
    [{ ...each, points: 'all' }, { a: '30', b: '55', c: '0' }, 'met'],
    [{ ...each, points: 'all' }, { a: '30', b: '55' }, 'left-open'],
    [{ ...each, points: 'all' }, { a: '30', b: '50', c: '0' }, 'wrong-height'],
    [{ kind: 'bars', is: { a: '30' } }, { a: '30', b: '5' }, 'met'],
  ])('with %j and %j are %s', (right, given, found) => {
    expect(judged(asked, right, given)).toBe(found)
  })

  it.each([
    [{ a: '7' }, '7 isn’t a height here.'],
    [{ a: '105' }, '105 isn’t a height here.'],
    [{ q: '5' }, 'There is no such bar here.'],
    [{ d: '40' }, 'This bar stands as it is.'],
    [{ a: '5' }, 'taken'],
  ])('%j: %s', (given, words) => {
    expect(refused(asked, given)).toBe(words)
  })
})

describe('a plane', () => {
  const axis = { from: '-10', to: '10', step: '1', fine: 2 }
  const asked = {
    kind: 'plane',
    across: axis,
    up: axis,
    figures: [
      { id: 'spot', text: 'spot', as: 'point' },
      { id: 'edge', text: 'edge', as: 'segment' },
      { id: 'cost', text: 'cost', as: 'line' },
      { id: 'beam', text: 'beam', as: 'ray' },
      { id: 'plot', text: 'plot', as: 'polygon', corners: 4 },
    ],
  }
  const at = (...pairs: readonly (readonly [number, number])[]) =>
    pairs.map(([x, y]) => ({ x: String(x), y: String(y) }))
  const square = [
    [0, 0],
    [4, 0],
    [4, 4],
    [0, 4],
  ] as const
  const one = (id: string, ...pairs: readonly (readonly [number, number])[]) => ({ [id]: at(...pairs) })
  it.each([
    [one('spot', [1, 2]), one('spot', [1, 2]), 'met'],
    [one('spot', [1, 2]), one('spot', [2, 1]), 'wrong-place'],
    [one('edge', [0, 0], [4, 2]), one('edge', [4, 2], [0, 0]), 'met'],
    [one('edge', [0, 0], [4, 2]), one('edge', [0, 0], [2, 1]), 'wrong-place'],
    [one('edge', [0, 0], [4, 2]), one('edge', [0, 0]), 'left-open'],
    [one('cost', [0, 1], [2, 5]), one('cost', [-3, -5], [1, 3]), 'met'],
    [one('cost', [0, 1], [2, 5]), one('cost', [2, 5], [0.5, 2]), 'met'],
    [one('cost', [0, 1], [2, 5]), one('cost', [0, 1], [2, 4]), 'wrong-place'],
    [one('cost', [3, 0], [3, 1]), one('cost', [3, -7], [3, 9]), 'met'],
    [one('beam', [1, 1], [3, 2]), one('beam', [1, 1], [5, 3]), 'met'],
    [one('beam', [1, 1], [3, 2]), one('beam', [1, 1], [-1, 0]), 'wrong-place'],
    [one('beam', [1, 1], [3, 2]), one('beam', [3, 2], [1, 1]), 'wrong-place'],
    [one('plot', ...square), one('plot', ...square), 'met'],
    [one('plot', ...square), one('plot', [4, 4], [0, 4], [0, 0], [4, 0]), 'met'],
    [one('plot', ...square), one('plot', [4, 4], [4, 0], [0, 0], [0, 4]), 'met'],
    [one('plot', ...square), one('plot', [0, 0], [4, 4], [4, 0], [0, 4]), 'wrong-place'],
    [one('plot', ...square), one('plot', [0, 0], [4, 0], [4, 4]), 'left-open'],
    [{ ...one('spot', [1, 2]), ...one('cost', [0, 1], [2, 5]) }, one('cost', [0, 1], [2, 5]), 'left-open 0.5'],
    [
      { ...one('spot', [1, 2]), ...one('cost', [0, 1], [2, 5]) },
      { ...one('spot', [1, 2]), ...one('cost', [0, 1], [2, 6]) },
      'wrong-place 0.5',
    ],
    [one('spot', [1, 2]), {}, 'not-answered'],
    [one('spot', [1, 2]), null, 'not-answered'],
  ])('with %j and %j is %s', (is, given, found) => {
    expect(judged(asked, { kind: 'plane', is }, given)).toBe(found)
  })

  it.each([
    [one('spot', [11, 0]), '(11, 0) isn’t a place on this grid.'],
    [one('spot', [0.25, 0]), '(0.25, 0) isn’t a place on this grid.'],
    [one('spot', [0, 0], [1, 1]), '“spot” has its points. Move one, or take it away first.'],
    [one('edge', [0, 0], [0, 0]), '“edge” has a point there already.'],
    [one('other', [0, 0]), 'This isn’t among what is to be drawn.'],
    [one('edge', [0, 0]), 'taken'],
  ])('%j: %s', (given, words) => {
    expect(refused(asked, given)).toBe(words)
  })

  it('judges a line alike, whichever two points of it were given', () => {
    const place = fc.integer({ min: -10, max: 10 })
    fc.assert(
      fc.property(
        fc.integer({ min: -3, max: 3 }),
        place,
        fc.uniqueArray(place, { minLength: 4, maxLength: 4 }),
        (slope, from, [a, b, c, d]) => {
          const [y, z] = [slope * a! + from, slope * b! + from]
          const is = { kind: 'plane', is: one('cost', [a!, y], [b!, z]) }
          const wide = { ...asked, up: { from: '-100', to: '100', step: '1', fine: 1 } }
          expect(judged(wide, is, one('cost', [c!, slope * c! + from], [d!, slope * d! + from]))).toBe('met')
          expect(judged(wide, is, one('cost', [c!, slope * c! + from + 1], [d!, slope * d! + from]))).toBe(
            'wrong-place',
          )
        },
      ),
    )
  })

  it('says what a figure lacks', () => {
    const asking = part.parse({ id: 'one', ...asked })
    expect(kindOf(asking).progress(asking, one('edge', [0, 0])).words).toBe('0 of 5 drawn; “edge” lacks 1 point')
    expect(kindOf(asking).sentence(asking, one('beam', [1, 1], [3, 2]))).toBe('“beam”: ray from (1, 1) through (3, 2)')
  })
})

describe('a whole that is cut', () => {
  const equal = { kind: 'cutting', shape: 'disc', whole: 'the yard' }
  const hours = { kind: 'cutting', shape: 'bar', whole: 'the shift', units: 12, unit: 'hours' }
  const ones = (count: number) => Array.from({ length: count }, () => 1)
  const threeEighths = { kind: 'cutting', marked: '3/8' }
  it.each([
    [equal, threeEighths, { parts: ones(8), marked: [0, 1, 2] }, 'met'],
    [equal, threeEighths, { parts: ones(8), marked: [7, 2, 4] }, 'met'],
    [equal, threeEighths, { parts: ones(16), marked: [0, 1, 2, 3, 4, 5] }, 'met'],
    [equal, threeEighths, { parts: ones(8), marked: [0, 1] }, 'other-mark'],
    [equal, threeEighths, { parts: ones(3), marked: [0] }, 'other-mark'],
    [equal, threeEighths, { parts: ones(1), marked: [0] }, 'other-mark'],
    [equal, threeEighths, { parts: ones(8), marked: [] }, 'other-mark'],
    [equal, threeEighths, null, 'not-answered'],
    [equal, { ...threeEighths, parts: ones(8) }, { parts: ones(16), marked: [0, 1, 2, 3, 4, 5] }, 'other-cut'],
    [hours, { kind: 'cutting', parts: [6, 4, 2] }, { parts: [2, 4, 6], marked: [] }, 'met'],
    [hours, { kind: 'cutting', parts: [6, 4, 2] }, { parts: [6, 6], marked: [] }, 'other-cut'],
    [hours, { kind: 'cutting', parts: [6, 4, 2] }, { parts: [12], marked: [] }, 'other-cut'],
    [hours, { kind: 'cutting', marked: '1/2' }, { parts: [6, 4, 2], marked: [1, 2] }, 'met'],
    [hours, { kind: 'cutting', marked: '1/2' }, { parts: [6, 4, 2], marked: [0] }, 'met'],
    [hours, { kind: 'cutting', marked: '0.5' }, { parts: [6, 4, 2], marked: [1] }, 'other-mark'],
    [hours, { kind: 'cutting', marked: '1' }, { parts: [6, 4, 2], marked: [0, 1, 2] }, 'met'],
  ])('%j with %j and %j is %s', (asked, right, given, found) => {
    expect(judged(asked, right, given)).toBe(found)
  })

  it.each([
    [hours, { parts: [6, 4], marked: [] }, 'The parts don’t make up the whole.'],
    [equal, { parts: [2, 1], marked: [] }, 'All parts are equal here.'],
    [hours, { parts: [6, 6], marked: [2] }, 'Only a part can be marked.'],
    [hours, { parts: [6, 6], marked: [0, 0] }, 'A part can be marked once.'],
    [{ ...hours, marks: false }, { parts: [6, 6], marked: [0] }, 'Nothing is marked here.'],
    [hours, { parts: [6, 6], marked: [1] }, 'taken'],
  ])('%j %j: %s', (asked, given, words) => {
    expect(refused(asked, given)).toBe(words)
  })
})

describe('a sum that is shared out', () => {
  const asked = { kind: 'sharing', sum: 100_001, among: named('a', 'b', 'c') }
  const right = { kind: 'sharing', is: { a: 50_001, b: 30_000, c: 20_000 } }
  it.each([
    [{ a: 50_001, b: 30_000, c: 20_000 }, 'met'],
    [{ c: 20_000, b: 30_000, a: 50_001 }, 'met'],
    [{ a: 50_000, b: 30_001, c: 20_000 }, 'wrong-share 0.33'],
    [{ a: 50_000, b: 30_000, c: 20_000 }, 'not-the-sum 0.67'],
    [{ a: 50_001, b: 30_000 }, 'not-the-sum 0.67'],
    [{ a: 50_001 }, 'not-the-sum 0.33'],
    [{ a: 100_001 }, 'wrong-share'],
    [{ a: 20_000, b: 30_000, c: 50_001 }, 'wrong-share 0.33'],
    [{ a: 30_000, b: 20_000, c: 50_001 }, 'wrong-share'],
    [{ a: 0, b: 0, c: 0 }, 'not-the-sum'],
    [{ a: 50_001, b: 30_000, c: 20_001 }, 'not-the-sum 0.67'],
    [{ a: 1, b: 1, c: 99_999 }, 'wrong-share'],
    [{ c: 20_000 }, 'not-the-sum 0.33'],
    [{}, 'not-answered'],
    [null, 'not-answered'],
  ])('as %j is %s', (given, found) => {
    expect(judged(asked, right, given)).toBe(found)
  })

  it('is in whole pennies, of nobody else, and says what is left', () => {
    const one = part.parse({ id: 'one', ...asked })
    const kind = kindOf(one)
    expect(kind.answer.safeParse({ a: 0.5 }).success).toBe(false)
    expect(kind.answer.safeParse({ a: -1 }).success).toBe(false)
    expect(refused(asked, { q: 1 })).toBe('Nobody of that name shares here.')
    expect(kind.progress(one, { a: 50_001 }).words).toBe('£500.00 left')
    expect(kind.progress(one, { a: 100_101 }).words).toBe('£1.00 too much')
    expect(kind.progress(one, { a: 50_001, b: 30_000, c: 20_000 })).toEqual({ complete: true, words: 'all shared out' })
    expect(moneyText({ currency: '£' }, 123_456_789)).toBe('£1,234,567.89')
    expect(moneyText({ currency: '£' }, 5)).toBe('£0.05')
  })
})
