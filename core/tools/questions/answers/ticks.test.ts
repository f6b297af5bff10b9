import { describe, expect, it } from 'vitest'
import { ticksOn } from './ticks'

const axis = (from: string, to: string, step: string, fine = 1) => ({ from, to, step, fine })

describe('the marks of an axis', () => {
  it('have a label at each step, as long as there is room', () => {
    expect(ticksOn(axis('0', '5', '1')).map(({ label }) => label)).toEqual(['0', '1', '2', '3', '4', '5'])
    const many = ticksOn(axis('0', '100', '1'))
    expect(many).toHaveLength(101)
    expect(many.filter(({ label }) => label !== null).map(({ label }) => label)).toEqual(
      Array.from({ length: 21 }, (_, at) => String(at * 5)),
    )
  })

  it('have fine ones between the steps, without labels', () => {
    const fine = ticksOn(axis('-2', '2', '1', 4))
    expect(fine).toHaveLength(17)
    expect(fine.flatMap(({ label }) => label ?? [])).toEqual(['-2', '-1', '0', '1', '2'])
    expect(fine[1]!.value).toBe(-1.75)
  })

  it('have labels everywhere where a stretch is enlarged so far that no step lies in it', () => {
    const stretch = ticksOn(axis('0', '10', '1', 10), [11, 15])
    expect(stretch.map(({ label }) => label)).toEqual(['1.1', '1.2', '1.3', '1.4', '1.5'])
  })

  it('of thirds are fractions', () => {
    expect(ticksOn(axis('0', '1', '1/3')).map(({ label }) => label)).toEqual(['0', '1/3', '2/3', '1'])
  })
})
