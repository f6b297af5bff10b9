import { once } from 'node:events'
import { createServer } from 'node:net'
import type { AddressInfo } from 'node:net'
import { spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync, statfsSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import BetterSqlite from 'better-sqlite3'
import { describe, expect, it } from 'vitest'
import { Client, errorOf } from '../support/client'
import { entry, LOADED } from '../support/load'
import { startServer } from '../support/server'

const send = (client: Client, sittingId: string, id: string, amount: number) =>
  client.call('POST', `/api/sittings/${sittingId}/events`, {
    events: [{ id, at: new Date().toISOString(), ...entry(amount) }],
  })

function logged(file: string, sittingId: string): string[] {
  const db = new BetterSqlite(file)
  const rows = db.prepare('select client_id from sitting_events where sitting_id = ? order by seq').all(sittingId) as {
    client_id: string
  }[]
  db.close()
  return rows.map(row => row.client_id)
}

/** A small file system of its own, where this machine lets the test make one. */
function smallDisk(megabytes: number): string | null {
  const folder = mkdtempSync(join(tmpdir(), 'anvil-small-'))
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'tmpfs', folder]).status === 0) return folder
  rmSync(folder, { recursive: true })
  return null
}
const disk = smallDisk(24)

describe('a data file that a server has', () => {
  it('is opened by no other, which says so and ends; the first goes on', async () => {
    const server = await startServer({ ANVIL_LOG: 'error' })
    try {
      await expect(startServer({ ANVIL_DATA: server.dataFile })).rejects.toThrow(/Another server has the data file/)
      expect((await new Client(server.url).signIn('isla.quay')).cookie('anvil')).not.toBe('')
      await server.kill()
      await server.restart()
    } finally {
      await server.stop()
    }
  })
})

describe('a port that another program has', () => {
  it('is said, and the server ends in place of holding its data', async () => {
    const other = createServer().listen(0, '127.0.0.1')
    try {
      await once(other, 'listening')
      const { port } = other.address() as AddressInfo
      await expect(startServer({ PORT: String(port) })).rejects.toThrow(
        new RegExp(`can’t start: port ${port} is taken by another program; set PORT to another`),
      )
    } finally {
      other.close()
    }
  })
})

describe('a disk that is full', () => {
  it.skipIf(disk === null)(
    'is said in words, loses nothing that was acknowledged, takes nothing by half, and goes on when there is room',
    async () => {
      const server = await startServer({ ANVIL_LOG: 'fatal' }, disk!)
      const ballast = join(disk!, 'ballast')
      try {
        const client = await new Client(server.url).signIn('isla.quay')
        const sitting = await client.start('open-end')
        const { bavail, bsize } = statfsSync(disk!)
        writeFileSync(ballast, Buffer.alloc(Math.max(0, bavail * bsize - 200_000)))
        const acknowledged: string[] = []
        let refused: { id: string; amount: number } | null = null
        for (let amount = 1; amount <= 2000 && !refused; amount += 1) {
          const id = randomUUID()
          const answer = await send(client, sitting.id, id, amount)
          if (answer.status === 200) acknowledged.push(id)
          else {
            expect([answer.status, errorOf(answer.body).code]).toEqual([507, 'storage-full'])
            expect(errorOf(answer.body).message).toContain('Nothing of this was taken')
            refused = { id, amount }
          }
        }
        expect(refused).not.toBeNull()
        expect(acknowledged.length).toBeGreaterThan(0)
        // What can be read can still be read: the trainee sees the work as it was acknowledged.
        const { state } = await client.work(sitting.id, LOADED)
        expect((state as { pages: unknown[][] }).pages.flat()).toHaveLength(acknowledged.length + 1)
        rmSync(ballast)
        expect((await send(client, sitting.id, refused!.id, refused!.amount)).body).toMatchObject({
          outcomes: [{ status: 'accepted' }],
        })
        expect(logged(server.dataFile, sitting.id).slice(1)).toEqual([...acknowledged, refused!.id])
      } finally {
        await server.stop()
        spawnSync('umount', [disk!])
        rmSync(disk!, { recursive: true, force: true })
      }
    },
  )
})

describe('a database that another program has locked', () => {
  it('is busy for a while: the event is refused with 503 and taken once the lock is gone', async () => {
    const server = await startServer({ ANVIL_LOG: 'fatal' })
    try {
      const client = await new Client(server.url).signIn('isla.quay')
      const sitting = await client.start('open-end')
      const other = new BetterSqlite(server.dataFile)
      other.exec('begin immediate')
      const id = randomUUID()
      const answer = await send(client, sitting.id, id, 1)
      expect([answer.status, errorOf(answer.body).code, answer.headers.get('retry-after')]).toEqual([
        503,
        'storage-busy',
        '2',
      ])
      other.exec('rollback')
      other.close()
      expect((await send(client, sitting.id, id, 1)).body).toMatchObject({
        outcomes: [{ id, status: 'accepted', seq: 2 }],
      })
      expect(logged(server.dataFile, sitting.id)).toHaveLength(2)
    } finally {
      await server.stop()
    }
  })
})

describe('a client with no sense of order or time', () => {
  it('out of order, twice, from the future and from before it began: the server’s order and time alone count', async () => {
    const server = await startServer({ ANVIL_LOG: 'fatal' })
    try {
      const client = await new Client(server.url).signIn('isla.quay')
      const { id, deadline } = await client.start('short')
      const event = (name: string, at: number, amount: number) => ({
        id: name,
        at: new Date(at).toISOString(),
        ...entry(amount),
      })
      const now = Date.now()
      const first = await client.events(
        id,
        event('third', now + 86_400_000, 3),
        event('first', now - 86_400_000, 1),
        event('third', now, 3),
        event('second', now, 2),
      )
      expect(first.outcomes.map(({ id: name, status, seq }) => [name, status, seq])).toEqual([
        ['third', 'accepted', 2],
        ['first', 'refused', 3],
        ['third', 'duplicate', 2],
        ['second', 'accepted', 4],
      ])
      expect(first.deadline).toBe(deadline)
      const view = await client.sitting(id)
      expect(Math.abs(Date.parse(view.now) - Date.now())).toBeLessThan(2000)
      // After deadline and grace, nothing that is claimed of the past brings it back.
      await new Promise(done => setTimeout(done, Date.parse(deadline) + 4000 - Date.now()))
      expect(await client.refused(id, event('too-late', now, 9))).toMatchObject({ status: 409, code: 'sitting-ended' })
      expect((await client.submit(id)).endedAt).toBe(deadline)
    } finally {
      await server.stop()
    }
  })
})
