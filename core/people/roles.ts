import { z } from 'zod'

/** What somebody is here: decides which pages and calls are theirs. */
export const role = z.enum(['trainee', 'trainer', 'invigilator', 'administrator'])
export type Role = z.infer<typeof role>
