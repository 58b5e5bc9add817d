import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { barrelAt } from '#core/works/barrels/read-barrels'
import { readFit } from '#core/works/barrels/read-fit'
import { readBore } from '#core/works/barrels/read-bore'
import { engines } from '../server/demo/world'
import { Browser } from '../testing/browser'
import { Finger } from '../testing/finger'
import { FingerJob } from '../testing/finger-job'
import { shownMove } from '../testing/go-by-key'
import { House } from '../testing/house'

let house: House
let browser: Browser
let hand: FingerJob
let jobId: string

beforeAll(async () => {
  house = await House.open()
  browser = await Browser.open(house.url, { size: { width: 1024, height: 768 } })
  const person = await house.person('Lise Brandt')
  await browser.go('/')
  await browser.chooseOption('#person', 'Lise Brandt')
  hand = new FingerJob(browser, await Finger.on(browser))
  const engineId = randomUUID()
  jobId = randomUUID()
  const { shape, sheet } = engines.sarn
  const { barrels, ...others } = sheet.sections
  const one = { ...barrels, names: ['Only barrel'] }
  const of = {
    commandId: randomUUID(),
    deviceId: randomUUID(),
    personId: person,
    jobId: null,
    at: new Date().toISOString(),
  }
  const sent = await house.send([
    {
      ...of,
      act: {
        what: 'add-engine',
        engineId,
        shape: { ...shape, name: 'Sarn, one barrel' },
        sheet: { ...sheet, id: randomUUID(), sections: { ...others, barrels: one } },
      },
    },
    {
      ...of,
      commandId: randomUUID(),
      act: { what: 'start-job', jobId, engineId, title: 'One barrel', complaint: '', work: ['barrels'] },
    },
  ])
  expect(sent.map((s) => s.result)).toEqual(['done', 'done'])
})
afterAll(async () => {
  await browser.close()
  await house.close()
})

const spotNow = async () => {
  await browser.untilSaved()
  const job = await house.snapshot(jobId)
  return { job, spot: barrelAt(job, 'barrel-1')! }
}
const two = (mm: number, partC = '20') => ({ 'boreMm.0': mm.toFixed(3), 'boreMm.1': mm.toFixed(3), partC })
/** A set of the bore gauge: three depths, two directions. */
const set = (rows: [number, number][], partC = '20') => ({
  ...Object.fromEntries(
    rows.flatMap(([across, along], i) => [
      [`depthsMm.${i}`, String(15 + 50 * i)],
      [`thrustMm.${i}`, across.toFixed(3)],
      [`alongMm.${i}`, along.toFixed(3)],
    ]),
  ),
  partC,
  masterMm: '90',
})
const edges = (...mm: string[]) => Object.fromEntries(mm.map((figure, i) => [`edgesMm.${i}`, figure]))

describe('a barrel by a finger, each figure entered', () => {
  it('is sleeved, bored and honed: a gauge without its master refused in words, a sleeve that stuck, a flange that stands proud', async () => {
    await browser.go(`/jobs/${jobId}/barrel-measure`)
    await hand.until('measure')
    await hand.go()
    const worn = set([
      [91.31, 91.12],
      [91.23, 91.05],
      [91.09, 91.02],
    ])
    const { masterMm, ...without } = worn
    await hand.enter(without)
    // The master is asked for, and what was entered stays.
    const finger = await Finger.on(browser)
    await finger.tap('[data-part=answer]')
    await browser.see('[data-part=ask]')
    await hand.enter({ masterMm })
    await finger.tap('[data-wall=scored]')
    await hand.save()
    await hand.until('decide')
    expect(await browser.text('[data-school-row=sleeve]')).toContain('12000 h')
    await hand.go()
    await hand.close()

    await hand.until('sleeve')
    await hand.answer({ 'outerMm.0': '96.08', 'outerMm.1': '96.08', innerMm: '89.6', flangeMm: '4' })
    await hand.until('bore')
    await hand.answer(two(91.31))
    for (let cut = 0; cut < 12; cut++) {
      const { job, spot } = await spotNow()
      const { boreNowMm, cutMm } = readFit(job, spot)
      if (cutMm === null) break
      await hand.until('bore')
      const before = (await shownMove(browser)).told
      await hand.answer(two(boreNowMm! + cutMm))
      await browser.until(async () => (await shownMove(browser)).told !== before, 'the cut was not taken down')
    }
    await hand.until('ring')
    await hand.answer(edges('3.90', '3.91', '3.90', '3.91'))
    await browser.untilText('[data-part=move-why]', 'would stand')
    await hand.answer(edges('3.97', '3.98', '3.97', '3.98'))
    await hand.until('pin')
    await browser.untilText('[data-part=move-why]', 'it lets go at')
    await hand.go()
    await hand.until('ports')
    await hand.go()
    await hand.close()

    await hand.until('heat')
    await hand.answer({ ovenC: '170' })
    await hand.until('drop')
    await browser.see('[data-part=barrel-now]')
    await hand.answer({})
    await hand.until('heat')
    await browser.untilText('[data-part=move-why]', 'stuck')
    await hand.answer({ ovenC: '175' })
    await hand.until('drop')
    await hand.answer({}, ['label:has([data-field=home])'])
    await hand.until('look')
    await hand.answer(edges('0.07', '0.06', '0.07', '0.06'), ['label:has([data-field=portsClear])'])
    await hand.until('lap')
    await hand.go()
    await hand.until('look')
    await hand.answer(edges('0.02', '0.02', '0.03', '0.02'), ['label:has([data-field=portsClear])'])
    await hand.until('pin')
    await hand.go()
    await hand.until('bolts')
    await hand.bolts()
    await hand.close()

    await hand.until('plan')
    await browser.untilText('[data-school-row=maker]', '0.015')
    await hand.go()
    await hand.until('read')
    await hand.answer(two(89.552))
    for (let step = 0; step < 12; step++) {
      const { job, spot } = await spotNow()
      const { boreNowMm, bore, honeLeftMm } = readBore(job, spot)
      const move = await shownMove(browser)
      if (move.action === 'finish') break
      const byMm = bore!.boringCuts > 0 ? bore!.cutEachMm : Math.min(honeLeftMm!, spot.of.finish.stoneMm)
      await hand.answer(two(boreNowMm! + byMm))
      await browser.until(async () => (await shownMove(browser)).told !== move.told, 'the step was not taken down')
    }
    await hand.until('finish')
    await hand.answer({
      ...set([
        [90.02, 90.019],
        [90.021, 90.02],
        [90.02, 90.02],
      ]),
      crosshatchDeg: '44',
    })
    await hand.close()
    for (const step of ['edges', 'washed', 'oiled']) {
      await hand.until(step)
      await hand.go()
    }
    await hand.close()
    await browser.see('[data-stage=record]')
    const { job } = await spotNow()
    expect(job.works.barrels!.drops.map((d) => d.home)).toEqual([false, true])
    expect(job.works.barrels!.measured.map((m) => m.masterMm)).toEqual([90])
    expect(await browser.complaints()).toEqual([])
  })
})
