import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { levelInWords, levelOf, resampler } from './hearing'
import { joined, pieceOf, RATE, secondsOf, soundIn, waveOf } from './wave'

const tone = (hertz: number, rate: number, seconds: number): Float32Array =>
  Float32Array.from({ length: rate * seconds }, (_, at) => 0.5 * Math.sin((2 * Math.PI * hertz * at) / rate))

describe('a piece of sound', () => {
  it('is a WAVE file whose bytes come back', () => {
    const file = pieceOf(tone(440, RATE, 1))
    expect(new TextDecoder().decode(file.slice(0, 4))).toBe('RIFF')
    const sound = soundIn(file)!
    expect(secondsOf(sound.length)).toBe(1)
    // ITU-T G.711: silence is 0xff, the loudest are 0x80 and 0x00.
    expect([...soundIn(pieceOf(Float32Array.of(0, 1, -1, 0)))!]).toEqual([0xff, 0x80, 0x00, 0xff])
  })

  it('is heard with those that follow it as one; what is none is left out', () => {
    const [one, two] = [pieceOf(tone(440, RATE, 1)), pieceOf(tone(880, RATE, 2))]
    expect([...joined([one, new Uint8Array(9), two])]).toEqual([...soundIn(one)!, ...soundIn(two)!])
    expect(joined([])).toHaveLength(0)
  })

  it('keeps its samples as near as eight bits can', () => {
    const before = tone(440, RATE, 1)
    const wave = waveOf(soundIn(pieceOf(before))!)
    const view = new DataView(wave.buffer, 44)
    const after = Array.from({ length: RATE }, (_, at) => view.getInt16(2 * at, true) / 32_768)
    const noise = levelOf(Float32Array.from(after, (sample, at) => sample - before[at]!))
    expect(levelOf(before) - noise).toBeGreaterThan(35)
  })

  it.each([
    ['nothing', new Uint8Array()],
    ['a text', new TextEncoder().encode('{"sound": "none"}')],
    ['a picture', Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)],
    ['a WAVE file that is cut off', pieceOf(tone(440, RATE, 1)).slice(0, 30)],
    ['a WAVE file without sound', pieceOf(new Float32Array())],
    ['16-bit samples', waveOf(soundIn(pieceOf(tone(440, RATE, 1)))!)],
  ])('isn’t %s', (_, bytes) => {
    expect(soundIn(bytes)).toBeNull()
  })

  it('with a chunk that counts more than it holds is read as far as it goes', () => {
    const cue = Uint8Array.of(...new TextEncoder().encode('cue '), 4, 0, 0, 0, 255, 255, 255, 255)
    const piece = pieceOf(tone(440, RATE, 1))
    const format = piece.slice(12, 20 + new DataView(piece.buffer).getUint32(16, true))
    const file = Uint8Array.from([...piece.slice(0, 12), ...format, ...cue])
    expect(soundIn(file)).toBeNull()
    expect([...soundIn(Uint8Array.from([...piece.slice(0, 12), ...cue, ...piece.slice(12)]))!]).toEqual([
      ...soundIn(piece)!,
    ])
  })

  it.each([0xffffffff, 0x7fffffff, 1_000_000])('whose length says %d is none', length => {
    const file = pieceOf(tone(440, RATE, 0.01))
    new DataView(file.buffer).setUint32(16, length, true)
    expect(soundIn(file)).toBeNull()
  })

  it('never throws, whatever the bytes are', () => {
    const file = pieceOf(tone(440, RATE, 0.01))
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(file.length - 1), fc.nat(255)), { maxLength: 12 }), changes => {
        const spoilt = Uint8Array.from(file)
        for (const [at, byte] of changes) spoilt[at] = byte
        expect(() => soundIn(spoilt)).not.toThrow()
      }),
    )
  })
})

describe('samples at another rate', () => {
  it.each([48_000, 44_100, 16_000, 22_050])('last as long as before: %s a second', rate => {
    const made = resampler(rate)(tone(440, rate, 2))
    expect(made.length).toBeGreaterThanOrEqual(2 * RATE - 1)
    expect(made.length).toBeLessThanOrEqual(2 * RATE)
    expect(levelOf(made)).toBeCloseTo(levelOf(tone(440, RATE, 2)), 1)
  })

  it('come out the same, however they are cut', () => {
    const all = tone(300, 44_100, 0.2)
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 3000 }), size => {
        const cut = resampler(44_100)
        const pieces: number[] = []
        for (let at = 0; at < all.length; at += size) pieces.push(...cut(all.slice(at, at + size)))
        expect(pieces.length).toBe(resampler(44_100)(all).length)
        const whole = resampler(44_100)(all)
        for (const [at, sample] of pieces.entries()) expect(sample).toBeCloseTo(whole[at]!, 5)
      }),
      { numRuns: 20 },
    )
  })
})

describe('a level', () => {
  it.each([
    [0, 'nothing heard'],
    [0.003, 'very soft'],
    [0.1, 'heard well'],
    [0.9, 'too loud'],
  ])('of samples of %s is told in words', (sample, words) => {
    expect(levelInWords(levelOf(new Float32Array(100).fill(sample)))).toBe(words)
  })
})
