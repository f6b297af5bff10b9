import { describe, expect, it } from 'vitest'
import { kindOf, part } from '.'
import { judged } from './judged.fixture'
import { wordCount } from './written'

describe('words', () => {
  it.each([
    ['', 0],
    ['   \n ', 0],
    ['one', 1],
    ['one two', 2],
    ['  one\n\ntwo  ', 2],
    ['don’t', 1],
    ["don't", 1],
    ['berth-holder', 1],
    ['one, two; three!', 3],
    ['1,290.50', 1],
    ['10.44.10.1/24', 2],
    ['£430 a boat', 3],
    ['5 %', 1],
    ['–', 0],
    ['e.g. this', 2],
    ['größer als müde', 3],
    ['end. Begin', 2],
    ['so ‹x = (a + b)/2› holds', 3],
    ['‹a›‹b›', 2],
    ['a ‹ b and c', 4],
  ])('%j has %i', (text, count) => {
    expect(wordCount(text)).toBe(count)
  })
})

describe('a text', () => {
  const words = (count: number) => Array.from({ length: count }, () => 'word').join(' ')
  const asked = { kind: 'written', least: 3, most: 5 }
  const key = { kind: 'written' }
  it.each([
    [asked, words(3), 'met'],
    [asked, words(5), 'met'],
    [asked, words(2), 'too-short'],
    [asked, words(6), 'too-long'],
    [asked, '', 'not-answered'],
    [asked, ' – ', 'not-answered'],
    [asked, null, 'not-answered'],
    [{ kind: 'written' }, words(1), 'met'],
    [{ kind: 'written' }, words(900), 'met'],
    [{ kind: 'written', least: 3 }, words(900), 'met'],
    [{ kind: 'written', least: 3 }, words(2), 'too-short'],
    [{ kind: 'written', most: 3 }, words(1), 'met'],
    [{ kind: 'written', most: 3 }, words(4), 'too-long'],
    [{ kind: 'written', most: 3 }, null, 'not-answered'],
    [{ kind: 'written', least: 3, most: 3 }, words(3), 'met'],
  ])('to %j of %j is %s', (question, text, found) => {
    expect(judged(question, key, text)).toBe(found)
  })

  it('says as it is typed what it lacks', () => {
    const one = part.parse({ id: 'one', ...asked })
    const kind = kindOf(one)
    const progress = (text: string | null) => kind.progress(one, text).words
    expect([null, 'one', words(3), words(6)].map(progress)).toEqual([
      'nothing written yet',
      '1 word, 2 too few',
      '3 words',
      '6 words, 1 too many',
    ])
    expect(kind.sentence(one, words(3))).toBe('a text of 3 words')
    expect(kind.contradiction(part.parse({ id: 'one', kind: 'written', least: 9, most: 3 }))).toMatch(/at least 9/)
    expect(kind.answer.safeParse('x'.repeat(1_000_000)).success).toBe(false)
  })
})
