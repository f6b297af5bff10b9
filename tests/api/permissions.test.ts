import { readdir } from 'node:fs/promises'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Client, errorOf } from '../support/client'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

/**
 * Every call there is, for everyone there is. `own` is the trainee whose sitting it is, `other` another
 * trainee. The calls are read from the folder of the handlers, so that a new one without a line here fails.
 */
type Who = 'nobody' | 'own' | 'other' | 'trainer' | 'invigilator' | 'administrator'
const everyone: Who[] = ['nobody', 'own', 'other', 'trainer', 'invigilator', 'administrator']

/**
 * done: let in (whatever comes of it), in: signed in is enough, 401: sign in first, 403: not for this role, 404:
 * not theirs, so not there.
 */
type Verdict = 'done' | 401 | 403 | 404
type Row = Record<Who, Verdict>

const open: Row = {
  nobody: 'done',
  own: 'done',
  other: 'done',
  trainer: 'done',
  invigilator: 'done',
  administrator: 'done',
}
const signedIn: Row = { ...open, nobody: 401 }
const theirs: Row = { nobody: 401, own: 'done', other: 404, trainer: 404, invigilator: 404, administrator: 404 }
const theirsAndMarkers: Row = { ...theirs, trainer: 'done', administrator: 'done' }
/** Markers see that it is there, and are told that only the trainee may. */
const theirsAlone: Row = { ...theirs, trainer: 403, administrator: 403 }
const trainers: Row = { nobody: 401, own: 403, other: 403, trainer: 'done', invigilator: 403, administrator: 'done' }
const staff: Row = { ...signedIn, own: 403, other: 403 }
/** Markers are let in, and told that no person marks this. */
const noSuchPart: Row = { ...trainers, trainer: 404, administrator: 404 }
const invigilators: Row = { ...trainers, trainer: 403, invigilator: 'done' }
const administrators: Row = { ...trainers, trainer: 403 }
const trainees: Row = { nobody: 401, own: 'done', other: 'done', trainer: 403, invigilator: 403, administrator: 403 }

const table: Record<string, [row: Row, path: string, body?: object]> = {
  'GET /api/health': [open, '/api/health'],
  'GET /api/demo/people': [open, '/api/demo/people'],
  'POST /api/auth/sign-in': [open, '/api/auth/sign-in', { email: 'nobody@sallowmere.test', password: 'x' }],
  'POST /api/auth/sign-out': [open, '/api/auth/sign-out', {}],
  'POST /api/auth/password': [signedIn, '/api/auth/password', { current: 'not mine', wanted: 'keel-and-sail' }],
  'GET /api/auth/me': [signedIn, '/api/auth/me'],
  'GET /api/me/skills': [signedIn, '/api/me/skills'],
  'GET /api/me/sign-ins': [signedIn, '/api/me/sign-ins'],
  'DELETE /api/me/sign-ins': [signedIn, '/api/me/sign-ins'],
  'DELETE /api/me/sign-ins/[id]': [signedIn, '/api/me/sign-ins/none'],
  'GET /api/me/second-factor': [staff, '/api/me/second-factor'],
  'POST /api/me/second-factor': [staff, '/api/me/second-factor', { own: 'slipway-64' }],
  'PUT /api/me/second-factor': [staff, '/api/me/second-factor', { code: '1' }],
  'POST /api/me/second-factor/codes': [staff, '/api/me/second-factor/codes', { own: 'slipway-64' }],
  'POST /api/me/second-factor/off': [staff, '/api/me/second-factor/off', { own: 'slipway-64' }],
  'GET /api/me/looks': [signedIn, '/api/me/looks'],
  'PUT /api/me/looks': [signedIn, '/api/me/looks', { lineSpacing: 'wide' }],
  'GET /api/assignments': [signedIn, '/api/assignments'],
  'GET /api/assignments/[id]': [theirs, '/api/assignments/once'],
  'POST /api/assignments/[id]/reading': [theirs, '/api/assignments/once/reading', {}],
  'POST /api/assignments/[id]/waiting': [theirs, '/api/assignments/once/waiting', {}],
  'POST /api/assignments/[id]/sittings': [theirs, '/api/assignments/once/sittings', {}],
  'GET /api/sittings': [signedIn, '/api/sittings'],
  'GET /api/sittings/[id]': [theirs, '/api/sittings/RUNNING'],
  'GET /api/sittings/[id]/tasks/[task]': [theirs, '/api/sittings/RUNNING/tasks/paint-on-account'],
  'POST /api/sittings/[id]/seat': [theirs, '/api/sittings/RUNNING/seat', { seat: 'page-one' }],
  'POST /api/sittings/[id]/events': [
    theirs,
    '/api/sittings/RUNNING/events',
    { events: [{ id: 'one', kind: 'open', taskId: 'paint-on-account' }] },
  ],
  'POST /api/sittings/[id]/break': [theirs, '/api/sittings/RUNNING/break', { on: true }],
  'POST /api/sittings/[id]/messages': [theirs, '/api/sittings/RUNNING/messages', { text: 'Hello' }],
  'GET /api/sittings/[id]/stream': [theirs, '/api/sittings/RUNNING/stream'],
  'POST /api/sittings/[id]/submit': [theirs, '/api/sittings/ENDED/submit', {}],
  'GET /api/sittings/[id]/result': [theirsAndMarkers, '/api/sittings/ENDED/result'],
  'GET /api/sittings/[id]/work/[file]': [theirsAndMarkers, '/api/sittings/ENDED/work/none'],
  'GET /api/sittings/[id]/after': [theirsAndMarkers, '/api/sittings/ENDED/after'],
  'GET /api/sittings/[id]/response': [theirsAndMarkers, '/api/sittings/ENDED/response'],
  'PUT /api/sittings/[id]/rating': [theirsAlone, '/api/sittings/ENDED/rating', { effort: 1, clarity: 1, time: 1 }],
  'PUT /api/sittings/[id]/credit': [theirsAlone, '/api/sittings/ENDED/credit', { counts: true }],
  'GET /api/sittings/[id]/recordings': [theirs, '/api/sittings/RUNNING/recordings'],
  'GET /api/sittings/[id]/recordings/[recording]': [theirs, '/api/sittings/RUNNING/recordings/none'],
  'POST /api/sittings/[id]/recordings': [signedIn, '/api/sittings/RUNNING/recordings', {}],
  'POST /api/sittings/[id]/evidence': [theirsAlone, '/api/sittings/ENDED/evidence?name=a', {}],
  'GET /api/sittings/[id]/evidence/[file]': [theirsAndMarkers, '/api/sittings/ENDED/evidence/none'],
  'DELETE /api/sittings/[id]/evidence/[file]': [theirsAlone, '/api/sittings/ENDED/evidence/none'],
  'POST /api/sittings/[id]/replies': [
    { ...theirs, own: 404 },
    '/api/sittings/ENDED/replies',
    { taskId: 'paint-on-account', stepId: 'purchase', text: 'But it is right.' },
  ],
  'GET /api/marking': [trainers, '/api/marking'],
  'GET /api/marking/[id]/[task]/[step]': [noSuchPart, '/api/marking/once/paint-on-account/purchase'],
  'POST /api/marking/[id]/[task]/[step]/acts': [
    noSuchPart,
    '/api/marking/once/paint-on-account/purchase/acts',
    { sittingId: 'ENDED', act: { kind: 'taken-back' } },
  ],
  'POST /api/marking/[id]/release': [trainers, '/api/marking/once/release', {}],
  'GET /api/courses': [signedIn, '/api/courses'],
  'POST /api/courses/join': [trainees, '/api/courses/join', { code: 'TILLER-7' }],
  'POST /api/courses/[id]/leave': [{ ...theirs, other: 'done' }, '/api/courses/books-trial/leave', {}],
  'GET /api/inbox': [trainers, '/api/inbox'],
  'POST /api/inbox/[id]': [trainers, '/api/inbox/none', { text: 'Hello.' }],
  'GET /api/rooms': [{ ...invigilators, trainer: 'done' }, '/api/rooms'],
  'POST /api/rooms': [trainers, '/api/rooms', { title: 'Loft' }],
  'DELETE /api/rooms/[id]': [trainers, '/api/rooms/none'],
  'PUT /api/rooms/[id]/staff': [trainers, '/api/rooms/office/staff', { people: ['tobias-reed'] }],
  'GET /api/rooms/[id]': [invigilators, '/api/rooms/office'],
  'GET /api/rooms/[id]/stream': [invigilators, '/api/rooms/office/stream'],
  'POST /api/rooms/[id]/acts': [
    invigilators,
    '/api/rooms/office/acts',
    { act: 'incident', sittings: [], text: 'Tested.' },
  ],
  'GET /api/rooms/[id]/messages/[sitting]': [invigilators, '/api/rooms/office/messages/none'],
  'GET /api/assigning': [trainers, '/api/assigning'],
  'POST /api/assigning': [
    trainers,
    '/api/assigning',
    { paperId: 'week-end-journals', people: ['robin-tarn'], settings: {} },
  ],
  'GET /api/assigning/choices': [trainers, '/api/assigning/choices'],
  'GET /api/assigning/courses': [trainers, '/api/assigning/courses'],
  'POST /api/assigning/courses': [trainers, '/api/assigning/courses', { title: 'Tested' }],
  'PUT /api/assigning/courses/[id]': [trainers, '/api/assigning/courses/books-trial', { title: 'Tested', trial: true }],
  'GET /api/assigning/[id]': [trainers, '/api/assigning/once'],
  'POST /api/assigning/[id]/acts': [
    trainers,
    '/api/assigning/once/acts',
    { act: 'add-people', people: ['robin-tarn'] },
  ],
  'GET /api/marks': [trainers, '/api/marks'],
  'GET /api/marks/csv': [trainers, '/api/marks/csv'],
  'GET /api/marks/units': [trainers, '/api/marks/units'],
  'GET /api/units': [trainers, '/api/units'],
  'POST /api/units': [trainers, '/api/units', { title: 'Tested', parts: [{ assignmentId: 'once', weight: 1 }] }],
  'PUT /api/units/[id]': [
    trainers,
    '/api/units/unit-1',
    { title: 'Unit 1', parts: [{ assignmentId: 'counter', weight: 1 }] },
  ],
  'DELETE /api/units/[id]': [trainers, '/api/units/none'],
  'GET /api/people': [trainers, '/api/people'],
  'GET /api/people/roster': [administrators, '/api/people/roster'],
  'POST /api/people/roster': [
    administrators,
    '/api/people/roster',
    { csv: 'name,email\nAda Reed,ada.reed@sallowmere.test', take: true },
  ],
  'POST /api/people/[id]/password': [administrators, '/api/people/robin-tarn/password', { own: 'slipway-64' }],
  'POST /api/people/[id]/second-factor/off': [
    administrators,
    '/api/people/robin-tarn/second-factor/off',
    { own: 'slipway-64' },
  ],
  'PUT /api/people/[id]/programme': [administrators, '/api/people/robin-tarn/programme', { trades: null }],
  'PUT /api/people/[id]/account': [administrators, '/api/people/robin-tarn/account', { open: true }],
  'PUT /api/people/[id]/adjustments': [
    trainers,
    '/api/people/robin-tarn/adjustments',
    { adjustments: {}, reason: 'Tested.' },
  ],
  'GET /api/audit': [invigilators, '/api/audit'],
  'GET /api/audit/csv': [invigilators, '/api/audit/csv'],
  'POST /api/receipts/verify': [trainers, '/api/receipts/verify', { sittingId: 'none', digest: 'none' }],
}

let server: RunningServer
const clients = {} as Record<Who, Client>
let running = ''
let ended = ''
beforeAll(async () => {
  server = await startServer()
  clients.nobody = new Client(server.url)
  const names: Record<Exclude<Who, 'nobody'>, string> = {
    own: 'isla.quay',
    other: 'piet.moor',
    trainer: 'marit.feld',
    invigilator: 'tobias.reed',
    administrator: 'asha.lindqvist',
  }
  for (const [who, name] of Object.entries(names)) clients[who as Who] = await new Client(server.url).signIn(name)
  running = (await clients.own.start('open-end')).id
  ended = (await clients.own.start('short')).id
  await clients.own.submit(ended)
})
afterAll(() => server.stop())

async function verdictOf(who: Who, method: string, path: string, body?: object): Promise<Verdict | number> {
  const address = path.replace('RUNNING', running).replace('ENDED', ended)
  // Signing out would end the sign-in that the others need.
  const client = path === '/api/auth/sign-out' ? clients.nobody : clients[who]
  if (path.endsWith('/stream')) return client.opens(address)
  const { status, body: answer } = await client.call(method as 'GET', address, body)
  const { code } = errorOf(answer)
  if (path.startsWith('/api/auth/sign-in')) return code === 'sign-in-failed' ? 'done' : status
  if (status === 401) return 401
  if (code === 'not-allowed') return 403
  // What isn't theirs isn't there; a 404 for something that would be missing for anyone says so in other words.
  if (status === 404 && code === 'not-found' && !/none$/.test(path) && !path.includes('/none')) return 404
  if (status === 404 && /sitting, or/.test(errorOf(answer).message)) return 404
  return 'done'
}

const routes = async (): Promise<string[]> => {
  const files = (await readdir('server/api', { recursive: true })).filter(file =>
    /\.(get|post|put|delete)\.ts$/.test(file),
  )
  return files
    .map(file => {
      const [, path, method] = /^(.*?)(?:\/index)?\.(get|post|put|delete)\.ts$/.exec(file.replaceAll('\\', '/')) ?? []
      return `${method?.toUpperCase()} /api/${path}`
    })
    .sort()
}

describe('who may call what', () => {
  it('is said here of every call that there is', async () => {
    expect(Object.keys(table).sort()).toEqual(await routes())
  })

  it.each(Object.entries(table))('%s', async (call, [row, path, body]) => {
    const found: Partial<Row> = {}
    for (const who of everyone) found[who] = (await verdictOf(who, call.split(' ')[0]!, path, body)) as Verdict
    expect(found).toEqual(row)
  })
})
