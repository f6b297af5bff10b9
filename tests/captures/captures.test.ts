import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { pcapngOf } from '../../core/tools/network/capturing'
import { runOf } from '../../core/tools/network/running'
import { after, applied, drop, pinged, yard } from '../../core/tools/network/sites.fixture'

const reader = spawnSync('tshark', ['--version']).status === 0

/** What a reader of another make says of frames, a line for each. */
function dissected(bytes: Uint8Array, fields: readonly string[], filter = ''): string[][] {
  const folder = mkdtempSync(join(tmpdir(), 'anvil-capture-'))
  const file = join(folder, 'frames.pcapng')
  writeFileSync(file, bytes)
  const wanted = fields.flatMap(field => ['-e', field])
  const found = spawnSync(
    'tshark',
    ['-r', file, '-o', 'ip.check_checksum:TRUE', ...(filter ? ['-Y', filter] : []), '-T', 'fields', ...wanted],
    { encoding: 'utf8' },
  )
  rmSync(folder, { recursive: true })
  expect(found.status, found.stderr).toBe(0)
  return found.stdout
    .split('\n')
    .filter(Boolean)
    .map(line => line.split('\t'))
}

describe('a capture', () => {
  const broken = after(yard(), drop('books', 'routing/routes/0.0.0.0/0/next-hop'), applied('books'))
  const state = after(
    broken,
    pinged('till-1', '10.44.10.11'),
    pinged('till-1', '10.44.10.20'),
    pinged('till-1', '10.44.10.99'),
    pinged('till-1', '192.0.2.1'),
  )
  const frames = runOf(state).network.captured
  const bytes = pcapngOf(frames)

  it.runIf(reader)('is read by a program of another make, with no malformed packet and right checksums', () => {
    expect(dissected(bytes, ['frame.number'])).toHaveLength(frames.length)
    expect(dissected(bytes, ['frame.number'], '_ws.malformed || _ws.expert.severity >= 8388608')).toEqual([])
    expect(dissected(bytes, ['frame.number'], 'ip.checksum.status == 0 || icmp.checksum.status == 0')).toEqual([])
  })

  it.runIf(reader)('is dissected as what was sent: questions, echoes, and why something didn’t come through', () => {
    const arp = dissected(bytes, ['arp.opcode', 'arp.src.proto_ipv4', 'arp.dst.proto_ipv4'], 'arp')
    expect(arp[0]).toEqual(['1', '10.44.20.11', '10.44.20.1'])
    const icmp = dissected(bytes, ['icmp.type', 'icmp.code', 'ip.src', 'ip.dst', 'ip.ttl'], 'icmp')
    expect(icmp.map(([type, code]) => `${type!.split(',')[0]!} ${code!.split(',')[0]!}`)).toEqual(
      expect.arrayContaining(['8 0', '0 0', '3 1', '3 0']),
    )
    // Routed once: one hop of its life is gone.
    expect(icmp.filter(([, , from]) => from === '10.44.20.11').map(line => line[4])).toEqual(
      expect.arrayContaining(['64', '63']),
    )
    expect(dissected(bytes, ['frame.interface_name'])[0]).toEqual(['till-1 p1'])
  })

  it('says here that it wasn’t read by another program, where there is none', () => {
    if (!reader) console.warn('tshark is not installed and could not be: captures were not read by another program.')
    expect(Buffer.from(bytes.subarray(0, 12)).toString('hex')).toBe('0a0d0d0a0000001c1a2b3c4d')
    expect(bytes.length % 4).toBe(0)
  })
})
