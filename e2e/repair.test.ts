import { afterAll, beforeAll, expect, it } from 'vitest'
import { readDeck } from '#core/works/liners/deck'
import { readCutBore } from '#core/works/liners/cut-bore'
import { plugsIn } from '#core/job/tally'
import { Browser, Key } from '../testing/browser'
import { House } from '../testing/house'
import { untilIndicatorRests } from '../testing/indicator'
import { leaveStage } from '../testing/technician'

let house: House
let browser: Browser
let jobId: string

beforeAll(async () => {
  house = await House.open()
  browser = await Browser.open(house.url)
  jobId = await house.jobId('Long Reach')
  await browser.go('/')
  await browser.chooseOption('#person', 'Tom Adeyar')
})
afterAll(async () => {
  await browser?.close()
  await house?.close()
})

interface Move {
  action: string
  cylinder: number
  reason: string
}
const move = () =>
  browser.run<Move>(
    `const d = document.querySelector('[data-part=next-move]').dataset; return { action: d.action, cylinder: Number(d.cylinder), reason: d.reason }`,
  )
const selected = () =>
  browser.run<number>(
    `return Number(document.querySelector('[data-part=deck-rail] [aria-pressed=true]').dataset.cylinder)`,
  )

async function connectGauge(): Promise<void> {
  await browser.click('[data-part=toggle-gauge]')
  await browser.click('[data-part=connect-simulated]')
  await browser.untilText('[data-part=live-value]', /\d\.\d{3}/)
  await browser.click('[data-part=slide-deck]')
  await untilIndicatorRests(browser)
  await browser.click('[data-part=gauge-zero]')
  await untilIndicatorRests(browser)
}

/** By then the simulated engine has been looked at again. */
const LOOKED_AGAIN_MS = 800

/** Reads the four stations of what is in hand with the gauge, and ends on its zero. */
async function readRound(): Promise<void> {
  // The indicator stands on what the server has been told of: a shim that is still on its way lies under no liner.
  await browser.untilSaved()
  await browser.driver.sleep(LOOKED_AGAIN_MS)
  for (let station = 0; station < 4; station++) {
    await browser.click('[data-part=slide-liner]')
    await untilIndicatorRests(browser)
    await (await browser.find('#reading')).click()
    await browser.type(Key.ENTER)
    await browser.driver.sleep(80)
  }
}

async function closeStage(next: string): Promise<void> {
  await browser.until(
    async () => (await move()).action === 'close-stage',
    `the stage cannot be closed: ${JSON.stringify(await move())}`,
  )
  await leaveStage(
    browser,
    () => browser.click('[data-part=move-button]'),
    () => browser.click('[data-part=close-confirm]:not(:disabled)'),
  )
  await browser.see(`[data-stage=${next}]`)
}

it('measures a worn ledge anew with the simulated depth gauge and says what is wrong with it', async () => {
  await browser.go(`/jobs/${jobId}`)
  await browser.see('[data-stage=counterbores] [data-part=deck-rail]')
  await browser.chord(Key.ALT, '3')
  await browser.untilText(
    '[data-part=ledge-reason]',
    /The ledge leans 0\.06\d, high at \d+ o'clock.*True it before anything else/,
  )
  await browser.click('[data-part=measure-again]')
  await connectGauge()
  await readRound()
  await browser.until(async () => (await move()).action === 'close-zero', 'the zero is not asked for')
  // Back on the deck: it sees that by itself.
  await browser.click('[data-part=slide-deck]')
  await browser.until(
    async () =>
      (await browser.run<string>(`return document.querySelector('[data-part=ledge-verdict]').dataset.reason`)) ===
      'leans',
    'the ledge is not judged',
  )
  await closeStage('parts')
  const { sets, readings } = await house.snapshot(jobId)
  const again = sets.filter((s) => s.stage === 'counterbores' && s.cylinder === 3).at(-1)!
  const depths = readings.filter((r) => r.setId === again.id).map((r) => r.valueMm)
  expect(depths).toHaveLength(4)
  for (const depth of depths) expect(depth).toBeGreaterThan(10.5)
  expect(again.closed?.zeroMoved).toBe(false)
})

it('measures the liners that nobody had measured', async () => {
  for (const label of ['T7', 'T8']) {
    await browser.until(
      async () => (await browser.text('[data-part=move-head]')).includes(label),
      `liner ${label} is not asked for`,
    )
    await browser.click('[data-part=move-button]')
    await browser.see(`[data-part=part-measure][data-label=${label}]`)
    if (label === 'T7') await browser.click('[data-part=connect-simulated]')
    await browser.driver.sleep(700)
    if (label === 'T7') await browser.click('[data-part=gauge-zero]')
    for (let station = 0; station < 4; station++) {
      await untilIndicatorRests(browser)
      await (await browser.find('#reading')).click()
      await browser.type(Key.ENTER)
    }
    await browser.until(
      async () => (await house.snapshot(jobId)).liners.find((l) => l.label === label)!.readings.length === 4,
      `${label} is not stored`,
    )
  }
  const { liners } = await house.snapshot(jobId)
  for (const liner of liners)
    for (const r of liner.readings) expect(Math.abs(r.valueMm - liner.nominalMm)).toBeLessThan(0.03)
  await closeStage('repair-plan')
})

it('sets the schools side by side, and takes one', async () => {
  await browser.until(
    async () => (await browser.count('[data-part=schools] tbody tr')) === 6,
    'not every school is planned',
    30_000,
  )
  const row = (school: string, column: string) => browser.text(`[data-school=${school}] [data-column=${column}]`)
  expect(Number(await row('alike', 'boresCut'))).toBe(6)
  expect(Number(await row('leave', 'boresCut'))).toBeLessThan(6)
  expect(Number(await row('skim', 'metalMm'))).toBeLessThan(Number(await row('alike', 'metalMm')))
  await browser.click('[data-school=leave] button')
  await browser.click('[data-school=alike] [data-part=compare]')
  await browser.untilText('[data-part=plan-profile] figcaption', 'All alike in outline')
  // Changed by hand, bore by bore: what it costs stands there at once.
  await browser.run(
    `const s = document.querySelector('[data-part=plan-bores] tr[data-cylinder="3"] [data-part=cut-by-hand]'); s.value = '0.05'; s.dispatchEvent(new Event('change', { bubbles: true }))`,
  )
  await browser.untilText('[data-part=plan-bores] tr[data-cylinder="3"]', 'half cut')
  await browser.until(
    async () => (await browser.count('[data-school=by-hand]')) === 1,
    'the changed plan is not listed',
  )
  await browser.click('[data-school=leave] button')
  await browser.click('[data-part=take-plan]')
  await closeStage('cut')
  expect((await house.snapshot(jobId)).plans.at(-1)).toMatchObject({ school: 'leave', changed: false })
})

it('cuts, refits, measures and shims bore by bore until the work list is done', async () => {
  await connectGauge()
  const seen: string[] = []
  for (let step = 0; step < 160; step++) {
    const now = await move()
    seen.push(`${now.action} ${now.cylinder || ''} ${now.reason}`)
    if (now.action === 'close-stage') break
    if (now.action === 'blocked' || now.action === 'too-deep') throw new Error(`stuck: ${seen.slice(-5).join(' | ')}`)
    if (now.action === 'measure') {
      await browser.until(async () => (await selected()) === now.cylinder, 'another cylinder is in hand')
      await readRound()
      await browser.until(
        async () => JSON.stringify(await move()) !== JSON.stringify(now),
        `nothing followed ${seen.at(-1)}: ${await browser.text('[data-part=pad]')}`,
      )
      continue
    }
    await browser.click('[data-part=move-button]')
    await browser.until(
      async () => JSON.stringify(await move()) !== JSON.stringify(now),
      `nothing followed ${seen.at(-1)}`,
    )
  }
  expect(seen.at(-1)).toMatch(/^close-stage/)
  await browser.until(
    async () => (await browser.attribute('[data-part=saving]', 'data-waiting')) === '0',
    'something still waits',
    30_000,
  )
  const snapshot = await house.snapshot(jobId)
  expect(plugsIn(snapshot)).toEqual([])
  const passes = [3, 5].flatMap((c) => readCutBore(snapshot, c).passes)
  expect(passes.length).toBeGreaterThanOrEqual(3)
  // Every pass was measured, and came out within what the cutter's own scatter and bias explain.
  for (const p of passes) expect(Math.abs(p.differenceMm!)).toBeLessThan(0.03)
  await closeStage('trial-fit')
})

it('ends with an even deck that the trial fit accepts', async () => {
  const deck = readDeck(await house.snapshot(jobId), 'trial-fit')
  expect(deck.cylinders.map((c) => [c.cylinder, c.verdict])).toEqual([1, 2, 3, 4, 5, 6].map((c) => [c, 'in']))
  expect(deck.judgement.heads.map((h) => h.verdict)).toEqual(['in', 'in'])
  expect(await browser.complaints()).toEqual([])
})
