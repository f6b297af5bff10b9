import { spawnSync } from 'node:child_process'
import { chmodSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { delimiter, join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'

const folder = mkdtempSync(join(tmpdir(), 'anvil-npm-'))
afterAll(() => rmSync(folder, { recursive: true }))

/** The audit of packages with an npm that says this. */
function audited(answer: object): { code: number | null; said: string } {
  const npm = join(folder, 'npm')
  writeFileSync(npm, `#!/bin/sh\ncat <<'END'\n${JSON.stringify(answer)}\nEND\n`)
  chmodSync(npm, 0o755)
  const path = [folder, process.env.PATH].join(delimiter)
  const { status, stdout } = spawnSync(process.execPath, ['scripts/audit-deps.mjs'], {
    encoding: 'utf8',
    env: { ...process.env, PATH: path },
  })
  return { code: status, said: stdout }
}

const fault = (name: string) => ({
  vulnerabilities: {
    [name]: { name, severity: 'high', via: [{ title: 'Reads too far' }], range: '<2', fixAvailable: true },
  },
})

describe('the audit of packages', () => {
  it('says what is reported, and whether it is shipped', () => {
    const shipped = audited(fault('zod'))
    expect(shipped.code).toBe(1)
    expect(shipped.said).toContain('zod <2: high: Reads too far; an update mends it.')
    const besides = audited(fault('vitest'))
    expect(besides.code).toBe(0)
    expect(besides.said).toContain('vitest <2: high (not shipped): Reads too far')
    expect(audited({ vulnerabilities: {} })).toMatchObject({
      code: 0,
      said: expect.stringContaining('none is known') as unknown,
    })
  })

  it('says where nobody could be asked, and is no all-clear then', () => {
    const { code, said } = audited({ statusCode: 405, message: '405 Method Not Allowed' })
    expect([code, said]).toEqual([2, expect.stringContaining("couldn't be asked (405). Nothing is known of them.")])
  })

  it('finds a licence of ours on everything that is shipped', () => {
    expect(audited({ vulnerabilities: {} }).said).toContain('Licences: all others of what is shipped are among ours.')
  })
})
