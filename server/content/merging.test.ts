import { describe, expect, it } from 'vitest'
import { merged } from './merging'

describe('a value with a change', () => {
  it('is changed part by part, and loses what is null', () => {
    expect(merged({ a: 1, b: { c: 2, d: 3 } }, { b: { c: null, e: 4 }, f: 5 })).toEqual({
      a: 1,
      b: { d: 3, e: 4 },
      f: 5,
    })
    expect(merged({ a: [1] }, { a: 2 })).toEqual({ a: 2 })
  })

  it('has things with names changed by their names, in their places, and others added', () => {
    const site = {
      devices: [
        { name: 'gate', ports: 2 },
        { name: 'books', ports: 1 },
      ],
      cables: [['a', 'b']],
    }
    const change = {
      devices: [
        { name: 'gate', ports: 4 },
        { name: 'till', ports: 1 },
      ],
      cables: [['c', 'd']],
    }
    expect(merged(site, change)).toEqual({
      devices: [
        { name: 'gate', ports: 4 },
        { name: 'books', ports: 1 },
        { name: 'till', ports: 1 },
      ],
      cables: [
        ['a', 'b'],
        ['c', 'd'],
      ],
    })
  })

  it('leaves both as they were', () => {
    const value = Object.freeze({ list: Object.freeze([Object.freeze({ name: 'one', of: 1 })]) })
    merged(value, { list: [{ name: 'one', of: 2 }] })
    expect(value).toEqual({ list: [{ name: 'one', of: 1 }] })
  })
})
