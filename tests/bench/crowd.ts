import { givenPaper } from '../../server/testing/given'
import { Client } from '../support/client'
import { memoryMb, pour } from '../support/pouring'
import { startServer } from '../support/server'
import { ms, say, spreadOf, timed } from './figures'
import { enrol, EVERY_MS, seat, work } from './load'

const CENTRE = 300
const SITTINGS = 100

/** Calls of somebody who is signed in, one after the other, until they are told to stop. */
function callsBeside(client: Client): () => Promise<number[]> {
  const times: number[] = []
  let going = true
  const loop = (async () => {
    while (going) {
      times.push(await timed(() => client.call('GET', '/api/auth/me')))
      await new Promise(done => setTimeout(done, 50))
    }
  })()
  return async () => {
    going = false
    await loop
    return times
  }
}

/** A whole centre that signs in at once, from one network, with passwords of their own; ten mistype four times. */
async function benchSigningIn(): Promise<void> {
  const server = await startServer({ ANVIL_LOG: 'error' })
  try {
    await enrol(server, CENTRE, givenPaper('crowd'))
    const stop = callsBeside(await new Client(server.url).signIn('marit.feld'))
    const failed: string[] = []
    const took = await timed(() =>
      Promise.all(
        Array.from({ length: CENTRE }, async (_, at) => {
          const client = new Client(server.url)
          const email = `load-${at}@sallowmere.test`
          for (let slip = 0; slip < (at < 10 ? 4 : 0); slip += 1)
            await client.call('POST', '/api/auth/sign-in', { email, password: 'not it' })
          await client.signIn(`load-${at}`).catch((error: unknown) => failed.push(String(error)))
        }),
      ),
    )
    console.log(`${CENTRE} sign in at once: all in after ${ms(took)}, ${failed.length} not in   target 60 s, 0`)
    say('a call of somebody else meanwhile', spreadOf(await stop()))
  } finally {
    await server.stop()
  }
}

/** Twenty bodies without end while a hundred sittings go on. */
async function benchPouring(): Promise<void> {
  const server = await startServer({ ANVIL_LOG: 'error' })
  try {
    // As it is every day: a first start proves all content, and keeps what that took for a while.
    await server.kill()
    await server.restart()
    await enrol(server, SITTINGS, givenPaper('crowd'))
    const trainees = await seat(server, SITTINGS, 'crowd')
    const [times, errors]: [number[], string[]] = [[], []]
    const until = performance.now() + 20_000
    let most = 0
    const look = setInterval(() => void memoryMb(server).then(now => (most = Math.max(most, now))), 50)
    const working = trainees.map((trainee, at) => work(trainee, (at * EVERY_MS) / SITTINGS, until, times, errors))
    while (performance.now() < until - 1000)
      await Promise.all(Array.from({ length: 20 }, () => pour(server, '/api/auth/sign-in', 150)))
    await Promise.all(working)
    clearInterval(look)
    say(`an op of ${SITTINGS} sittings, 20 bodies of 150 MB beside them`, spreadOf(times), 'p99 250 ms')
    console.log(`memory at most ${most.toFixed(0)} MB, ${errors.length} errors   target 400 MB, 0`)
  } finally {
    await server.stop()
  }
}

export async function benchCrowd(): Promise<void> {
  console.log('\nCrowds')
  await benchSigningIn()
  await benchPouring()
}
