import type { WebDriver } from '../support/browser'

/** Counts the gaps between the frames that a page draws, each in milliseconds, while something is done. */
export async function gapsWhile(driver: WebDriver, work: () => Promise<unknown>): Promise<number[]> {
  await driver.executeScript(`
    const gaps = (window.frameGaps = [])
    let last = performance.now()
    function frame() {
      if (window.frameGaps !== gaps) return
      const now = performance.now()
      gaps.push(now - last)
      last = now
      requestAnimationFrame(frame)
    }
    requestAnimationFrame(frame)`)
  await work()
  return driver.executeScript('const gaps = window.frameGaps; window.frameGaps = null; return gaps')
}
