import { z } from 'zod'
import { passes } from '~~/core/assignment/system-check'
import type { SystemCheckReport } from '~~/core/assignment/system-check'
import { sure } from '~~/core/ground/sure'
import { voicesHere } from './useReadAloud'

const ROUNDS = 5
const health = z.object({ now: z.string() })

/** Whether this browser keeps what is written into its database, and has room for it. */
async function testStorage(): Promise<SystemCheckReport['storage']> {
  const estimate = await navigator.storage?.estimate?.().catch(() => null)
  if (estimate?.quota && estimate.usage && estimate.quota - estimate.usage < 2_000_000) return 'full'
  try {
    const { openDB, deleteDB } = await import('idb')
    const name = 'steady-anvil-test'
    const db = await openDB(name, 1, { upgrade: found => void found.createObjectStore('test') })
    await db.put('test', 'x'.repeat(100_000), 'key')
    const kept = (await db.get('test', 'key')) as string | undefined
    db.close()
    await deleteDB(name)
    return kept?.length === 100_000 ? 'kept' : 'memory-only'
  } catch (error) {
    return error instanceof DOMException && error.name === 'QuotaExceededError' ? 'full' : 'memory-only'
  }
}

/** Median round trip, and how far the device's clock is from the server's at the quickest one. */
async function testServer(): Promise<Pick<SystemCheckReport, 'roundTripMs' | 'clockOffsetMs'>> {
  const trips: { trip: number; offset: number }[] = []
  for (let round = 0; round < ROUNDS; round += 1) {
    const [sent, begun] = [Date.now(), performance.now()]
    const { now } = await callApi(health, '/api/health')
    const trip = performance.now() - begun
    trips.push({ trip, offset: sent + trip / 2 - Date.parse(now) })
  }
  trips.sort((a, b) => a.trip - b.trip)
  return {
    roundTripMs: Math.round(sure(trips[Math.floor(ROUNDS / 2)]).trip),
    clockOffsetMs: Math.round(sure(trips[0]).offset),
  }
}

async function testMicrophone(): Promise<SystemCheckReport['microphone']> {
  try {
    const stream = await navigator.mediaDevices.getUserMedia({ audio: true })
    const works = stream.getAudioTracks().some(track => track.readyState === 'live')
    stream.getTracks().forEach(track => track.stop())
    return works ? 'works' : 'missing'
  } catch {
    return 'missing'
  }
}

/** Measures this device, one real test after the other. Fails with the words of the call that failed. */
export async function runSystemCheck(microphone: boolean): Promise<SystemCheckReport> {
  const measured = {
    storage: await testStorage(),
    ...(await testServer()),
    width: window.innerWidth,
    height: window.innerHeight,
    microphone: microphone ? await testMicrophone() : ('not-needed' as const),
    voices: (await voicesHere()).length,
  }
  return { ...measured, passed: passes(measured) }
}
