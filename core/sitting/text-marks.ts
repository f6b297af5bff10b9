import { z } from 'zod'

/** How many stretches of text can be marked in a task. */
export const MOST_MARKS = 100

/** A stretch of a brief, reading or question that the trainee marked. Nobody judges by it. */
export const textMark = z
  .strictObject({
    id: z.string().regex(/^[A-Za-z0-9-]{1,64}$/),
    /** Which text: a paragraph of the brief or the reading, or what a part asks. */
    place: z.string().regex(/^[a-z0-9-]{1,80}$/),
    /** From which character of it to before which. */
    from: z.int().min(0).max(5000),
    to: z.int().min(1).max(5000),
    /** What stands there. */
    text: z.string().min(1).max(2000),
    /** The trainee’s own word at it; empty for none. */
    word: z.string().max(200),
  })
  .refine(({ from, to }) => from < to, 'A stretch ends after it begins.')
export type TextMark = z.infer<typeof textMark>

/** With a mark, or with another word at one that is there; null where no more can be marked. */
export function withMark(marks: readonly TextMark[], mark: TextMark): TextMark[] | null {
  if (marks.some(({ id }) => id === mark.id)) return marks.map(one => (one.id === mark.id ? mark : one))
  return marks.length >= MOST_MARKS ? null : [...marks, mark]
}

export const withoutMark = (marks: readonly TextMark[], id: string): TextMark[] => marks.filter(one => one.id !== id)
