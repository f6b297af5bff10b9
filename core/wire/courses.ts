import { z } from 'zod'

export const courseView = z.strictObject({
  id: z.string(),
  title: z.string(),
  about: z.string(),
  trial: z.boolean(),
  papers: z.int(),
})
export type CourseView = z.infer<typeof courseView>

export const joinRequest = z.strictObject({ code: z.string().trim().min(1, 'Enter the invitation code.').max(40) })
