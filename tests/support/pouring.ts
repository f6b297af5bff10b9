import { readFile } from 'node:fs/promises'
import { request } from 'node:http'
import type { RunningServer } from './server'

/** What a server’s process holds in memory, in megabytes (proc(5), VmRSS). */
export async function memoryMb(server: RunningServer): Promise<number> {
  const status = await readFile(`/proc/${server.pid()}/status`, 'utf8')
  return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1024
}

/**
 * Sends so many megabytes in pieces, without saying beforehand how much it will be. How it was answered, and what
 * got through.
 */
export function pour(
  server: RunningServer,
  path: string,
  megabytes: number,
): Promise<{ status: number; sent: number }> {
  const piece = Buffer.alloc(1_000_000, 0x20)
  return new Promise(done => {
    let sent = 0
    let status = 0
    const call = request(`${server.url}${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'transfer-encoding': 'chunked' },
    })
    const finish = (): void => done({ status, sent })
    call.on('response', answer => {
      status = answer.statusCode ?? 0
      answer.resume()
    })
    call.on('error', finish).on('close', finish)
    const more = (): void => {
      while (sent < megabytes && !call.destroyed) {
        sent += 1
        if (!call.write(piece)) return void call.once('drain', more)
      }
      if (!call.destroyed) call.end()
    }
    more()
  })
}
