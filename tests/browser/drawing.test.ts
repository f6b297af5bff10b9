import { describe, expect, it } from 'vitest'
import { allThemes, violations } from '../support/axe'
import { handIn, startPaper, tabTo, total, type as typed } from '../support/bench'
import { By, Key, press, see, signIn } from '../support/browser'
import { handsOn } from '../support/every-kind/hands'
import { questionBench } from '../support/question-bench'
import { labelled, question } from '../support/questions'

const bench = questionBench()
const { open, click, says, keys, check, tabToLabel } = bench
const { spotIn, pressAt } = handsOn(bench)
const times = (key: string, count: number): string[] => Array.from({ length: count }, () => key)

describe('a question that is answered in a drawing', () => {
  it('opens behind the others', async () => {
    const { driver } = open.browser
    await signIn(driver, open.server.url, 'robin.tarn@sallowmere.test')
    await startPaper(driver, open.server.url, 'try-kinds', question('one'), 'Begin')
    for (const next of ['term', 'order', 'places']) {
      await press(driver, 'Next task')
      await see(driver, question(next))
    }
  })

  it('takes places on a picture, no more than it has room for, by pointer and by cross-hair', async () => {
    const picture = question('places', '.field svg')
    await pressAt(picture, 105 / 640, 120 / 300)
    await pressAt(picture, 290 / 640, 70 / 300)
    await says('places', 'near “Office”')
    await pressAt(picture, 0.9, 0.5)
    await says('places', '2 can be marked here. Take one away first.')
    await check(1, 'places', 'open')
    await says('places', '2 of 2 marked')
    await click(labelled('Take away 2'))
    await says('places', '1 of 2 marked')
    await tabToLabel('Cross-hair on the picture')
    // From the middle of 640 by 300, in steps of 16, to the hut.
    await keys(...times(Key.ARROW_RIGHT, 9), ...times(Key.ARROW_UP, 4), Key.ENTER)
    await says('places', 'near “Harbour hut”')
    await check(1, 'places')
  })

  it('takes an interval on a line by keys, with or without its ends', async () => {
    const { driver } = open.browser
    await click(By.css('#at-line'))
    await typed(driver, '64', Key.ENTER)
    await says('line', 'An interval begins at 64.')
    await typed(driver, '12x')
    await says('line', 'This isn’t a number.')
    await typed(driver, Key.BACK_SPACE, '7', Key.ENTER)
    await says('line', '1 of 1 interval')
    await check(2, 'line', 'open')
    await tabToLabel('From 64: the end of interval 1')
    await keys('without')
    await tabToLabel('to 127: the end of interval 1')
    await keys('without')
    await check(2, 'line')
  })

  it('takes points and lines in a plane by keys, moves them by pointer, and goes back', async () => {
    const { driver } = open.browser
    const grid = question('plane', '.field svg')
    await tabToLabel('Cross-hair on the grid')
    // From (5, 500), in steps of 1 and 50, to (0, 200) and (1, 300); then to (6, 800) for the point.
    await keys(...times(Key.ARROW_LEFT, 5), ...times(Key.ARROW_DOWN, 6), Key.ENTER)
    await says('plane', '“Hire by the week” lacks 1 point')
    await keys(Key.ARROW_RIGHT, ...times(Key.ARROW_UP, 2), Key.ENTER)
    await keys(...times(Key.ARROW_RIGHT, 5), ...times(Key.ARROW_UP, 10), Key.ENTER)
    await says('plane', '2 of 2 drawn')
    await click(labelled('Move (6, 800) of Costs the same'))
    await says('plane', 'Press where this point of Costs the same belongs.')
    // The grid is 450 by 334 of 520 by 400, with 48 on the left of it and 44 below.
    await pressAt(grid, (48 + 225) / 520, (356 - 167) / 400)
    await says('plane', '(5, 500)')
    await click(labelled('Undo in question 3'))
    await says('plane', '(6, 800)')
    await click(labelled('Redo in question 3'))
    await says('plane', '(5, 500)')
    await click(labelled('Undo in question 3'))
    await says('plane', '(6, 800)')
    await check(3, 'plane')
    expect(await violations(driver, ['day', 'contrast'])).toEqual([])
  })

  it('takes bars that are moved by keys, typed, and pulled', async () => {
    const { driver } = open.browser
    await tabToLabel('May')
    await driver
      .actions()
      .keyDown(Key.SHIFT)
      .sendKeys(...times(Key.ARROW_UP, 3))
      .keyUp(Key.SHIFT)
      .perform()
    await keys(...times(Key.ARROW_UP, 6))
    await says('bars', '1 of 3 bars set')
    await click(labelled('Height of June'))
    await typed(driver, '44.5', Key.TAB)
    await says('bars', '44.5 isn’t a height here.')
    await click(labelled('Height of June'))
    await typed(driver, '45', Key.TAB)
    await says('bars', '2 of 3 bars set')
    // July is the last of four bars; the drawing is 620 by 300, with 244 for the 60 boats, 26 from the top.
    const [from, to] = [269 / 300, (270 - (39 / 60) * 244) / 300]
    const across = (48 + 572 * 0.875) / 620
    const bar = question('bars', 'svg')
    await driver
      .actions()
      .move(await spotIn(bar, across, from))
      .press()
      .move(await spotIn(bar, across, to))
      .release()
      .perform()
    await says('bars', '3 of 3 bars set')
    await driver.navigate().refresh()
    await says('bars', '3 of 3 bars set')
    await click(question('bars', 'h3'))
    await check(4, 'bars')
  })

  it('takes a whole that is cut and marked, and a sum that is shared out to the penny', async () => {
    const { driver } = open.browser
    for (let part = 1; part < 4; part += 1) await click(labelled('One part more'))
    await click(question('cut', 'svg path:nth-of-type(2)'))
    await click(question('cut', 'svg path:nth-of-type(3)'))
    await tabTo(driver, 'the last part', 'el.closest("[data-question=cut]") && el.textContent.trim() === "Part 4"')
    await keys(Key.SPACE)
    await says('cut', '4 equal parts; marked: 3 of 4')
    await check(5, 'cut')
    await click(labelled('Share of Office'))
    await typed(driver, '160', Key.TAB)
    await typed(driver, '240.005', Key.TAB)
    await says('split', 'A sum has two places behind the mark.')
    await click(labelled('Share of Chandlery'))
    await typed(driver, Key.END, Key.BACK_SPACE, Key.TAB)
    await typed(driver, '560', Key.TAB)
    await says('split', 'all shared out')
    await check(6, 'split')
  })

  it('takes a drawing: a ring by pointer, a line by keys, and rubs out', async () => {
    const { driver } = open.browser
    const picture = question('drawn', '.field svg')
    const tool = (name: string) => click(By.xpath(`//*[@data-question="drawn"]//label[normalize-space()="${name}"]`))
    await tool('Ring')
    const pull = async (from: readonly [number, number], to: readonly [number, number]): Promise<void> =>
      driver
        .actions()
        .move(await spotIn(picture, from[0] / 640, from[1] / 300))
        .press()
        .move(await spotIn(picture, to[0] / 640, to[1] / 300))
        .release()
        .perform()
    await pull([205, 165], [445, 298])
    await says('drawn', '1 drawn')
    await check(7, 'drawn', 'open')
    await tool('Rubber')
    // The ring at its left end.
    await pressAt(picture, 205 / 640, 231.5 / 300)
    await says('drawn', 'nothing drawn yet')
    await tool('Ring')
    await tool('Red')
    await pull([205, 165], [445, 298])
    await tool('Line')
    await tool('Blue')
    await tabToLabel('Cross-hair on the drawing')
    // From the middle, in steps of a sixtieth of 640, into the Office, and on to the hut.
    await keys(...times(Key.ARROW_UP, 7), Key.ENTER, ...times(Key.ARROW_RIGHT, 14), Key.ENTER)
    await says('drawn', '2 drawn')
    await check(7, 'drawn')
  })

  it('takes a formula that is typed and put together, and shows how it is read', async () => {
    const { driver } = open.browser
    await click(labelled('Formula'))
    await typed(driver, 'p + 0.9k')
    await says('formula', '“k” isn’t one of the letters here.')
    await typed(driver, Key.BACK_SPACE)
    await click(labelled('n: n'))
    await click(labelled('·: times'))
    await click(labelled('p: p'))
    await see(driver, question('formula', '.katex'))
    expect(await (await see(driver, labelled('Formula'))).getAttribute('value')).toBe('p + 0.9n · p')
    await says('formula', 'typed')
    await check(8, 'formula')
    expect(await violations(driver, allThemes)).toEqual([])
    await handIn(driver)
    await press(driver, 'See the result')
    expect(await total(driver)).toBe('19.00')
  })
})
