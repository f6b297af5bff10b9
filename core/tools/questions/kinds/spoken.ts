import { z } from 'zod'
import { recordingId } from '../../../ground/sound/recording'
import type { QuestionKind } from './kind'
import { unanswered, wholly } from './kind'
import { partId } from '../answers/options'
import { asSentence } from '../answers/wording'
import { wordCount } from './written'

const MOST_SECONDS = 600
const seconds = z.int().min(1).max(MOST_SECONDS)

const part = z.strictObject({
  kind: z.literal('spoken'),
  id: partId,
  /** How long it may be, and has to be at the least, in seconds. */
  most: seconds,
  least: seconds.optional(),
  /** How many recordings can be made, those included that are deleted again. */
  recordings: z.int().min(1).max(10).default(3),
})
export type SpokenPart = z.infer<typeof part>

/** What was said lies beside the log, by its id; where nothing can be recorded, it is written down instead. */
const answer = z.union([
  z.strictObject({ recording: recordingId, seconds: z.number().min(0).max(MOST_SECONDS) }),
  z.strictObject({ words: z.string().trim().min(1).max(8000) }),
])
export type SpokenAnswer = z.infer<typeof answer>

/** What a program can say of it: whether it is as long as asked for. The rest is for a marker. */
const key = z.strictObject({ kind: z.literal('spoken') })

/** A length as minutes and seconds, for reading: 83.4 is 1:23. */
export function lengthText(length: number): string {
  const whole = Math.floor(length)
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`
}

function answerText(given: SpokenAnswer): string {
  if ('recording' in given) return `a recording of ${lengthText(given.seconds)}`
  const count = wordCount(given.words)
  return `${count} ${count === 1 ? 'word' : 'words'}, written down`
}

/** An answer that is spoken, for a person to hear. */
export const spoken = {
  part,
  answer,
  key,
  contradiction: ({ least = 0, most }) =>
    least > most ? `A recording can’t have at least ${least} and at most ${most} seconds.` : null,
  refusal: ({ most }, given) =>
    // The last piece may run over a little.
    'recording' in given && given.seconds > most + 1
      ? `This is longer than ${lengthText(most)}. Record it again, shorter.`
      : null,
  progress({ least = 0 }, given) {
    if (given === null) return { complete: false, words: 'nothing recorded yet' }
    const words = answerText(given)
    return 'recording' in given && given.seconds < least
      ? { complete: false, words: `${words}; at least ${lengthText(least)} is asked for` }
      : { complete: true, words }
  },
  judge({ least = 0, most }, given) {
    const expected = `A recording of ${least > 0 ? `${lengthText(least)} to ` : 'at most '}${lengthText(most)}.`
    if (given === null) return unanswered(expected)
    const found = asSentence(answerText(given))
    return wholly(!('recording' in given) || given.seconds >= least, expected, found, 'too-short')
  },
  continues: (before, now) => 'recording' in before && 'recording' in now && before.recording === now.recording,
  sentence: (_, given) => answerText(given),
} satisfies QuestionKind<SpokenPart, SpokenAnswer, z.infer<typeof key>>
