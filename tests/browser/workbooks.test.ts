import { mkdtemp, open, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { fullBook } from '../../core/tools/sheet/files/books.fixture'
import { writeOds } from '../../core/tools/sheet/files/ods/writing'
import { writeXlsx } from '../../core/tools/sheet/files/xlsx/writing'
import { violations } from '../support/axe'
import { By, Key, see, signIn, text } from '../support/browser'
import { sheetBench } from '../support/sheet'

const bench = sheetBench()
let folder = ''
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'anvil-books-'))
})
afterAll(async () => {
  await rm(folder, { recursive: true })
})

describe('a workbook of another program', () => {
  const choose = async (name: string): Promise<void> =>
    (await see(bench.browser.driver, By.css('input[type="file"]'))).sendKeys(join(folder, name))
  const refused = (words: string) =>
    see(bench.browser.driver, By.xpath(`//*[@role='alert'][normalize-space()='${words}']`))

  it('is read on the device: what comes along, and what is lost', async () => {
    const { driver } = bench.browser
    const { workbook } = fullBook()
    await writeFile(join(folder, 'berths.xlsx'), (await writeXlsx(workbook)).bytes)
    await writeFile(join(folder, 'berths.ods'), writeOds(workbook).bytes)
    await signIn(driver, bench.server.url, 'marit.feld@sallowmere.test', { lands: 'Assignments' })
    await driver.get(`${bench.server.url}/workbooks`)
    await choose('berths.xlsx')
    await see(driver, text('Nothing is lost: all of berths.xlsx comes along.'))
    await see(driver, text('PerMetre'))
    expect(await violations(driver)).toEqual([])
    await choose('berths.ods')
    await see(driver, text('What comes along'))
  })

  it('that is broken, too large or none is refused in words, and the page goes on', async () => {
    const { bytes } = await writeXlsx(fullBook().workbook)
    await writeFile(join(folder, 'broken.xlsx'), bytes.slice(0, 4000))
    await writeFile(join(folder, 'notes.xlsx'), 'no workbook')
    const large = await open(join(folder, 'large.xlsx'), 'w')
    await large.truncate(100_000_000)
    await large.close()
    await choose('broken.xlsx')
    await refused('This file is broken: it can’t be unpacked.')
    await choose('large.xlsx')
    await refused('large.xlsx is larger than 20 MB.')
    await choose('notes.xlsx')
    await refused('This is no zipped document.')
    await choose('berths.ods')
    await see(bench.browser.driver, text('What comes along'))
  })
})

describe('what no sheet can take', () => {
  /** Puts a long text into the cell as if it had been typed. */
  async function enter(cell: string, formula: string): Promise<void> {
    const { driver } = bench.browser
    await bench.hands.goTo(cell)
    await bench.hands.keys('=')
    await see(driver, By.css('input.editor:focus'))
    await driver.executeScript(
      `const field = document.activeElement
      field.value = arguments[0]
      field.dispatchEvent(new Event('input', { bubbles: true }))`,
      formula,
    )
    await bench.hands.keys(Key.ENTER)
  }
  const saying = (words: string) => see(bench.browser.driver, text(words))

  it('is said in words; what was typed stays, and the sheet goes on', async () => {
    const { driver } = bench.browser
    await bench.hands.begin(bench.server.url, 'robin.tarn', 'season-mock')
    await enter('I5', '=I6')
    await enter('I6', '=I5')
    await bench.hands.shows('I5', '#CIRCLE!')
    await enter('J5', `=${'1+'.repeat(5000)}1`)
    await saying('A formula may have 8192 characters; this one has 10001.')
    await bench.hands.keys(Key.ESCAPE)
    await enter('J5', `=${'('.repeat(8192)}1${')'.repeat(8192)}`)
    await saying('A formula may have 8192 characters; this one has 16385.')
    await bench.hands.keys(Key.ESCAPE)
    await enter('J5', `=${'('.repeat(4000)}1${')'.repeat(4000)}`)
    await saying('A formula may be nested 128 deep, and this one is deeper.')
    await bench.hands.keys(Key.ESCAPE)
    const ifs = Array.from({ length: 64 }, (_, at) => `IF(E4=${at},${at},`).join('')
    await enter('J6', `=${ifs}99${')'.repeat(64)}`)
    await bench.hands.shows('J6', '99')
    await enter('J7', '=$A$1048577')
    await saying('$A$1048577 lies off the sheet.')
    await bench.hands.keys(Key.ESCAPE)
    await bench.hands.goTo('J8')
    const cells = Array.from({ length: 20_000 }, (_, row) => Array(10).fill(row).join('\t')).join('\n')
    await driver.executeScript(
      `const data = new DataTransfer()
      data.setData('text/plain', arguments[0])
      const event = new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true })
      document.querySelector('[role="grid"]').dispatchEvent(event)`,
      cells,
    )
    await saying('more than 0.8 MB')
    await bench.hands.goTo('J9')
    await bench.hands.keys('=1+1', Key.ENTER)
    await bench.hands.shows('J9', '2')
  })
})
