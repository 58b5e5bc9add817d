import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { JobAct, ShopAct } from '#contract/commands'
import { signatureOf, signatureState } from '#core/job/signature'
import { Browser, Key } from '../testing/browser'
import { carryByKey, shownMove, tightenByKey } from '../testing/go-by-key'
import en from '../contract/words/en/app.json'
import { FingerJob } from '../testing/finger-job'
import { Finger } from '../testing/finger'
import { House } from '../testing/house'
import { leaveStage } from '../testing/technician'

let house: House
let browser: Browser
let person: string

beforeAll(async () => {
  house = await House.open()
  browser = await Browser.open(house.url)
  person = await house.person('Lise Brandt')
  await browser.go('/')
  await browser.chooseOption('#person', 'Lise Brandt')
})
afterAll(async () => {
  await browser.close()
  await house.close()
})

const now = () => shownMove(browser)
const send = async (act: JobAct | ShopAct, jobId: string | null, minutesAgo = 0) => {
  const at = new Date(Date.now() - minutesAgo * 60_000).toISOString()
  const [outcome] = await house.send([
    { commandId: randomUUID(), deviceId: randomUUID(), personId: person, jobId, at, act },
  ])
  expect(outcome).toMatchObject({ result: 'done' })
}

describe('pump set A', () => {
  it('is carried from its complaint to the signed record by the next move alone, nothing typed', async () => {
    const jobId = await house.jobId('Pump set A')
    await browser.go(`/jobs/${jobId}`)
    await browser.see('[data-part=leak-ladder]')
    const { stages, asked } = await carryByKey(browser, {
      // Ten minutes that nobody waits for here: the pressure was put on a while ago.
      begin: () =>
        send({ what: 'hold-start', holdId: randomUUID(), startKPa: 100, startC: 24, uncertaintyKPa: 1 }, jobId, 11),
      clamp: () => tightenByKey(browser),
    })
    // The first fault found hid the second: the first run sent it back to the ladder.
    expect(stages).toEqual([
      'find-leak',
      'sleeves-out',
      'sleeve-bores',
      'sleeves-in',
      'coolant-test',
      'tips',
      'gas-test',
      'first-run',
      'find-leak',
      'tips',
      'gas-test',
      'first-run',
    ])
    for (const step of [
      'sleeves-out bar',
      'sleeves-out prove',
      'sleeves-in draw',
      'tips washers-out',
      'first-run to-ladder',
    ])
      expect(asked, step).toContain(step)
    await browser.type('n')
    await (await browser.find('[data-part=sign-confirm]:not(:disabled)')).sendKeys(Key.ENTER)
    await browser.see('[data-part=next-move][data-action=done]')
    await browser.untilSaved()

    const done = await house.snapshot(jobId)
    expect(done.works.leaks!.settled.map((s) => `${s.cause}@${s.cylinder}`)).toEqual(['sleeve-seal@2', 'washer@5'])
    expect(signatureState(done, signatureOf(done)!)).toBe('stands')
    for (const paper of ['record.pdf', 'owner.pdf'])
      expect((await house.taken(`/api/jobs/${jobId}/${paper}`)).toString('latin1', 0, 5)).toBe('%PDF-')
    expect(await house.json('/api/leak-counts')).toEqual({ 'sleeve-seal': 1, washer: 1 })
    // What was carried goes out as a file and comes in again, whole.
    const zip = await house.taken(`/api/jobs/${jobId}/job.zip`)
    expect(zip.length).toBeGreaterThan(2000)
    expect(await browser.complaints()).toEqual([])
  })
})

describe('sleeves pressed with compound', () => {
  it('are carried by a finger, each figure entered, with the cure as a clock on every page', async () => {
    const finger = await Finger.on(browser)
    const engineId = (await house.shop()).engines.find((e) => e.name.startsWith('Tarrock'))!.id
    const jobId = randomUUID()
    await send(
      {
        what: 'start-job',
        jobId,
        engineId,
        title: 'Tug, sleeve 1',
        complaint: '',
        work: ['find-leak', 'sleeves', 'tips'],
      },
      null,
    )
    // One sleeve was found: the others stay.
    await send({ what: 'settle-cause', settledId: randomUUID(), cause: 'sleeve-seal', cylinder: 1, chance: 0.9 }, jobId)
    await send({ what: 'close-stage', stage: 'find-leak', note: '' }, jobId)
    const go = () => finger.tap('[data-part=move-button]')
    const until = (action: string) =>
      browser.until(async () => (await now()).action === action, `the next move is not ${action}`)
    const close = async () => {
      await until('close-stage')
      await leaveStage(browser, go, () => finger.tap('[data-part=close-confirm]'))
    }
    await browser.go(`/jobs/${jobId}/sleeves-out`)
    await until('injector')
    const pad = new FingerJob(browser, finger)
    // Nothing is passed over that must be known: the washers are counted.
    await pad.pad({ trimCode: 'K4417' })
    expect(await browser.count('[data-part=pass]')).toBe(0)
    await pad.pad({ washers: '2' })
    await until('bar')
    expect(await browser.text('[data-part=move-head]')).toMatch(/bar the engine forward by \d+°, \d+ teeth/)
    await go()
    // A rod that does not go in deep enough proves nothing.
    await until('prove')
    await finger.figure('10')
    await browser.untilText('[data-part=move-why]', 'must go')
    await pad.pad({ depthMm: null })
    // Chips are still in: the stage stops at them.
    await until('sleeve')
    await pad.pad({ school: 'expanding', peakNm: null, chipsOut: false })
    await until('chips')
    await go()
    await close()

    await until('measure-bore')
    const bore = { 'topMm.0': '29.004', 'topMm.1': '29.008', 'bottomMm.0': '28.996', 'bottomMm.1': '29.001' }
    // Out of all reason for a bore of a head: refused before it is taken.
    await finger.figure('290.04')
    await browser.see('[data-part=turn-problem][data-kind=bounds]')
    for (let i = 0; i < 6; i++) await finger.tap(`[data-part=keypad] button[aria-label="${en.pad.delete}"]`)
    await pad.pad({ ...bore, damage: 'none', clean: false })
    await until('clean-bore')
    await pad.pad({ ...bore, damage: 'light', clean: true })
    await close()

    await until('film')
    await go()
    await until('seat')
    await go()
    await until('measure-in')
    await pad.pad({ topBelowMm: '0.12' })
    await close()
    // It cures: nothing is filled, and the clock runs on every page, on the list too.
    await until('wait-cure')
    expect(await browser.text('[data-part=move-head]')).toContain('cures')
    await browser.until(
      async () => (await browser.count('[data-part=clock-chip]')) > 0,
      'no clock runs in the head of the page',
    )
    await browser.go('/')
    await browser.untilText('[data-part=row-clock]', 'retaining compound')
    const [refused] = await house.send([
      {
        commandId: randomUUID(),
        deviceId: randomUUID(),
        personId: person,
        jobId,
        at: new Date().toISOString(),
        act: { what: 'hold-start', holdId: randomUUID(), startKPa: 100, startC: 20, uncertaintyKPa: 1 },
      },
    ])
    expect(refused).toMatchObject({ result: 'refused', code: 'out-of-order', details: ['cures'] })
    expect(await browser.complaints()).toEqual([])
  })
})
