import { describe, expect, it } from 'vitest'
import { kindOf, part } from '.'
import { judged, refused } from './judged.fixture'
import { lengthText } from './spoken'

const asked = { kind: 'spoken', least: 15, most: 60 }
const key = { kind: 'spoken' }
const said = (seconds: number) => ({ recording: 'a', seconds })

describe('a recording', () => {
  it.each([
    [asked, said(15), 'met'],
    [asked, said(59.9), 'met'],
    [asked, said(60.4), 'met'],
    [asked, said(14.9), 'too-short'],
    [asked, said(0), 'too-short'],
    [asked, { words: 'Please drain the water.' }, 'met'],
    [asked, null, 'not-answered'],
    [{ kind: 'spoken', most: 30 }, said(0.1), 'met'],
    [{ kind: 'spoken', most: 30 }, said(30), 'met'],
    [{ kind: 'spoken', most: 30 }, { words: 'x' }, 'met'],
    [{ kind: 'spoken', most: 30 }, null, 'not-answered'],
    [{ kind: 'spoken', least: 30, most: 30 }, said(30), 'met'],
    [{ kind: 'spoken', least: 30, most: 30 }, said(29), 'too-short'],
    [{ kind: 'spoken', most: 600 }, said(600), 'met'],
    [{ kind: 'spoken', least: 1, most: 600 }, said(0.9), 'too-short'],
  ])('to %j of %j is %s', (question, given, found) => {
    expect(judged(question, key, given)).toBe(found)
  })

  it.each([
    [said(61), 'taken'],
    [said(61.1), 'This is longer than 1:00. Record it again, shorter.'],
    [{ words: 'x' }, 'taken'],
  ])('%j is %s', (given, words) => {
    expect(refused(asked, given)).toBe(words)
  })

  it('says as it grows what it lacks', () => {
    const one = part.parse({ id: 'one', ...asked })
    const kind = kindOf(one)
    const progress = (given: unknown) => kind.progress(one, given).words
    expect([null, said(4.2), said(42.9), { words: 'drain it' }].map(progress)).toEqual([
      'nothing recorded yet',
      'a recording of 0:04; at least 0:15 is asked for',
      'a recording of 0:42',
      '2 words, written down',
    ])
    expect(kind.sentence(one, said(83.4))).toBe('a recording of 1:23')
    expect(kind.contradiction(part.parse({ id: 'one', kind: 'spoken', least: 9, most: 3 }))).toMatch(/at least 9/)
  })

  it.each([
    [{ recording: '../../data', seconds: 1 }],
    [{ recording: 'a', seconds: NaN }],
    [{ recording: 'a', seconds: 1e400 }],
    [{ recording: 'a', seconds: -1 }],
    [{ recording: 'a' }],
    [{ words: ' ' }],
    [{ words: 'x'.repeat(1_000_000) }],
    ['a'],
  ])('isn’t %j', given => {
    expect(kindOf(part.parse({ id: 'one', ...asked })).answer.safeParse(given).success).toBe(false)
  })

  it('goes on from itself, and not from another', () => {
    const kind = kindOf(part.parse({ id: 'one', ...asked }))
    expect(kind.continues!(said(2), said(4))).toBe(true)
    expect(kind.continues!(said(2), { recording: 'b', seconds: 2 })).toBe(false)
    expect(kind.continues!({ words: 'x' }, said(2))).toBe(false)
  })
})

it('a length is told in minutes and seconds', () => {
  expect([0, 9.99, 60, 61, 599.9].map(lengthText)).toEqual(['0:00', '0:09', '1:00', '1:01', '9:59'])
})
