import { readFile } from 'node:fs/promises'
import { UnreadableFile } from '../core/tools/sheet/files/archive'
import { openWorkbook } from '../core/tools/sheet/files/opening'

/** Writes a workbook of another program as the setup of a task, and says what of it has no place here. */
const [file = '', today = '2027-03-01'] = process.argv.slice(2)
try {
  if (file === '') throw new UnreadableFile('npm run sheet -- file.xlsx [day, such as 2027-03-01]')
  const { setup, lost } = await openWorkbook(new Uint8Array(await readFile(file)), file, today)
  console.log(setup)
  for (const what of lost) console.error(`lost: ${what}`)
} catch (fault) {
  if (!(fault instanceof UnreadableFile) && !(fault instanceof Error && 'code' in fault)) throw fault
  console.error(fault.message)
  process.exitCode = 1
}
