import type { Browser } from './browser'

/** A hand takes its time to move an indicator. */
const MOVED_MS = 340
/** It says what it shows ten times a second. */
const SAID_AGAIN_MS = 120
/** Its own noise, mm. */
const STILL_MM = 0.004

/** What it shows, on its panel or in the empty box; no figure where it is silent. */
const SHOWN = `return document.querySelector('[data-part=live-value]')?.textContent ?? document.querySelector('#reading').placeholder`

/** Waits until the indicator that was just moved speaks, and what it shows no longer moves, on however busy a machine. */
export async function untilIndicatorRests(browser: Browser): Promise<void> {
  await browser.driver.sleep(MOVED_MS)
  let last = NaN
  await browser.until(async () => {
    const shown = Number.parseFloat((await browser.run<string>(SHOWN)).replace('−', '-'))
    const still = Math.abs(shown - last) <= STILL_MM
    last = shown
    if (!still) await browser.driver.sleep(SAID_AGAIN_MS)
    return still
  }, 'the gauge does not settle')
}
