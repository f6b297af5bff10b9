import { describe, expect, it } from 'vitest'
import { XMLParser } from 'fast-xml-parser'
import { kindOf, part } from '.'
import { judged, refused } from './judged.fixture'
import { drawingSvg } from '../answers/strokes'
import type { Stroke } from '../answers/strokes'

const picture = {
  width: 400,
  height: 200,
  words: 'A shed < and a hut.',
  shapes: [
    { shape: 'rectangle', x: 50, y: 50, width: 60, height: 40 },
    { shape: 'text', x: 80, y: 70, text: 'Shed & co' },
    { shape: 'ellipse', x: 300, y: 100, across: 60, down: 40 },
    {
      shape: 'line',
      points: [
        { x: 0, y: 0 },
        { x: 10, y: 10 },
      ],
      dashed: true,
    },
  ],
}
const asked = { kind: 'drawn', picture }
const shed = { rectangle: { x: 50, y: 50, width: 60, height: 40 } }
const hut = { ellipse: { x: 300, y: 100, across: 60, down: 40 } }
const boat = {
  polygon: [
    { x: 180, y: 150 },
    { x: 220, y: 150 },
    { x: 200, y: 180 },
  ],
}
const at = (...pairs: readonly (readonly [number, number])[]) => pairs.map(([x, y]) => ({ x, y }))
const ring = (colour: string, ...pairs: readonly (readonly [number, number])[]) => ({
  tool: 'ring',
  colour,
  points: at(...pairs),
})
const line = (colour: string, ...pairs: readonly (readonly [number, number])[]) => ({
  tool: 'line',
  colour,
  points: at(...pairs),
})
const hand = (colour: string, ...pairs: readonly (readonly [number, number])[]) => ({
  tool: 'freehand',
  colour,
  points: at(...pairs),
})

describe('a drawing', () => {
  const round = { kind: 'drawn', is: [{ ring: { text: 'shed', area: shed }, colour: 'red' }], apart: [hut] }
  const joined = {
    kind: 'drawn',
    is: [
      {
        join: [
          { text: 'shed', area: shed },
          { text: 'hut', area: hut },
        ],
      },
    ],
  }
  const both = { kind: 'drawn', is: [...round.is, ...joined.is], apart: [hut] }
  const aroundShed = ring('red', [30, 30], [130, 110])
  const loop = hand('red', [45, 45], [120, 45], [120, 95], [45, 95], [44, 50])
  it.each([
    [round, [aroundShed], 'met'],
    [round, [ring('red', [130, 110], [30, 30])], 'met'],
    [round, [loop], 'met'],
    [round, [ring('blue', [30, 30], [130, 110])], 'other-colour'],
    [round, [ring('red', [0, 0], [400, 200])], 'not-drawn-so'],
    [round, [ring('red', [60, 60], [70, 65])], 'not-drawn-so'],
    [round, [ring('red', [270, 80], [330, 120])], 'not-drawn-so'],
    // A line round three sides isn’t closed.
    [round, [hand('red', [45, 45], [120, 45], [120, 95], [45, 95])], 'not-drawn-so'],
    [round, [line('red', [30, 30], [130, 110])], 'not-drawn-so'],
    [round, [{ tool: 'text', colour: 'red', points: at([80, 70]), text: 'here' }], 'not-drawn-so'],
    [round, [ring('red', [0, 0], [400, 200]), aroundShed], 'met'],
    [round, null, 'not-answered'],
    [joined, [line('ink', [80, 70], [300, 100])], 'met'],
    [joined, [line('green', [300, 100], [80, 70])], 'met'],
    [joined, [hand('ink', [80, 70], [200, 20], [300, 100])], 'met'],
    [joined, [line('ink', [80, 70], [200, 100])], 'not-drawn-so'],
    [joined, [line('ink', [80, 70], [200, 100]), line('ink', [200, 100], [300, 100])], 'not-drawn-so'],
    [both, [aroundShed, line('ink', [80, 70], [300, 100])], 'met'],
    [both, [aroundShed], 'not-drawn-so 0.5'],
    [{ ...both, points: 'all' }, [aroundShed], 'not-drawn-so'],
    [{ kind: 'drawn', is: [{ ring: { text: 'boat', area: boat } }] }, [ring('ink', [170, 140], [230, 190])], 'met'],
  ])('with %j and %j is %s', (right, given, found) => {
    expect(judged(asked, right, given)).toBe(found)
  })

  it('stays on its picture, and has bounds', () => {
    expect(refused(asked, [line('ink', [0, 0], [401, 0])])).toBe('This goes beyond the picture.')
    expect(refused(asked, [aroundShed])).toBe('taken')
    const kind = kindOf(part.parse({ id: 'one', ...asked }))
    const many = Array.from({ length: 10_000 }, () => aroundShed)
    expect(kind.answer.safeParse(many).success).toBe(false)
    const long = hand('ink', ...Array.from({ length: 600 }, (_, x) => [x % 400, 5] as const))
    expect(
      refused(
        asked,
        Array.from({ length: 20 }, () => long),
      ),
    ).toMatch(/^This is more than one drawing can hold/)
    expect(kind.answer.safeParse([{ ...aroundShed, points: at([Number.NaN, 1], [2, 2]) }]).success).toBe(false)
  })

  it('is told in words', () => {
    const one = part.parse({ id: 'one', ...asked })
    expect(kindOf(one).sentence(one, [aroundShed])).toBe(
      'a ring in red, near “Shed & co” (20 % from the left, 35 % from the top)',
    )
  })

  it('goes out as SVG that another reader takes, with what was written in it kept as text', () => {
    const one = part.parse({ id: 'one', ...asked }) as Extract<ReturnType<typeof part.parse>, { kind: 'drawn' }>
    const strokes = [aroundShed, loop, { tool: 'text', colour: 'ink', points: at([5, 5]), text: '<script>"&' }]
    const svg = drawingSvg(one.picture, strokes as Stroke[])
    const read = new XMLParser({ ignoreAttributes: false }).parse(svg) as { svg: Record<string, unknown> }
    expect(read.svg['@_viewBox']).toBe('0 0 400 200')
    expect(read.svg.title).toBe('A shed < and a hut.')
    expect(JSON.stringify(read.svg.text)).toContain('<script>\\"&')
    expect(svg).not.toContain('<script')
    expect((read.svg.ellipse as unknown[]).length).toBe(2)
  })
})
