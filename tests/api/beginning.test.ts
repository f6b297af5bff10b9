import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { z } from 'zod'
import { choicesView } from '../../core/wire/assigning'
import { rosterView } from '../../core/wire/people'
import { ownView, signInRequest } from '../../core/wire/sign-in'
import { Client } from '../support/client'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

let server: RunningServer
beforeAll(async () => {
  server = await startServer({
    ANVIL_DEMO: '0',
    ANVIL_CONTENT: 'content',
    ANVIL_ADMIN: 'office@sallowmere.test',
    ANVIL_ADMIN_PASSWORD: 'keel-and-sail',
  })
})
afterAll(() => server.stop())

async function signIn(email: string, password: string): Promise<Client> {
  const client = new Client(server.url)
  await client.as(ownView, 'POST', '/api/auth/sign-in', signInRequest.parse({ email, password }))
  return client
}

describe('a centre without the demo', () => {
  it('begins with its administrator, takes its people in, gives them a paper, and they sit it', async () => {
    const office = await signIn('office@sallowmere.test', 'keel-and-sail')
    const { passwords } = await office.as(rosterView, 'POST', '/api/people/roster', {
      csv: 'name,email,cohorts\nAda Reedmace,ada@sallowmere.test,Harbour\nBram Tiller,bram@sallowmere.test,Harbour',
      take: true,
    })
    const { papers, cohorts } = await office.as(choicesView, 'GET', '/api/assigning/choices')
    expect(papers.map(({ id }) => id)).toContain('week-end-journals')
    const { id } = await office.as(z.object({ id: z.string() }), 'POST', '/api/assigning', {
      paperId: 'week-end-journals',
      cohorts: [cohorts[0]!.id],
      settings: {},
    })
    for (const { email, password } of passwords) {
      const trainee = await signIn(email, password)
      await trainee.as(ownView, 'POST', '/api/auth/password', { current: password, wanted: 'keel-and-sail' })
      expect((await trainee.start(id)).tasks).toHaveLength(10)
    }
  })

  it('shows nobody’s sign-in; only the demo does', async () => {
    expect((await new Client(server.url).call('GET', '/api/demo/people')).status).toBe(404)
  })
})
