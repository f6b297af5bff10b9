import type { ZodType } from 'zod'
import type { Finding } from '../../tool'
import type { Option } from '../answers/options'

/** How far an answer has come, in words: what is still missing, or that nothing is. */
export interface Progress {
  complete: boolean
  words: string
}

/**
 * A kind of question. A part is what the trainee is shown, an answer what they give, a key what is right: the key
 * never leaves the server. Every kind is a file of its own, and knows no other.
 */
export interface QuestionKind<Part, Answer, Key> {
  part: ZodType<Part>
  answer: ZodType<Answer>
  key: ZodType<Key>
  /** Why a part contradicts itself, in words for whoever wrote it; null where it doesn’t. */
  contradiction(part: Part): string | null
  /** Why an answer of the right shape can’t be given to this part, in words for the trainee; null where it can. */
  refusal(part: Part, answer: Answer): string | null
  progress(part: Part, answer: Answer | null): Progress
  /** Never throws on an answer that can be given. */
  judge(part: Part, answer: Answer | null, key: Key): Finding
  /** The part with its list in the order of a seed, where it says that it may stand so. What is right stays. */
  arranged?(part: Part, seed: number): Part
  /** Whether an answer goes on from the one before it, so that going back passes over that one. */
  continues?(before: Answer, now: Answer): boolean
  /** What is chosen from, and which of it an answer chooses: the trainee can rule some of it out. */
  choices?: { of(part: Part): readonly Option[]; in(answer: Answer): readonly string[] }
  /** The answer as the end of a sentence, for logs and reports. */
  sentence(part: Part, answer: Answer): string
}

export const NOTHING_SAID = 'Nothing was answered.'

/** What was found where nothing was answered. */
export const unanswered = (expected: string): Finding => ({
  met: false,
  share: 0,
  expected,
  found: NOTHING_SAID,
  fault: 'not-answered',
})

/** A finding for something that is right or not, all of it. */
export const wholly = (met: boolean, expected: string, found: string, fault: string): Finding =>
  met ? { met, share: 1, expected, found } : { met, share: 0, expected, found, fault }
