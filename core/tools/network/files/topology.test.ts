import { Ajv2020 } from 'ajv/dist/2020'
import { readFile } from 'node:fs/promises'
import { describe, expect, it } from 'vitest'
import { initial, networkSetup } from '../state'
import { yard } from '../sites.fixture'
import { topologyOf } from './topology'
import { topologySchema } from './topology-schema'

describe('a site as a file', () => {
  const validate = new Ajv2020().compile(topologySchema())

  it('has the published schema', async () => {
    const published: unknown = JSON.parse(await readFile('docs/network-site.schema.json', 'utf8'))
    expect(published, 'npm run schema writes it anew').toEqual(JSON.parse(JSON.stringify(topologySchema())))
  })

  it('fits it, and makes the same site again', () => {
    const file: unknown = JSON.parse(JSON.stringify(topologyOf(yard())))
    expect(validate(file), JSON.stringify(validate.errors)).toBe(true)
    expect(initial(networkSetup.parse(file))).toEqual(yard())
  })

  it.each([
    [{ devices: [] }],
    [{ devices: [{ name: 'Desk 1', kind: 'host', ports: 1, at: { x: 0, y: 0 } }] }],
    [{ devices: [{ name: 'desk-1', kind: 'toaster', ports: 1, at: { x: 0, y: 0 } }] }],
    [{ devices: [{ name: 'desk-1', kind: 'host', ports: -1, at: { x: 0, y: 0 } }] }],
    [{ devices: [{ name: 'desk-1', kind: 'host', ports: 1, at: { x: 0, y: 0 } }], cables: [['desk-1 p1']] }],
  ])('that doesn’t fit is told: %j', file => {
    expect(validate(file)).toBe(false)
  })
})
