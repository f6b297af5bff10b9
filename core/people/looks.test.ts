import { describe, expect, test } from 'vitest'
import { keptLooks, plainLooks } from './kept-looks'
import { looks } from './looks'

describe('looks that a device kept', () => {
  test('are read as they are sent', () => {
    const ours = { theme: 'graphite', textSize: 'large', lineSpacing: 'wide', readingRuler: true, speed: 1.5 }
    expect(keptLooks(JSON.stringify(ours))).toEqual(looks.parse(ours))
  })

  test.each(['', '{', 'null', '7', '[]', '"day"'])('are the usual ones where %s was kept', text => {
    expect(keptLooks(text)).toEqual(plainLooks)
  })

  test.each([
    ['theme', 'midnight'],
    ['textSize', 14],
    ['lineSpacing', null],
    ['readingRuler', 'yes'],
    ['speed', 9],
    ['speed', '2'],
  ])('are usual in %s where it says %j, and kept in the rest', (member, found) => {
    const ours = { theme: 'warm', textSize: 'largest', lineSpacing: 'widest', readingRuler: true, speed: 0.5 }
    const read = keptLooks(JSON.stringify({ ...ours, [member]: found }))
    expect(read).toEqual({ ...ours, [member]: plainLooks[member as keyof typeof plainLooks] })
    expect(looks.safeParse(read).success).toBe(true)
  })

  test('are usual in all that a person left open', () => {
    expect(looks.parse({})).toEqual(plainLooks)
  })
})
