import { z } from 'zod'
import { listed } from './listed'
import { priced } from './priced'
import { written } from './written'

/**
 * A source document that the trainee reads: made from data, so that its figures are real. Each shape is a file
 * of its own here, and a component of its own in app/components/documents.
 */
export const sourceDocument = z.discriminatedUnion('kind', [priced, listed, written])
export type SourceDocument = z.infer<typeof sourceDocument>
export type { ListedDocument } from './listed'
export type { PricedDocument } from './priced'
export type { WrittenDocument } from './written'
