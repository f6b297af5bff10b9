import { writeFileSync } from 'node:fs'
import { topologySchema } from '../core/tools/network/files/topology-schema'
import { responseSchema } from '../server/content/response-schema'

/** Writes the published schemas anew from those that the code reads by. */
const schemas = { 'response-file': responseSchema(), 'network-site': topologySchema() }
for (const [name, schema] of Object.entries(schemas))
  writeFileSync(`docs/${name}.schema.json`, `${JSON.stringify(schema, null, 2)}\n`)
