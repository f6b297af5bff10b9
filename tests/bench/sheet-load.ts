import { givenPaper } from '../../server/testing/given'
import { startServer } from '../support/server'
import { ms, spreadOf } from './figures'
import { memoryMb } from '../support/pouring'
import { enrol, EVERY_MS, seat, work } from './load'

const [TRAINEES, SECONDS] = [100, 60]
const TASK = 'totals-of-the-berth-list'
const on = { sheet: 'Berths' }

/** What a trainee does to the berth list, one operation after the other. */
function operationOf(count: number): object {
  const row = 4 + (count % 16)
  const ops = [
    { type: 'cell.write', ...on, cell: 'F21', text: `=SUM(F4:F19)+${count}` },
    { type: 'cell.write', ...on, cell: `H${row}`, text: `=F${row}/E${row}*${count + 1}` },
    { type: 'cells.fill', ...on, from: `H${row}`, to: `H${row}:H${row + 40}`, how: 'copy' },
    { type: 'cells.format', ...on, area: 'F4:F19', format: { number: count % 2 ? '£#,##0.00' : '0.00' } },
    { type: 'rows.sort', ...on, area: 'A3:G19', by: [{ column: count % 2 ? 'C' : 'F', order: 'rising' }] },
    { type: 'cell.write', ...on, cell: `C${row}`, text: String(5 + (count % 70) / 10) },
    { type: 'undo' },
  ]
  return { kind: 'op', taskId: TASK, op: ops[count % ops.length] }
}

/** The same workbook, open for many trainees at once, each doing something every two seconds, over real HTTP. */
export async function benchSheetLoad(): Promise<void> {
  console.log(`\n${TRAINEES} trainees on the same workbook, each an operation every ${EVERY_MS / 1000} s, over HTTP`)
  const server = await startServer({ ANVIL_LOG: 'error' })
  try {
    await enrol(server, TRAINEES, givenPaper('load', { sittingsAllowed: 50 }, 'season-budget'))
    const before = await memoryMb(server)
    const trainees = await seat(server, TRAINEES, 'load')
    const opened = await memoryMb(server)
    const times: number[] = []
    const errors: string[] = []
    let most = 0
    const watching = setInterval(() => void memoryMb(server).then(mb => (most = Math.max(most, mb))), 1000)
    const until = performance.now() + SECONDS * 1000
    await Promise.all(
      trainees.map((trainee, index) => work(trainee, (EVERY_MS / TRAINEES) * index, until, times, errors, operationOf)),
    )
    clearInterval(watching)
    const { median, p99 } = spreadOf(times)
    console.log(
      `${times.length} operations, ${errors.length} refused or failed; median ${ms(median)}, ` +
        `99th percentile ${ms(p99)} (target 250 ms)`,
    )
    console.log(
      `memory ${before.toFixed(0)} MB before, ${opened.toFixed(0)} MB with all signed in and begun, ` +
        `${most.toFixed(0)} MB at most`,
    )
    if (errors.length > 0) console.log(`first: ${errors[0]!}`)
  } finally {
    await server.stop()
  }
}
