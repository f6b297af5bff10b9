import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Client } from '../support/client'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

let server: RunningServer
beforeAll(async () => {
  server = await startServer()
})
afterAll(() => server.stop())

/** Everything that a trainee can call, one after the other, with a sitting under way and one ended. */
async function walk(trainee: Client): Promise<void> {
  for (const path of [
    '/api/auth/me',
    '/api/assignments',
    '/api/assignments/open-end',
    '/api/assignments/clerk-office',
    '/api/sittings',
    '/api/me/skills',
    '/api/courses',
    '/api/rooms',
    '/api/people',
    '/api/marks',
    '/api/audit',
  ])
    await trainee.call('GET', path)
  const { id } = await trainee.start('open-end')
  await trainee.call('POST', `/api/sittings/${id}/seat`, { seat: 'page-one' })
  await trainee.call('POST', `/api/sittings/${id}/messages`, { text: 'Hello', taskId: null })
  await trainee.call('POST', `/api/sittings/${id}/break`, { on: true })
  await trainee.sitting(id)
  const ended = (await trainee.start('short')).id
  await trainee.submit(ended)
  for (const path of ['after', 'result', 'response']) await trainee.call('GET', `/api/sittings/${ended}/${path}`)
  await trainee.call('POST', '/api/courses/join', { code: 'NO-SUCH' })
  await trainee.call('POST', '/api/assignments/clerk-office/sittings', { accessCode: 'KEEL-08', accepted: true })
}

function headerText(headers: Headers): string {
  const lines: string[] = []
  headers.forEach((value, name) => lines.push(`${name}: ${value}`))
  return lines.join('\n')
}

describe('what a trainee can learn about others', () => {
  it('is nothing: no name, address, id or sitting of anybody else is in any answer or header', async () => {
    const piet = await new Client(server.url).signIn('piet.moor')
    const { id } = await piet.start('open-end')
    await piet.call('POST', `/api/sittings/${id}/messages`, { text: 'The word is mizzenmast.', taskId: null })
    const isla = await new Client(server.url).signIn('isla.quay')
    await walk(isla)
    expect(isla.answers.length).toBeGreaterThan(20)
    for (const { text, headers } of isla.answers) {
      const all = text + headerText(headers)
      expect(all.match(/piet|robin|wren|devrim|Reedmace|Tiller|Skerry|asha\.|mizzenmast/gi) ?? []).toEqual([])
      expect(all.includes(id)).toBe(false)
      // Nor does it say what it runs on, or where.
      expect(all.match(/x-powered-by|nitro|sqlite/gi) ?? []).toEqual([])
    }
  })

  it('not even whether somebody has a sitting: what isn’t theirs and what isn’t there get the same answer', async () => {
    const piet = await new Client(server.url).signIn('piet.moor')
    const { id } = await piet.start('open-end')
    const isla = await new Client(server.url).signIn('isla.quay')
    for (const path of ['', '/result', '/after', '/response']) {
      const [theirs, nobodys] = [
        await isla.call('GET', `/api/sittings/${id}${path}`),
        await isla.call('GET', `/api/sittings/no-such-sitting${path}`),
      ]
      expect([theirs.status, theirs.text]).toEqual([nobodys.status, nobodys.text])
    }
  })

  it('nor whether an address exists: same words, and a time in the same range', async () => {
    const stranger = new Client(server.url)
    type Asked = { email: string; times: number[]; text: string }
    const addresses = ['wren.osier@sallowmere.test', 'no.body@sallowmere.test']
    const [known, unknown] = addresses.map(email => ({ email, times: [] as number[], text: '' })) as [Asked, Asked]
    // In turns, so that whatever else the machine does in the meantime meets both.
    for (let round = 0; round < 7; round += 1)
      for (const asked of [known, unknown]) {
        const begun = performance.now()
        asked.text = (
          await stranger.call('POST', '/api/auth/sign-in', { email: asked.email, password: 'not this' })
        ).text
        asked.times.push(performance.now() - begun)
      }
    const [one, other] = [known, unknown].map(({ times }) => times.sort((a, b) => a - b)[3]!) as [number, number]
    expect(known.text).toBe(unknown.text)
    expect(Math.max(one, other) / Math.min(one, other)).toBeLessThan(3)
  })

  it('the code of another room is named only to whoever has that paper too', async () => {
    const isla = await new Client(server.url).signIn('isla.quay')
    const { text } = await isla.call('POST', '/api/assignments/clerk-office/sittings', {
      accessCode: 'KEEL-08',
      accepted: true,
    })
    expect(text).not.toContain('Sheds')
  })
})
