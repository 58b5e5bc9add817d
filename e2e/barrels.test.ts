import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { barrelAt } from '#core/works/barrels/read-barrels'
import { readFit } from '#core/works/barrels/fit/read'
import { readBore } from '#core/works/barrels/bore/read'
import en from '../contract/words/en/app.json'
import { engines } from '../server/demo/world'
import { Browser } from '../testing/browser'
import { Finger } from '../testing/finger'
import { FingerJob } from '../testing/finger-job'
import { shownMove } from '../testing/go-by-key'
import { House } from '../testing/house'

let house: House
let browser: Browser
let hand: FingerJob
let finger: Finger
let jobId: string

beforeAll(async () => {
  house = await House.open()
  browser = await Browser.open(house.url, { size: { width: 1024, height: 768 } })
  const person = await house.person('Lise Brandt')
  await browser.go('/')
  await browser.chooseOption('#person', 'Lise Brandt')
  finger = await Finger.on(browser)
  hand = new FingerJob(browser, finger)
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
const two = (mm: number, partC = '20') => ({ partC, 'boreMm.0': mm.toFixed(3), 'boreMm.1': mm.toFixed(3) })
/** A set of the bore gauge: three depths, two directions. */
const set = (rows: [number, number][], partC = '20') => ({
  partC,
  ...Object.fromEntries(
    rows.flatMap(([across, along], i) => [
      [`levels.${i}.thrustMm`, across.toFixed(3)],
      [`levels.${i}.alongMm`, along.toFixed(3)],
    ]),
  ),
})
const edges = (...mm: string[]) => Object.fromEntries(mm.map((figure, i) => [`edgesMm.${i}`, figure]))

describe('a barrel by a finger, each figure read at its drawing', () => {
  it('is measured with a slip that is asked about, one taken back, a reload halfway, and corrected after', async () => {
    await browser.go(`/jobs/${jobId}/barrel-measure`)
    await hand.until('measure')
    // Before the first figure the drawing shows every spot there is.
    expect(await browser.count('[data-part=bore-wall] [data-spot][data-state=open]')).toBe(6)
    await hand.pad({ partC: '20', 'levels.0.thrustMm': '91.310' })
    await browser.see('[data-spot="along@0"][data-state=asked]')
    await finger.figure('911.2')
    await browser.see('[data-part=turn-problem][data-kind=about]')
    expect(await hand.asks()).toBe('levels.0.alongMm')
    for (let i = 0; i < 5; i++) await finger.tap(`[data-part=keypad] button[aria-label="${en.pad.delete}"]`)
    await hand.pad({ 'levels.0.alongMm': '91.12', 'levels.1.thrustMm': '91.4' })
    await finger.tap('[data-part=undo]')
    // The page is lost: what was read is there, and it goes on at the same question.
    await browser.go(`/jobs/${jobId}/barrel-measure`)
    await browser.see('[data-cell="levels.0.alongMm"][data-answered=true]')
    expect(await hand.asks()).toBe('levels.1.thrustMm')
    expect(await browser.text('[data-part=said-so-far]')).toContain('out of round 0.190')
    await hand.pad({ 'levels.1.thrustMm': '91.23', 'levels.1.alongMm': '91.05' })
    // A spot of the drawing asks its figure again.
    await finger.tap('[data-spot="along@2"] circle:last-child')
    await hand.pad({ 'levels.2.alongMm': '91.02', 'levels.2.thrustMm': '91.09', wall: 'old-marks' })
    await hand.until('decide')
    await finger.tap('[data-part=correct]')
    await browser.see('[data-part=give-up]')
    await finger.tap('[data-cell=wall]')
    await finger.tap('[data-option=scored]')
    await finger.tap('[data-option=misread]')
    await browser.untilText('[data-part=side]', 'scored')
    const { job } = await spotNow()
    expect(job.works.barrels!.measured.map((m) => [m.wall, m.struck?.reason ?? null, m.masterMm])).toEqual([
      ['old-marks', 'misread', 90],
      ['scored', null, 90],
    ])
    const [first, second] = job.works.barrels!.measured
    expect(second!.replaces).toEqual({ id: first!.id, reason: 'misread' })
    expect(Date.parse(first!.fromAt!)).toBeLessThan(Date.parse(first!.at))
    expect(await browser.text('[data-school-row=sleeve]')).toContain('12000 h')
    await finger.tap('[data-option=sleeve]')
    await hand.close()
  })

  it('is sleeved, bored and honed: a sleeve that stuck, a flange that stands proud', async () => {
    await hand.until('sleeve')
    await hand.pad({ 'outerMm.0': '96.08', 'outerMm.1': '96.08', innerMm: '89.6', flangeMm: '4' })
    await hand.until('bore')
    await hand.pad(two(91.31))
    for (let cut = 0; cut < 12; cut++) {
      const { job, spot } = await spotNow()
      const { boreNowMm, cutMm } = readFit(job, spot)
      if (cutMm === null) break
      await hand.until('bore')
      const before = (await shownMove(browser)).told
      await hand.pad(two(boreNowMm! + cutMm))
      await browser.until(async () => (await shownMove(browser)).told !== before, 'the cut was not taken down')
    }
    await hand.until('ring')
    await hand.pad(edges('3.90', '3.91', '3.90', '3.91'))
    await browser.untilText('[data-part=move-why]', 'would stand')
    await hand.pad(edges('3.97', '3.98', '3.97', '3.98'))
    await hand.until('pin')
    await browser.untilText('[data-part=move-why]', 'it lets go at')
    await hand.go()
    await hand.until('ports')
    await hand.go()
    await hand.close()

    await hand.until('heat')
    // Too hot for the barrel: refused in words, and the figure stays to be mended.
    await finger.figure('250')
    await browser.untilText('[data-part=turn-problem]', 'hotter than')
    await finger.tap('[data-cell=ovenC]')
    await hand.pad({ ovenC: '170' })
    await hand.until('drop')
    await browser.see('[data-part=barrel-now]')
    await hand.pad({ home: false })
    await hand.until('heat')
    await browser.untilText('[data-part=move-why]', 'stuck')
    await hand.pad({ ovenC: '175' })
    await hand.until('drop')
    await hand.pad({ home: true })
    await hand.until('look')
    await hand.pad({ ...edges('0.07', '0.06', '0.07', '0.06'), portsClear: true })
    await hand.until('lap')
    await hand.go()
    await hand.until('look')
    await hand.pad({ ...edges('0.02', '0.02', '0.03', '0.02'), portsClear: true })
    await hand.until('pin')
    await hand.go()
    await hand.until('bolts')
    await hand.bolts()
    await hand.close()

    await hand.until('plan')
    await browser.untilText('[data-school-row=maker]', '0.015')
    await hand.go()
    await hand.until('read')
    await hand.pad(two(89.552))
    for (let step = 0; step < 12; step++) {
      const { job, spot } = await spotNow()
      const { boreNowMm, bore, honeLeftMm } = readBore(job, spot)
      const move = await shownMove(browser)
      if (move.action === 'finish') break
      const byMm = bore!.boringCuts > 0 ? bore!.cutEachMm : Math.min(honeLeftMm!, spot.of.finish.stoneMm)
      await hand.pad(two(boreNowMm! + byMm))
      await browser.until(async () => (await shownMove(browser)).told !== move.told, 'the step was not taken down')
    }
    await hand.until('finish')
    await hand.pad({
      ...set([
        [90.02, 90.019],
        [90.021, 90.02],
        [90.02, 90.02],
      ]),
      marksLeft: false,
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
    expect(await browser.complaints()).toEqual([])
  })
})
