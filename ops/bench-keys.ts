import { randomUUID } from 'node:crypto'
import type { JobAct } from '#contract/commands'
import { Key, type Browser } from '../testing/browser'
import type { House } from '../testing/house'
import { percentile, send, type Line } from './bench-line'
import { addTwenty } from './bench-twenty'

const ms = (value: number) => `${value.toFixed(1)} ms`
const PAINTED_MS = 50

/**
 * Takes the time of every Enter in the reading box, from the key until the frame in which a count on the page changed is
 * painted.
 *
 * @param count what is counted, as a script's expression
 */
const timeEnters = (browser: Browser, count: string): Promise<void> =>
  browser.run(`
    window.__times = []
    const count = () => ${count}
    document.addEventListener('keydown', (e) => {
      if (e.key !== 'Enter' || e.target.id !== 'reading') return
      const start = performance.now()
      const before = count()
      const look = () => { if (count() === before) return requestAnimationFrame(look)
        // A message posted within a frame arrives once that frame is painted.
        const painted = new MessageChannel(); painted.port1.onmessage = () => window.__times.push(performance.now() - start); painted.port2.postMessage(0) }
      requestAnimationFrame(look)
    }, true)`)

async function told(browser: Browser, what: string): Promise<Line> {
  const times = await browser.run<number[]>('return window.__times')
  const p95 = percentile(times, 0.95)
  return {
    what: `${what}, p95 of ${times.length}`,
    wanted: `under ${PAINTED_MS} ms`,
    found: ms(p95),
    good: p95 < PAINTED_MS,
  }
}

/** Figures at the deck, four at a cylinder, each until its verdict stands. */
async function atTheDeck(browser: Browser, jobId: string, cylinders: readonly number[], what: string): Promise<Line> {
  await browser.go(`/jobs/${jobId}/trial-fit`)
  await (await browser.find('#reading')).click()
  await timeEnters(
    browser,
    `document.querySelectorAll('[data-part=pad] [data-station]:not([data-verdict=none])').length`,
  )
  for (const cylinder of cylinders) {
    await browser.chord(Key.ALT, String(cylinder))
    await browser.untilText('[data-part=pad] h2', `Cylinder ${cylinder}`)
    for (let round = 0; round < 4; round++) {
      for (let station = 0; station < 4; station++) {
        await browser.type(`0.${100 + station}`, Key.ENTER)
        await browser.driver.sleep(40)
      }
      for (let station = 0; station < 4; station++) await browser.type('u')
      await browser.driver.sleep(60)
    }
  }
  return told(browser, what)
}

/** Figures of a turn, each until the next is asked. @param figures as many as can be entered before its last */
async function atATurn(browser: Browser, jobId: string, figures: readonly string[], what: string): Promise<Line> {
  await browser.go(`/jobs/${jobId}`)
  await browser.see('[data-part=turn-pad] #reading')
  await (await browser.find('#reading')).click()
  await timeEnters(browser, `document.querySelector('[data-part=turn-pad]')?.dataset.taken`)
  for (let round = 0; round < 12; round++) {
    for (const figure of figures) {
      await browser.type(figure, Key.ENTER)
      await browser.driver.sleep(60)
    }
    for (let i = 0; i < figures.length; i++) await browser.type('u')
    await browser.driver.sleep(60)
  }
  return told(browser, what)
}

/** A twenty-cylinder engine with every liner measured as it was found, and in the trial fit but for a few. */
async function measuredTwenty(house: House, byKeys: readonly number[]): Promise<string> {
  const personId = await house.person('Tom Adeyar')
  const gaugeId = (await house.shop()).gauges.find((g) => g.kind === 'digital-sled')!.id
  const { engineId, cylinders } = await addTwenty(house, personId, 'Twenty to measure')
  const jobId = randomUUID()
  const sets = (['as-found', 'trial-fit'] as const).flatMap((stage) =>
    cylinders.flatMap((cylinder): JobAct[] => {
      // Those are read by the keys.
      if (stage === 'trial-fit' && byKeys.includes(cylinder)) return []
      const setId = randomUUID()
      return [
        { what: 'open-set', setId, cylinder, stage, gaugeId, zeroOn: 'deck' },
        ...[0, 90, 180, 270].map((angleDeg): JobAct => ({
          what: 'take-reading',
          readingId: randomUUID(),
          setId,
          angleDeg,
          valueMm: 0.09 + ((cylinder * 7 + angleDeg) % 13) / 1000,
          source: 'gauge',
        })),
      ]
    }),
  )
  const start = { what: 'start-job', jobId, engineId, title: 'Twenty to measure', complaint: '' } as const
  await send(house, [{ act: start, jobId: null }, ...sets.map((act) => ({ act, jobId }))], personId)
  return jobId
}

/** From the Enter key to what it comes to on the screen: at decks small and large, and at the turns of other works. */
export async function keyLines(house: House, browser: Browser): Promise<Line[]> {
  await browser.go('/')
  await browser.chooseOption('#person', 'Tom Adeyar')
  const ferry = await house.jobId('Long Reach')
  const few = [1, 3, 5, 7, 9]
  const twenty = await measuredTwenty(house, few)
  return [
    await atTheDeck(browser, ferry, [1, 2, 3, 4, 5, 6], 'Keystroke to verdict on screen'),
    await atTheDeck(browser, twenty, few, 'The same with 20 cylinders'),
    await atATurn(
      browser,
      await house.jobId('Yard compressor'),
      ['90.01', '90.02', '90.03'],
      'A figure of a turn until the next is asked, barrels',
    ),
    await atATurn(
      browser,
      await house.jobId('Crusher drive'),
      ['0.5'],
      'A figure of a turn until the next is asked, damper',
    ),
  ]
}
