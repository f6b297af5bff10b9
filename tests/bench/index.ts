import { benchLedger } from './ledger'
import { benchBoard } from './board'
import { benchLine } from './line'
import { benchLoad } from './load'
import { benchHttp, benchOwnWork } from './server'

/** All benchmarks: medians of several runs, targets beside them, ratios compared within the run. */
async function bench(): Promise<void> {
  console.log(`Node ${process.version}, ${process.platform} ${process.arch}`)
  await benchLedger()
  await benchOwnWork()
  await benchHttp()
  await benchLine()
  await benchBoard()
  await benchLoad()
}

await bench()
