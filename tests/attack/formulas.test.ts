import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Client } from '../support/client'
import { startServer } from '../support/server'
import type { RunningServer } from '../support/server'

/** How long somebody else waits at most while one formula, or one change of many, is worked out. */
const WAITS_MS = 10_000

let server: RunningServer
let trainee: Client
let id: string
let task: { id: string; sheet: string }
beforeAll(async () => {
  server = await startServer({ ANVIL_CONTENT: 'content', ANVIL_LOG: 'error' })
  trainee = await new Client(server.url).signIn('wren.osier')
  const { id: sitting, tasks } = await trainee.start('way-sheet')
  id = sitting
  const found = tasks.find(({ tool }) => tool === 'sheet')!
  const { state } = await trainee.work(id, found.id)
  const [sheet] = (state as { workbook: { sheets: { name: string }[] } }).workbook.sheets
  task = { id: found.id, sheet: sheet!.name }
})
afterAll(() => server.stop())

const write = (rows: string[][]) => ({
  kind: 'op',
  taskId: task.id,
  op: { type: 'cells.write', sheet: task.sheet, cell: 'M60', rows },
})

describe('a formula without end', () => {
  it.each([
    '=COMBIN(1E15,5E14)',
    '=BESSELJ(1,1E9)',
    '=COUNTIF(M1:M9,"*a*a*a*a*a*a*a*a*a*b")+SEARCH("*a*a*a*a*a*a*a*ab",REPT("a",30000))',
    '=CUMPRINC(0.01,1E9,1,1,1E9,0)',
    '=SUM(XLOOKUP(SEQUENCE(20000),SEQUENCE(20000),SEQUENCE(20000)))',
    '=LEN(SUBSTITUTE(REPT("a",32767),"a",REPT("b",32767)))',
    '=SUM(FREQUENCY(SEQUENCE(100000),SEQUENCE(100000)))',
    '=LCM(SEQUENCE(100000))+MODE(SEQUENCE(1000000))',
  ])('%s holds up nobody else', async formula => {
    const begun = performance.now()
    const typed = trainee.events(id, write([[formula]]))
    expect((await new Client(server.url).call('GET', '/api/health')).status).toBe(200)
    expect(performance.now() - begun).toBeLessThan(WAITS_MS)
    const { outcomes } = await typed
    expect(['accepted', 'refused']).toContain(outcomes[0]?.status)
  })

  it('in a thousand cells at once is refused, with the reason', async () => {
    const begun = performance.now()
    const rows = Array.from({ length: 1000 }, () => ['=SUMPRODUCT(SEQUENCE(200000)*1)'])
    const typed = trainee.events(id, write(rows))
    expect((await new Client(server.url).call('GET', '/api/health')).status).toBe(200)
    expect(performance.now() - begun).toBeLessThan(WAITS_MS)
    const { outcomes } = await typed
    expect(outcomes[0]).toMatchObject({
      status: 'refused',
      // By its steps, or by its time on a machine that has much else to do.
      refusal: expect.stringMatching(/takes (more computing|too long)/) as unknown,
    })
  })
})
