import { readFile } from 'node:fs/promises'
import { extname } from 'node:path'
import { stringify } from 'yaml'
import { UnreadableFile } from '../core/formats/workbook/archive'
import { setupOf } from '../core/formats/workbook/content'
import { readOds } from '../core/formats/workbook/ods/reading'
import { readXlsx } from '../core/formats/workbook/xlsx/reading'
import { readDay } from '../core/tools/sheet/formula/dates'

/** Writes a workbook of another program as the setup of a task, and says what of it has no place here. */
const [file = '', today = '2027-03-01'] = process.argv.slice(2)
const serial = readDay(today)
try {
  if (file === '' || serial === null) throw new UnreadableFile('npm run sheet -- file.xlsx [day, such as 2027-03-01]')
  const bytes = new Uint8Array(await readFile(file))
  const { workbook, lost } =
    extname(file).toLowerCase() === '.ods' ? readOds(bytes, serial) : await readXlsx(bytes, serial)
  console.log(stringify({ setup: setupOf(workbook, today) }, { lineWidth: 0, defaultStringType: 'PLAIN' }))
  for (const what of lost) console.error(`lost: ${what}`)
} catch (fault) {
  if (!(fault instanceof UnreadableFile) && !(fault instanceof Error && 'code' in fault)) throw fault
  console.error(fault.message)
  process.exitCode = 1
}
