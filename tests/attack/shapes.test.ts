import { readdir, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { z } from 'zod'
import { unitDocument } from '../../core/assignment/units'
import { looks } from '../../core/people/looks'
import { loadTool } from '../../core/tools/registry'
import { creditRequest, rating, verifyRequest } from '../../core/wire/afterwards'
import { adjustRequest, assignmentAct, assignRequest, courseRequest } from '../../core/wire/assigning'
import { deskRequest, replyRequest } from '../../core/wire/marking'
import { openRequest, ownPasswordRequest, programmeRequest, provenRequest, rosterRequest } from '../../core/wire/people'
import { inboxAnswer } from '../../core/wire/inbox'
import { roomAct, roomRequest, roomStaffRequest } from '../../core/wire/room'
import { confirmFactorRequest } from '../../core/wire/second-factor'
import {
  breakRequest,
  endedView,
  eventsRequest,
  messageRequest,
  seatRequest,
  submitRequest,
} from '../../core/wire/sitting'
import { joinRequest } from '../../core/wire/courses'
import { startRequest } from '../../core/wire/given'
import { signInRequest } from '../../core/wire/sign-in'
import { Client } from '../support/client'
import type { Answer } from '../support/client'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'
import { bodiesFor } from '../support/shapes'

const RUNS = 40
/** Far more than any of them takes: what never ends is found, and a busy machine is not. */
const MOST_MS = 30_000

const ANSWERED = { taskId: 'winter-store', stepId: 'dinghies' }
const DESK = '/api/marking/winter-mock/winter-store/dinghies/acts'
const MARK = { kind: 'marked', given: { points: { figures: 300, advice: 200 } } }

let server: RunningServer
let ids: Record<string, string> = {}
const clients: Record<string, Client> = {}
beforeAll(async () => {
  server = await startServer({ ANVIL_LOG: 'error' })
  for (const name of ['isla.quay', 'wren.osier', 'marit.feld', 'tobias.reed', 'asha.lindqvist'])
    clients[name] = await new Client(server.url).signIn(name)
  const isla = clients['isla.quay']!
  const start = async (client: Client, assignment: string): Promise<string> => (await client.start(assignment)).id
  ids = {
    RUNNING: await start(isla, 'open-end'),
    ENDED: await start(isla, 'settled'),
    MARKED: await start(clients['wren.osier']!, 'winter-mock'),
  }
  await isla.as(endedView, 'POST', `/api/sittings/${ids['ENDED']}/submit`, { signedAs: 'Isla Quay' })
  const op = { type: 'answer', part: 'dinghies', answer: 'They go under the stairs.' }
  await clients['wren.osier']!.events(ids['MARKED']!, { kind: 'op', taskId: 'winter-store', op })
  await clients['wren.osier']!.submit(ids['MARKED']!)
  const marit = clients['marit.feld']!
  await marit.as(z.unknown(), 'POST', DESK, { sittingId: ids['MARKED'], act: MARK })
  await marit.as(z.unknown(), 'POST', '/api/marking/winter-mock/release', {})
  const unit = { title: 'Unit 8', parts: [{ assignmentId: 'once', weight: 1 }] }
  ids['UNIT'] = (await marit.as(z.object({ id: z.string() }), 'POST', '/api/units', unit)).id
})
afterAll(() => server.stop())

type Who = 'wren.osier' | 'isla.quay' | 'marit.feld' | 'tobias.reed' | 'asha.lindqvist' | 'nobody'
/** Every call that reads a body: who may make it, where, by which schema it is read, and a body that it takes. */
const calls: Record<string, [who: Who, path: string, schema: z.ZodType, example?: object]> = {
  'POST auth/sign-in': ['nobody', '/api/auth/sign-in', signInRequest],
  'POST auth/password': ['isla.quay', '/api/auth/password', ownPasswordRequest],
  'PUT me/looks': ['isla.quay', '/api/me/looks', looks],
  'POST me/second-factor': ['marit.feld', '/api/me/second-factor', provenRequest],
  'PUT me/second-factor': ['marit.feld', '/api/me/second-factor', confirmFactorRequest],
  'POST me/second-factor/codes': ['marit.feld', '/api/me/second-factor/codes', provenRequest],
  'POST me/second-factor/off': ['marit.feld', '/api/me/second-factor/off', provenRequest],
  'POST assignments/[id]/sittings': ['isla.quay', '/api/assignments/once/sittings', startRequest],
  'POST sittings/[id]/events': ['isla.quay', '/api/sittings/RUNNING/events', eventsRequest],
  'POST sittings/[id]/seat': ['isla.quay', '/api/sittings/RUNNING/seat', seatRequest],
  'POST sittings/[id]/break': ['isla.quay', '/api/sittings/RUNNING/break', breakRequest],
  'POST sittings/[id]/messages': ['isla.quay', '/api/sittings/RUNNING/messages', messageRequest],
  'PUT sittings/[id]/rating': ['isla.quay', '/api/sittings/ENDED/rating', rating],
  'PUT sittings/[id]/credit': ['isla.quay', '/api/sittings/ENDED/credit', creditRequest],
  'POST courses/join': ['isla.quay', '/api/courses/join', joinRequest],
  'POST assigning': [
    'marit.feld',
    '/api/assigning',
    assignRequest,
    { paperId: 'week-end-journals', people: ['robin-tarn'], settings: {} },
  ],
  'POST assigning/[id]/acts': ['marit.feld', '/api/assigning/open-end/acts', assignmentAct],
  'POST assigning/courses': ['marit.feld', '/api/assigning/courses', courseRequest],
  'PUT assigning/courses/[id]': ['marit.feld', '/api/assigning/courses/books-trial', courseRequest],
  'POST units': [
    'marit.feld',
    '/api/units',
    unitDocument,
    { title: 'Unit 7', parts: [{ assignmentId: 'counter', weight: 1 }] },
  ],
  'PUT units/[id]': [
    'marit.feld',
    '/api/units/UNIT',
    unitDocument,
    { title: 'Unit 9', parts: [{ assignmentId: 'once', weight: 1 }] },
  ],
  'POST receipts/verify': ['marit.feld', '/api/receipts/verify', verifyRequest],
  'POST marking/[id]/[task]/[step]/acts': ['marit.feld', DESK, deskRequest, { sittingId: 'MARKED', act: MARK }],
  'POST sittings/[id]/replies': [
    'wren.osier',
    '/api/sittings/MARKED/replies',
    replyRequest,
    { ...ANSWERED, text: 'But…' },
  ],
  'PUT people/[id]/adjustments': ['marit.feld', '/api/people/robin-tarn/adjustments', adjustRequest],
  'POST inbox/[id]': ['marit.feld', '/api/inbox/none', inboxAnswer],
  'POST rooms': ['marit.feld', '/api/rooms', roomRequest],
  'PUT rooms/[id]/staff': ['marit.feld', '/api/rooms/sheds/staff', roomStaffRequest],
  'POST rooms/[id]/acts': ['tobias.reed', '/api/rooms/office/acts', roomAct],
  'POST people/roster': ['asha.lindqvist', '/api/people/roster', rosterRequest],
  'POST people/[id]/password': ['asha.lindqvist', '/api/people/robin-tarn/password', provenRequest],
  'POST people/[id]/second-factor/off': ['asha.lindqvist', '/api/people/robin-tarn/second-factor/off', provenRequest],
  'PUT people/[id]/programme': ['asha.lindqvist', '/api/people/robin-tarn/programme', programmeRequest],
  'PUT people/[id]/account': ['asha.lindqvist', '/api/people/robin-tarn/account', openRequest],
  'POST sittings/[id]/submit': ['isla.quay', '/api/sittings/RUNNING/submit', submitRequest],
}

/** Texts that mean something here; no password is among them, so that everyone stays signed in. */
const known = (): string[] => [
  ...Object.values(ids),
  ...['robin-tarn', 'piet-moor', 'marit-feld', 'office', 'sheds', 'open-end', 'once', 'books-trial'],
  ...['week-end-journals', 'counter-and-creditors', 'paint-on-account', 'purchase', 'purchase-1', 'TILLER-7'],
  ...['2026-11-27T12:00:00.000Z', '2026-10-29', '1200', '2010', '480.00', 'B4', '=B4+1', 'A word of reason.'],
]

/** One call with each body; a server that fails at one of them is told by that body. */
async function thrown(
  who: Who,
  method: string,
  path: string,
  bodies: fc.Arbitrary<unknown>,
  runs = RUNS,
): Promise<number[]> {
  const client = who === 'nobody' ? new Client(server.url) : clients[who]!
  const statuses = new Set<number>()
  const named = (text: string): string =>
    Object.entries(ids).reduce((left, [name, id]) => left.replaceAll(name, id), text)
  await fc.assert(
    fc.asyncProperty(bodies, async body => {
      const begun = performance.now()
      const answer = await client.call(method as 'POST', named(path), named(JSON.stringify(body) ?? 'null'))
      statuses.add(answer.status)
      expect([answer.status < 500, answer.text]).toEqual([true, expect.anything()])
      if (answer.status >= 400) expect(answer.text).toContain('"message":"')
      expect(performance.now() - begun).toBeLessThan(MOST_MS)
    }),
    { numRuns: runs, seed: 8, endOnFailure: true },
  )
  return [...statuses].sort()
}

const handlers = async (method: string): Promise<string[]> =>
  (await readdir('server/api', { recursive: true })).filter(file => file.endsWith(`.${method}.ts`))

describe('JSON of any shape', () => {
  it('goes into every call that reads a body', async () => {
    const found = []
    for (const method of ['post', 'put'])
      for (const file of await handlers(method)) {
        const text = await readFile(join('server/api', file), 'utf8')
        if (/\bbody\(/.test(text)) found.push(`${method.toUpperCase()} ${file.replace(/(\/index)?\.\w+\.ts$/, '')}`)
      }
    expect(Object.keys(calls).sort()).toEqual(found.sort())
  })

  it.each(Object.entries(calls))(
    '%s never fails, and says in words what it refuses',
    async (call, [who, path, schema, example]) => {
      const statuses = await thrown(who, call.split(' ')[0]!, path, bodiesFor(schema, known(), example))
      console.log('STAT', call, statuses)
      expect(statuses).toContain(422)
      expect(statuses).not.toContain(401 * Number(who !== 'nobody'))
    },
  )

  it.each([
    ['ledger', 'counter'],
    ['sheet', 'way-sheet'],
    ['network', 'way-network'],
    ['questions', 'try-kinds'],
  ])('an operation of the %s is taken or refused in words', async (name, assignment) => {
    const trainee = clients['wren.osier']!
    const { op } = await loadTool(name)
    const { id, tasks } = await trainee.start(assignment)
    ids['TOOLED'] = id
    const events = bodiesFor(op, known()).map(one => ({
      events: tasks
        .filter(({ tool }) => tool === name)
        .slice(0, 1)
        .map(task => ({ id: crypto.randomUUID(), kind: 'op', taskId: task.id, op: one })),
    }))
    const statuses = await thrown('wren.osier', 'POST', '/api/sittings/TOOLED/events', events, 150)
    expect(statuses).toContain(200)
    expect((await trainee.call('GET', `/api/sittings/${id}`)).status).toBe(200)
    for (const task of tasks)
      expect((await trainee.call('GET', `/api/sittings/${id}/tasks/${task.id}`)).status).toBe(200)
    await trainee.submit(id)
    expect((await trainee.call('GET', `/api/sittings/${id}/response`)).status).toBe(200)
  })

  it('leaves no row that breaks a list: all that can be read still is, also after a new start', async () => {
    const lists = async (): Promise<[string, number][]> => {
      const found: [string, number][] = []
      const files = (await handlers('get')).filter(file => !file.includes('stream'))
      for (const who of Object.keys(clients))
        for (const file of files) {
          const path = `/api/${file.replace(/(\/index)?\.get\.ts$/, '')}`
            .replace('rooms/[id]', 'rooms/office')
            .replace('assigning/[id]', 'assigning/open-end')
            .replace('assignments/[id]', 'assignments/open-end')
            .replace('sittings/[id]', `sittings/${ids['ENDED']}`)
            .replace(/\[\w+\]/g, 'none')
          const answer: Answer = await clients[who]!.call('GET', path)
          if (answer.status >= 500 || answer.status === 401) found.push([path, answer.status])
        }
      return found
    }
    expect(await lists()).toEqual([])
    await server.kill()
    await server.restart()
    expect(await lists()).toEqual([])
  })
})
