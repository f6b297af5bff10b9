import { describe, expect, it } from 'vitest'
import { key, kindOf, part } from '.'
import { judged, named } from './judged.fixture'

describe('one of several', () => {
  const asked = { kind: 'one-of', options: named('a', 'b', 'c', 'd') }
  const one = { kind: 'one-of', is: ['b'] }
  const either = { kind: 'one-of', is: ['b', 'd'] }
  it.each([
    [one, 'b', 'met'],
    [one, 'a', 'other-option'],
    [one, 'c', 'other-option'],
    [one, 'd', 'other-option'],
    [one, null, 'not-answered'],
    [either, 'b', 'met'],
    [either, 'd', 'met'],
    [either, 'a', 'other-option'],
    [either, 'c', 'other-option'],
    [either, null, 'not-answered'],
  ])('with %j and %j is %s', (right, given, found) => {
    expect(judged(asked, right, given)).toBe(found)
  })
})

describe('several of many', () => {
  const asked = { kind: 'several-of', choose: 'any-number', options: named('a', 'b', 'c', 'd', 'e') }
  const all = { kind: 'several-of', is: ['a', 'b', 'c'] }
  const each = { ...all, points: 'each' }
  it.each([
    [all, ['a', 'b', 'c'], 'met'],
    [all, ['c', 'a', 'b'], 'met'],
    [all, ['a', 'b'], 'too-few-chosen'],
    [all, ['a', 'b', 'd'], 'wrong-chosen'],
    [all, ['a', 'b', 'c', 'd'], 'wrong-chosen'],
    [all, [], 'not-answered'],
    [all, null, 'not-answered'],
    [each, ['b', 'c', 'a'], 'met'],
    [each, ['a'], 'too-few-chosen 0.33'],
    [each, ['a', 'c'], 'too-few-chosen 0.67'],
    [each, ['a', 'b', 'd'], 'wrong-chosen 0.33'],
    [each, ['a', 'b', 'c', 'd'], 'wrong-chosen 0.67'],
    [each, ['a', 'b', 'c', 'd', 'e'], 'wrong-chosen 0.33'],
    [each, ['a', 'd'], 'wrong-chosen'],
    [each, ['d', 'e'], 'wrong-chosen'],
    [each, ['a', 'd', 'e'], 'wrong-chosen'],
    [each, null, 'not-answered'],
  ])('with %j and %j is %s', (right, given, found) => {
    expect(judged(asked, right, given)).toBe(found)
  })
})

describe('a block that is cut', () => {
  const asked = { kind: 'dividing', block: '10.44.64.0/24', marks: 1 }
  const quarters = ['10.44.64.0/26', '10.44.64.64/26', '10.44.64.128/26', '10.44.64.192/26']
  const halfFirst = ['10.44.64.0/25', '10.44.64.128/26', '10.44.64.192/26']
  const halfLast = ['10.44.64.0/26', '10.44.64.64/26', '10.44.64.128/25']
  const four = { kind: 'dividing', bits: [26, 26, 26, 26] }
  const unequal = { kind: 'dividing', bits: [26, 25, 26] }
  const third = { kind: 'dividing', marked: ['10.44.64.128/26'] }
  it.each([
    [four, { parts: quarters, marked: [] }, 'met'],
    [four, { parts: quarters, marked: ['10.44.64.0/26'] }, 'met'],
    [four, { parts: halfFirst, marked: [] }, 'other-cut'],
    [four, { parts: ['10.44.64.0/24'], marked: [] }, 'other-cut'],
    [four, null, 'not-answered'],
    [unequal, { parts: halfFirst, marked: [] }, 'met'],
    [unequal, { parts: halfLast, marked: [] }, 'met'],
    [unequal, { parts: quarters, marked: [] }, 'other-cut'],
    [third, { parts: quarters, marked: ['10.44.64.128/26'] }, 'met'],
    [third, { parts: halfFirst, marked: ['10.44.64.128/26'] }, 'met'],
    [third, { parts: quarters, marked: ['10.44.64.64/26'] }, 'other-mark'],
    [third, { parts: quarters, marked: [] }, 'other-mark'],
    [third, { parts: halfLast, marked: ['10.44.64.128/25'] }, 'other-mark'],
    [third, null, 'not-answered'],
    [{ ...four, ...third }, { parts: quarters, marked: ['10.44.64.128/26'] }, 'met'],
    [{ ...four, ...third }, { parts: halfFirst, marked: ['10.44.64.128/26'] }, 'other-cut'],
  ])('with %j and %j is %s', (right, given, found) => {
    expect(judged(asked, right, given)).toBe(found)
  })
})

describe('a line for a console', () => {
  const asked = { kind: 'console-line', device: { name: 'gate', kind: 'router', ports: 4 } }
  const put = { kind: 'console-line', is: ['put interfaces/p2/ipv4/address 10.44.20.1/24'] }
  const way = { kind: 'console-line', is: ['ping 10.44.20.1', 'trace 10.44.20.1'] }
  it.each([
    [put, 'put interfaces/p2/ipv4/address 10.44.20.1/24', 'met'],
    [put, '  put   interfaces/p2/ipv4/address 10.44.20.1/24 ', 'met'],
    [put, 'put interfaces/p2/ipv4/address 10.44.20.1/25', 'other-line'],
    [put, 'put interfaces/p1/ipv4/address 10.44.20.1/24', 'other-line'],
    [put, 'drop interfaces/p2/ipv4/address', 'other-line'],
    [put, 'apply', 'other-line'],
    [put, 'put interfaces/p2/ipv4/address 10.44.20.1', 'misread'],
    [put, 'put interfaces/p9/ipv4/address 10.44.20.1/24', 'misread'],
    [put, 'set interfaces/p2/ipv4/address 10.44.20.1/24', 'misread'],
    [put, 'put', 'misread'],
    [put, '   ', 'not-answered'],
    [put, '', 'not-answered'],
    [put, null, 'not-answered'],
    [way, 'ping 10.44.20.1', 'met'],
    [way, 'trace 10.44.20.1', 'met'],
    [way, 'ping 10.44.20.1 64', 'other-line'],
    [way, 'ping 10.44.20.2', 'other-line'],
    [way, 'lookup 10.44.20.1', 'other-line'],
  ])('with %j and %j is %s', (right, given, found) => {
    expect(judged(asked, right, given)).toBe(found)
  })
})

describe('what was found', () => {
  it('is said in sentences', () => {
    const several = part.parse({ kind: 'several-of', id: 'one', choose: { exactly: 2 }, options: named('a', 'b', 'c') })
    const kind = kindOf(several)
    const right = key.parse({ kind: 'several-of', is: ['a', 'b'] })
    expect(kind.judge(several, ['a', 'c'], right)).toMatchObject({
      expected: '“option a” and “option b”.',
      found: '“option a” and “option c” were chosen.',
    })
    expect(kind.judge(several, ['c'], right).found).toBe('“option c” was chosen.')
    const block = part.parse({ kind: 'dividing', id: 'one', block: '10.44.64.0/24' })
    const divided = { parts: ['10.44.64.0/25', '10.44.64.128/25'], marked: ['10.44.64.0/25'] }
    expect(kindOf(block).judge(block, divided, { kind: 'dividing', bits: [26, 26, 25] })).toMatchObject({
      expected: 'Parts of 1 × /25, 2 × /26.',
      found: 'Cut into 2 × /25.',
    })
    expect(kindOf(block).sentence(block, divided)).toBe('cut into 2 × /25; 10.44.64.0/25 is marked')
    const line = part.parse({ kind: 'console-line', id: 'one', device: { name: 'gate', kind: 'router', ports: 1 } })
    expect(kindOf(line).judge(line, 'put foo 1', { kind: 'console-line', is: ['apply'] }).found).toMatch(
      /^gate doesn’t understand it: “foo”: expected interfaces, /,
    )
  })
})
