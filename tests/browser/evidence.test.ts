import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { startPaper } from '../support/bench'
import { By, give, press, see, signIn, text } from '../support/browser'
import { onOpening, pdf as pdfOf } from '../../server/testing/files'
import { serverAndBrowser } from '../support/session'
import { WAIT_MS } from '../support/waiting'

const at = serverAndBrowser()
const folder = mkdtempSync(join(tmpdir(), 'anvil-photos-'))
afterAll(() => rmSync(folder, { recursive: true }))

/** A photo of 80 by 40 pixels, taken with the camera on its side: EXIF orientation 6, so upright it is 40 by 80. */
async function sidewaysPhoto(): Promise<string> {
  const plain: string = await at.driver.executeScript(`
    const canvas = Object.assign(document.createElement('canvas'), { width: 80, height: 40 })
    const pen = canvas.getContext('2d')
    pen.fillStyle = '#0b5f59'
    pen.fillRect(0, 0, 40, 40)
    return canvas.toDataURL('image/jpeg').split(',')[1]`)
  const jpeg = Buffer.from(plain, 'base64')
  // TIFF 6.0 in an APP1 segment (Exif 2.3): one entry, orientation = 6.
  const exif = Buffer.from('ffe100224578696600004d4d002a00000008000101120003000000010006000000000000', 'hex')
  const file = join(folder, 'sideways.jpg')
  writeFileSync(file, Buffer.concat([jpeg.subarray(0, 2), exif, jpeg.subarray(2)]))
  return file
}

describe('evidence of the work', () => {
  it('a photo is put upright, looked at, sent without what the camera noted, taken away again; a PDF as it is', async () => {
    const { driver, server } = at
    await signIn(driver, server.url, 'isla.quay@sallowmere.test')
    await startPaper(driver, server.url, 'settled')
    const photo = await sidewaysPhoto()
    await press(driver, 'Leave…')
    await press(driver, 'End the sitting and leave')
    await give(driver, By.id('evidence'), photo)
    await see(driver, By.css('.chosen img'))
    const is = (wanted: string) =>
      driver.wait(
        async () =>
          (await driver.executeScript(
            'const { naturalWidth: width, naturalHeight: height } = document.querySelector(".chosen img") ?? {}\n' +
              'return `${width} × ${height}`',
          )) === wanted,
        WAIT_MS,
        `the photo never was ${wanted}`,
      )
    await is('40 × 80')
    await press(driver, 'Turn it right')
    await is('80 × 40')
    for (let turn = 0; turn < 3; turn += 1) await press(driver, 'Turn it right')
    await press(driver, 'Send this file')
    await see(driver, By.xpath('//li//a[contains(., "sideways.jpg")]'))
    const sent: { type: string; head: string; width: number } = await driver.executeAsyncScript(`
      const done = arguments[0]
      const link = document.querySelector('li a').href
      fetch(link).then(async (answer) => {
        const bytes = new Uint8Array(await answer.arrayBuffer())
        const bitmap = await createImageBitmap(new Blob([bytes], { type: 'image/jpeg' }))
        done({ type: answer.headers.get('content-type'), head: String.fromCharCode(...bytes.slice(0, 400)), width: bitmap.width })
      })`)
    expect([sent.type, sent.width, sent.head.includes('Exif')]).toEqual(['image/jpeg', 40, false])

    const pdf = join(folder, 'notes.pdf')
    writeFileSync(pdf, await pdfOf())
    await give(driver, By.id('evidence'), pdf)
    await press(driver, 'Send this file')
    await see(driver, text('notes.pdf'))
    // Two files are allowed: there is no room for a third until one goes.
    await driver.wait(async () => (await driver.findElements(By.id('evidence'))).length === 0, WAIT_MS)
    await press(driver, 'Take away sideways.jpg')
    await see(driver, By.id('evidence'))

    const wrong = join(folder, 'letter.pdf')
    writeFileSync(wrong, 'This only says that it is a PDF.')
    await give(driver, By.id('evidence'), wrong)
    await press(driver, 'Send this file')
    await see(driver, text('Nothing was taken.'))
    await press(driver, 'Choose another')
    writeFileSync(wrong, await pdfOf(document => onOpening(document, { S: 'JavaScript', JS: 'app.alert(1)' })))
    await give(driver, By.id('evidence'), wrong)
    await press(driver, 'Send this file')
    await see(driver, text('This PDF holds a script; only pages to look at are taken. Nothing was taken.'))
  })
})
