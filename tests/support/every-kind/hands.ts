import { tabTo, type as typed } from '../bench'
import type { By } from '../browser'
import { Key, Origin, see } from '../browser'
import type { questionBench } from '../question-bench'
import { question } from '../questions'
import { WAIT_MS } from '../waiting'

/** What is done to answer a question, and what the answer is then. */
export type Gesture = [act: () => Promise<void>, answer: unknown]
/** A question that is answered twice, by pointer and by keyboard alone. */
export interface KindTried {
  task: string
  id: string
  /** What the question says once it is answered, and once it is cleared. */
  says: [answered: string, cleared: string]
  /** Answered wrongly or in part, then rightly. */
  pointer: [first: Gesture, right: Gesture]
  /** Answered rightly, then otherwise; what that is worth, null where a person marks it. */
  keys: [right: Gesture, then: Gesture, earns: number | null]
}
export type Hands = ReturnType<typeof handsOn>

export const all = Key.chord(Key.CONTROL, 'a')

/** What hands do on a bench of questions. */
export function handsOn(bench: ReturnType<typeof questionBench>) {
  const { open, click } = bench
  const input = (id: string, value: string): By => question(id, `input[value="${value}"]`)
  /** Goes by Tab to something of one question. */
  const tabIn = (id: string, test: string, back = false): Promise<void> =>
    tabTo(open.browser.driver, `${id}: ${test}`, `el.closest('[data-question="${id}"]') && (${test})`, { back })
  const toLabel = (id: string, label: string, back = false) =>
    tabIn(id, `el.ariaLabel === ${JSON.stringify(label)}`, back)
  const type = (...what: string[]) => typed(open.browser.driver, ...what)

  /** A field that is typed into. */
  const field = (id: string, label: string, text: string) => ({
    pointer: async (): Promise<void> => {
      await click(question(id, `[aria-label="${label}"]`))
      await type(all, text, Key.TAB)
    },
    keys: async (back = false): Promise<void> => {
      await toLabel(id, label, back)
      await type(all, text, Key.TAB)
    },
  })
  const option = (id: string, label: string, value: string) =>
    click(question(id, `select[aria-label="${label}"] option[value="${value}"]`))

  /** Where a share of a drawing’s width and height is, from its middle, and that it is in sight. */
  async function spotIn(drawing: By, across: number, down: number) {
    const element = await see(open.browser.driver, drawing)
    await open.browser.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', element)
    const { width, height } = await element.getRect()
    return { origin: element, x: Math.round((across - 0.5) * width), y: Math.round((down - 0.5) * height) }
  }
  const pressAt = async (drawing: By, across: number, down: number): Promise<void> =>
    open.browser.driver
      .actions()
      .move(await spotIn(drawing, across, down))
      .click()
      .perform()
  const pull = async (drawing: By, from: readonly [number, number], to: readonly [number, number]): Promise<void> =>
    open.browser.driver
      .actions()
      .move(await spotIn(drawing, ...from))
      .press()
      .move(await spotIn(drawing, ...to))
      .release()
      .perform()
  async function bothOf(from: By, to: By) {
    const [taken, place] = [await see(open.browser.driver, from), await see(open.browser.driver, to)]
    await open.browser.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', taken)
    return [taken, place] as const
  }
  /** Pulls a line from one thing to another. */
  async function drag(from: By, to: By): Promise<void> {
    const [taken, place] = await bothOf(from, to)
    const actions = open.browser.driver.actions()
    await actions
      .move({ origin: taken })
      .press()
      .move({ origin: place, x: 3, y: 3 })
      .move({ origin: place })
      .release()
      .perform()
  }
  /** Pulls a thing to another place, by the browser’s own way of pulling. */
  const drop = async (from: By, to: By): Promise<void> =>
    open.browser.driver
      .actions()
      .dragAndDrop(...(await bothOf(from, to)))
      .perform()
  /**
   * Lifts a row of a list to where another one is. Rows move while it is on its way, so the hand goes by the page, and
   * lets go once the row is seen there: a list follows a hand some twenty times a second, however fast that is.
   */
  async function lift(from: By, to: By): Promise<void> {
    const { driver } = open.browser
    const [taken, place] = await bothOf(from, to)
    const goal = (await place.getRect()).y
    const way = Math.round(goal - (await taken.getRect()).y)
    const half = Math.round(way / 2)
    const actions = driver.actions().move({ origin: taken }).press()
    for (const y of [half, way - half]) actions.move({ origin: Origin.POINTER, x: 0, y })
    await actions.perform()
    const isThere = async (): Promise<boolean> => Math.abs((await taken.getRect()).y - goal) < Math.abs(half)
    await driver.wait(isThere, WAIT_MS, 'the row never followed the hand')
    await driver.actions().release().perform()
  }

  return { ...bench, input, tabIn, toLabel, type, field, option, spotIn, pressAt, pull, drag, drop, lift }
}
