import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { angleOf, lengthOf, movedTo, readingOff, takenOut, ticksOn } from './measuring'
import { picture } from './picture'

const hall = picture.parse({ width: 480, height: 250, words: 'A hall.', shapes: [], scale: { unit: 'm', one: 10 } })
const scale = hall.scale!
const spot = (x: number, y: number) => ({ x, y })

describe('a ruler on a drawing', () => {
  it.each([
    [spot(0, 0), spot(480, 0), '48.0 m long, 0° from level'],
    [spot(100, 100), spot(100, 20), '8.0 m long, 90° from level'],
    [spot(0, 0), spot(30, 40), '5.0 m long, 307° from level'],
    [spot(40, 10), spot(10, 10), '3.0 m long, 180° from level'],
    [spot(10, 10), spot(10, 10), '0.0 m long, 0° from level'],
    [spot(0, 0), spot(12.4, 0), '1.2 m long, 0° from level'],
  ])('from %j to %j: %s', (from, to, words) => {
    expect(readingOff({ with: 'ruler', at: [from, to] }, scale)).toBe(words)
  })

  it('has a tick for each metre, and fewer where they would run into each other', () => {
    expect(ticksOn([spot(0, 0), spot(45, 0)], scale)).toEqual([0, 10, 20, 30, 40])
    expect(ticksOn([spot(0, 0), spot(45, 0)], { unit: 'm', one: 4 })).toEqual([0, 8, 16, 24, 32, 40])
    expect(ticksOn([spot(0, 0), spot(9, 0)], { unit: 'm', one: 0.1 })).toEqual([0])
  })
})

describe('a protractor on a drawing', () => {
  it.each([
    [[spot(0, 0), spot(10, 0), spot(0, 10)], 90],
    [[spot(0, 0), spot(10, 0), spot(10, 10)], 45],
    [[spot(0, 0), spot(10, 0), spot(-10, 0)], 180],
    [[spot(5, 5), spot(15, 5), spot(15, 5)], 0],
    [[spot(0, 0), spot(0, 0), spot(15, 5)], 0],
  ] as const)('with its places at %j reads %d°', (at, degrees) => {
    expect(angleOf([...at])).toBeCloseTo(degrees, 9)
    expect(readingOff({ with: 'protractor', at: [...at] }, scale)).toBe(`${degrees}° between the arms`)
  })
})

describe('what is laid on a drawing', () => {
  it('is taken out in the middle, and its first place takes the others along', () => {
    const ruler = takenOut('ruler', hall)
    expect(readingOff(ruler, scale)).toBe('12.5 m long, 0° from level')
    expect(movedTo(ruler, 0, spot(100, 50), hall).at).toEqual([spot(100, 50), spot(225, 50)])
    expect(movedTo(ruler, 1, spot(177.5, 25), hall).at).toEqual([spot(177.5, 125), spot(177.5, 25)])
    expect(readingOff(takenOut('protractor', hall), scale)).toBe('90° between the arms')
  })

  it('never leaves the drawing, however it is moved', () => {
    const number = fc.double({ min: -5000, max: 5000, noNaN: true })
    fc.assert(
      fc.property(
        fc.constantFrom('ruler' as const, 'protractor' as const),
        fc.array(fc.tuple(fc.nat(3), number, number), { maxLength: 20 }),
        (kind, moves) => {
          const measure = moves.reduce(
            (one, [place, x, y]) => movedTo(one, place, spot(x, y), hall),
            takenOut(kind, hall),
          )
          for (const { x, y } of measure.at) {
            expect(x >= 0 && x <= hall.width && y >= 0 && y <= hall.height).toBe(true)
          }
          expect(readingOff(measure, scale)).not.toMatch(/NaN|Infinity/)
          if (measure.with === 'ruler') expect(lengthOf(measure.at, scale)).toBeLessThanOrEqual(54.2)
        },
      ),
    )
  })
})
