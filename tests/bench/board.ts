import { givenPaper } from '../../server/testing/given'
import type { RoomListView } from '../../core/wire/room'
import { By, openBrowser, press, see, signIn, text } from '../support/browser'
import { Client } from '../support/client'
import { startServer } from '../support/server'
import { enrol, seat, work } from './load'
import { ms, spreadOf } from './figures'
import { gapsWhile } from './frames'

const SIZE = 300
const SECONDS = 20

/** The invigilator's board with 300 sittings at work, each an event every 2 s: how the page keeps up. */
export async function benchBoard(): Promise<void> {
  console.log(`\nThe board of a room, ${SIZE} sittings at work, in Chromium without a graphics card`)
  const server = await startServer({ ANVIL_LOG: 'error' })
  const browser = await openBrowser()
  try {
    const { driver } = browser
    const trainer = await new Client(server.url).signIn('marit.feld')
    const { rooms } = (await trainer.call('POST', '/api/rooms', { title: 'Long hall' })).body as RoomListView
    const hall = rooms.find(({ title }) => title === 'Long hall')
    await trainer.call('PUT', `/api/rooms/${hall?.id}/staff`, { people: ['tobias-reed'] })
    await enrol(server, SIZE, givenPaper('hall', { room: 'Long hall' }))
    const trainees = await seat(server, SIZE, 'hall')
    await signIn(driver, server.url, 'tobias.reed@sallowmere.test', { lands: 'Rooms' })
    await press(driver, 'Open the board of Long hall')
    await see(driver, text(`Working ${SIZE}`))
    await see(driver, By.css('[role="row"] button'))
    const times: number[] = []
    const errors: string[] = []
    const until = performance.now() + SECONDS * 1000
    const load = Promise.all(
      trainees.map((trainee, index) => work(trainee, (2000 / SIZE) * index, until, times, errors)),
    )
    const frames = await gapsWhile(driver, () => driver.sleep((SECONDS - 4) * 1000))
    await load
    // How long one change takes to be seen: a message from a desk.
    const begun = performance.now()
    await trainees[0]!.client.call('POST', `/api/sittings/${trainees[0]!.sittingId}/messages`, {
      text: 'Hello',
      taskId: null,
    })
    await see(driver, text('asks for help'))
    const seen = performance.now() - begun
    const { median, p99 } = spreadOf(frames)
    const longest = ms(Math.max(...frames))
    console.log(`frames ${frames.length}: median ${ms(median)}, 99th percentile ${ms(p99)}, longest ${longest}`)
    console.log(`a message is seen after ${ms(seen)}; ${errors.length} errors in ${times.length} events`)
    console.log('targets: 99th percentile of a frame under 100 ms, a change seen within 2 s')
  } finally {
    await browser.close()
    await server.stop()
  }
}
