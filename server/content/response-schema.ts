import { z } from 'zod'
import { responseFile } from '../../core/wire/response'

/** The response file as a JSON Schema (draft 2020-12), for programs of others that read it. */
export function responseSchema(): object {
  return {
    title: 'Steady Anvil response file, version 1',
    description: 'The whole response of one sitting. See docs/response-file.md.',
    ...z.toJSONSchema(responseFile),
  }
}
