import { By, see } from './browser'
import type { Browser } from './browser'
import { WAIT_MS } from './waiting'

/** A question of the task that is open, or something inside of it. */
export const question = (id: string, inside = ''): By => By.css(`[data-question="${id}"] ${inside}`)

/** What tests do with questions in a browser, which may be opened only later. */
export const onQuestions = (browser: () => Browser) => ({
  click: async (by: By): Promise<void> => (await see(browser().driver, by)).click(),
  /** Waits until a question says something, of itself or of its answer. */
  says: (id: string, words: string) =>
    browser().driver.wait(
      async () =>
        browser().driver.executeScript<boolean>(
          'return (document.querySelector(arguments[0])?.innerText ?? "").replace(/\\s+/g, " ").includes(arguments[1])',
          question(id).value,
          words,
        ),
      WAIT_MS,
      `${id} says: ${words}`,
    ),
  keys: (...pressed: string[]) =>
    browser()
      .driver.actions()
      .sendKeys(...pressed)
      .perform(),
})

/** Something by its label, which may be seen or only spoken. */
export const labelled = (label: string): By => By.css(`[aria-label="${label}"]`)
