import { benchAnswers } from './answers'
import { benchBoard } from './board'
import { benchCrowd } from './crowd'
import { benchHostile } from './hostile'
import { benchLarge } from './large'
import { benchLedger } from './ledger'
import { benchLine } from './line'
import { benchLoad } from './load'
import { benchNetwork } from './network'
import { benchNetworkScreen } from './network-screen'
import { benchSheet } from './sheet'
import { benchSheetLoad } from './sheet-load'
import { benchYears } from './years'
import { benchHttp, benchOwnWork } from './server'

const all: Record<string, () => Promise<void>> = {
  'answers': benchAnswers,
  'ledger': benchLedger,
  'sheet': benchSheet,
  'network': benchNetwork,
  'network-screen': benchNetworkScreen,
  'own': benchOwnWork,
  'http': benchHttp,
  'line': benchLine,
  'large': benchLarge,
  'board': benchBoard,
  'load': benchLoad,
  'sheet-load': benchSheetLoad,
  'crowd': benchCrowd,
  'years': benchYears,
  'hostile': benchHostile,
}

/** All benchmarks, or those named: medians of several runs, targets beside them, ratios compared within the run. */
async function bench(): Promise<void> {
  console.log(`Node ${process.version}, ${process.platform} ${process.arch}`)
  const named = process.argv.slice(2)
  for (const [name, run] of Object.entries(all)) if (named.length === 0 || named.includes(name)) await run()
}

await bench()
