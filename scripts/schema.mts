import { writeFileSync } from 'node:fs'
import { responseSchema } from '../server/content/response-schema'

/** Writes docs/response-file.schema.json anew from the schema in core/wire/response.ts. */
writeFileSync('docs/response-file.schema.json', `${JSON.stringify(responseSchema(), null, 2)}\n`)
