import { randomUUID } from 'node:crypto'
import { fileURLToPath } from 'node:url'
import { endedView } from '../../core/wire/sitting'
import { deepPdf, packedPng, tellingJpeg } from '../../server/testing/files'
import { Client } from '../support/client'

const VAST = Array.from({ length: 40 }, () => '(73648271·p+58261937·n)^60')
  .join('+')
  .slice(0, 999)

/** A sound of 60 bytes whose list of places counts four thousand million. */
const SOUND = Uint8Array.from([
  ...new TextEncoder().encode('RIFF'),
  ...[52, 0, 0, 0],
  ...new TextEncoder().encode('WAVEfmt '),
  ...[16, 0, 0, 0, 7, 0, 1, 0, 128, 62, 0, 0, 128, 62, 0, 0, 1, 0, 8, 0],
  ...new TextEncoder().encode('cue '),
  ...[4, 0, 0, 0, 255, 255, 255, 255, 0, 0, 0, 0],
])

/** What the trainee was answered, and how often, as `formulas 200`. */
export type Told = Record<string, number>

export const KINDS = ['sign-ins', 'sounds', 'uploads', 'network', 'algebra', 'formulas'] as const
type Kind = (typeof KINDS)[number]

/** Who attacks which server, and with which formulas. */
export interface Attacker {
  /** As in an address, and as in a signature. */
  name: string
  title: string
  url: string
  formulas: readonly string[]
}
/** What is to be done, for how long. */
export interface Orders {
  kinds: readonly Kind[]
  ms: number
}

/** The sittings of the trainee who attacks. */
async function seated(client: Client, signedAs: string) {
  const sheet = await client.start('season-mock')
  const kinds = await client.start('try-kinds')
  const wiring = await client.start('wiring-mock')
  const ended = await client.start('settled')
  await client.as(endedView, 'POST', `/api/sittings/${ended.id}/submit`, { signedAs })
  return { sheet, kinds, wiring, ended }
}

const FILES = [deepPdf(24, 2), packedPng(2000, 2000, true, 400_000_000), Buffer.alloc(2_000_000, 1), tellingJpeg()]
const many = <Made>(length: number, make: (at: number) => Made): Made[] => Array.from({ length }, (_, at) => make(at))

/** One round of each kind of attack: the statuses that came. */
function attacks(
  client: Client,
  { sheet, kinds, wiring, ended }: Awaited<ReturnType<typeof seated>>,
  formulas: readonly string[],
): Record<Kind, () => Promise<number[]>> {
  const events = async (id: string, all: object[]): Promise<number[]> => {
    const sent = { events: all.map(one => ({ id: randomUUID(), ...one })) }
    return [(await client.call('POST', `/api/sittings/${id}/events`, sent)).status]
  }
  const statuses = async (sent: Promise<{ status: number }>[]): Promise<number[]> =>
    (await Promise.allSettled(sent)).map(one => (one.status === 'fulfilled' ? one.value.status : 0))
  const [sheetTask, wiringTask] = [sheet.tasks[0]!, wiring.tasks[0]!]
  const drawing = kinds.tasks.find(({ id }) => id === 'try-drawing')!
  return {
    'formulas': () =>
      events(
        sheet.id,
        many(100, at => ({
          kind: 'op',
          taskId: sheetTask.id,
          op: {
            type: 'cell.write',
            sheet: 'Berths',
            cell: `K${(at % 90) + 30}`,
            text: `=${formulas[at % formulas.length]}`,
          },
        })),
      ),
    'algebra': () =>
      events(kinds.id, [
        { kind: 'op', taskId: drawing.id, op: { type: 'answer', part: 'formula', answer: VAST } },
        { kind: 'check', taskId: drawing.id, stepId: 'formula' },
      ]),
    'network': () =>
      events(
        wiring.id,
        many(50, () => ({ kind: 'check', taskId: wiringTask.id, stepId: wiringTask.steps[0]!.id })),
      ),
    'uploads': () =>
      statuses(
        many(150, at =>
          client.send(`/api/sittings/${at % 3 === 0 ? 'none' : ended.id}/evidence?name=x`, FILES[at % FILES.length]!),
        ),
      ),
    'sounds': () =>
      statuses(
        many(50, at =>
          client.send(
            `/api/sittings/${at % 2 === 0 ? 'none' : kinds.id}/recordings?task=a&step=b&recording=one&number=0`,
            SOUND,
          ),
        ),
      ),
    'sign-ins': () =>
      statuses(
        many(500, at =>
          client.twin().call('POST', '/api/auth/sign-in', {
            email: at % 2 === 0 ? `nobody-${at}@sallowmere.test` : `load-${at % 200}@sallowmere.test`,
            password: 'not it',
          }),
        ),
      ),
  }
}

/** Attacks until the time is over, through whatever happens to the server: what it was told. */
async function obey(client: Client, all: ReturnType<typeof attacks>, { kinds, ms }: Orders): Promise<Told> {
  const until = performance.now() + ms
  const told: Told = {}
  await Promise.all(
    kinds.map(async kind => {
      while (performance.now() < until) {
        const statuses = await all[kind]().catch(() => [0])
        client.answers.length = 0
        for (const status of statuses) told[`${kind} ${status}`] = (told[`${kind} ${status}`] ?? 0) + 1
        // The server is down: whoever attacks waits, too.
        if (statuses.every(status => status === 0)) await new Promise(done => setTimeout(done, 200))
      }
    }),
  )
  return told
}

async function begin({ name, title, url, formulas }: Attacker): Promise<void> {
  const client = await new Client(url).signIn(name)
  const all = attacks(client, await seated(client, title), formulas)
  process.on('message', (orders: Orders) => void obey(client, all, orders).then(told => process.send?.(told)))
  process.send?.('ready')
}

const [, program, given] = process.argv
if (program === fileURLToPath(import.meta.url) && given !== undefined) await begin(JSON.parse(given) as Attacker)
