import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readFitting } from '#core/works/liners/read-fitting'
import { signatureState, signatureOf } from '#core/job/signature'
import { demoPhoto } from '../server/demo/demo-photo'
import { Browser, Key } from '../testing/browser'
import { Finger } from '../testing/finger'
import { FingerJob } from '../testing/finger-job'
import { House } from '../testing/house'
import { leaveStage, Technician } from '../testing/technician'

let house: House
let browser: Browser
let folder: string

beforeAll(async () => {
  house = await House.open()
  browser = await Browser.open(house.url)
  folder = mkdtempSync(join(tmpdir(), 'evenbore-photo-'))
})
afterAll(async () => {
  await browser.close()
  await house.close()
  rmSync(folder, { recursive: true, force: true })
})

const action = async () => (await browser.attribute('[data-part=next-move]', 'data-action')) ?? ''
const untilAction = (wanted: string | RegExp) =>
  browser
    .until(
      async () => (typeof wanted === 'string' ? (await action()) === wanted : wanted.test(await action())),
      `the next move is not ${wanted}`,
    )
    .catch(async (error: Error) => {
      throw new Error(
        `${error.message}; it says: ${await browser.text('[data-part=next-move]')} ${await browser.text('[data-part=side]')}`,
      )
    })
const TAP_APART_MS = 700
const at = (stage: string) => browser.see(`main > [data-stage=${stage}] [data-part=next-move]`)
/** A deck that stands well: four stations a cylinder, each a little different. */
const good = (cylinder: number, station: number) => (0.124 + cylinder * 0.001 + station * 0.001).toFixed(3)

describe('a whole job', () => {
  it('is carried from intake to the signed record by the keyboard', async () => {
    const press = async (css: string) => (await browser.find(css)).sendKeys(Key.ENTER)
    const choose = async (css: string) => (await browser.find(css)).sendKeys(Key.SPACE)
    const close = async () => {
      await untilAction('close-stage')
      await leaveStage(
        browser,
        () => browser.type('n'),
        () => press('[data-part=close-confirm]'),
      )
    }
    const measure = async () => {
      await (await browser.find('#reading')).click()
      for (let reading = 0; reading < 16; reading++) {
        await untilAction('measure')
        await browser.untilText('[data-part=pad] h2', `Cylinder ${Math.floor(reading / 4) + 1}`)
        const figure = good(Math.floor(reading / 4) + 1, reading % 4)
        await browser.type(figure, Key.ENTER)
      }
      // Every liner is read: the zero, once.
      await untilAction('close-zero')
      await browser.type('n')
    }
    await browser.go('/')
    await browser.until(async () => (await browser.count('#person option')) > 1, 'nobody can be chosen')
    await (await browser.find('#person')).sendKeys('Tom')
    await press('[data-part=new-job]')
    await browser.until(
      async () => (await browser.count('[data-part=job-engine] option')) > 2,
      'no engine can be chosen',
    )
    await press('[data-part=job-start]')
    await browser.untilText('[data-part=intake-problem]', 'Choose the engine first')
    await (await browser.find('[data-part=job-engine]')).sendKeys('Brennick')
    await (await browser.find('[data-part=job-title]')).sendKeys('Harbour crane')
    await (await browser.find('[data-part=job-words]')).sendKeys('Drinks coolant since spring.')
    await (await browser.find('[data-part=job-usage]')).sendKeys('6120')
    await press('[data-complaint=coolant-loss]')
    // The ledges are left: no counterbores, parts, plan or cutter on this route.
    await (await browser.find('[data-work-choice=ledges]')).sendKeys(' ')
    await browser.until(
      async () => !(await browser.text('[data-part=intake-route]')).includes('Counterbores'),
      'the route keeps its ledges',
    )
    await press('[data-part=job-start]')

    await at('as-found')
    await measure()
    expect(await browser.text('[data-part=complaint-note]')).toMatch(
      /Every liner stands inside[\s\S]*Not explained by the liners: loses coolant/,
    )
    await close()

    // The old gasket's fire ring, station by station: a figure, Enter, the next one.
    await at('deck-check')
    for (const cylinder of [1, 2, 3, 4])
      for (const station of [0, 1, 2, 3]) {
        await browser.untilText('[data-part=turn-question]', `Ring ${cylinder} at ${[12, 3, 6, 9][station]} o'clock`)
        await browser.type((1.3 - station / 1000).toFixed(3), Key.ENTER)
      }
    await untilAction('close-stage')
    await close()
    await at('pistons-out')
    for (const cylinder of [1, 2, 3, 4]) {
      await browser.untilText('[data-part=move-head]', `Cylinder ${cylinder}: rod and piston out`)
      await browser.type('n')
    }
    await untilAction('photograph')
    await browser.type('n')
    await close()

    await at('protect')
    await browser.type('i')
    await browser.untilText('[data-part=tally-totals]', 'still in 1')
    await close()

    await at('pull')
    for (const cylinder of [1, 2, 3, 4]) {
      await untilAction('pull')
      expect(await browser.text('[data-part=move-head]')).toMatch(
        new RegExp(`Pull liner ${cylinder}: stop the wrench at \\d+ N·m`),
      )
      // Most the wrench took, then what ran out; the next liner is in hand by itself.
      await browser.see('[data-part=turn-pad][data-entry=log-pull] #reading')
      await browser.type(String(40 + cylinder), Key.ENTER)
      await browser.see('[data-part=turn-pad] [data-option=coolant]')
      await browser.type('2')
      await browser.untilText(
        '[data-part=move-head]',
        cylinder < 4 ? `Pull liner ${cylinder + 1}` : 'All liners are out',
      )
    }
    await close()

    await at('look')
    await browser.type('f')
    await browser.see('[data-part=finding-form]')
    await choose('[data-finding=pitting]')
    await choose('[data-severity="3"]')
    await press('[data-part=save-finding]')
    await browser.see('[data-part=finding-shown]')
    writeFileSync(join(folder, 'pit.png'), demoPhoto(3))
    await (await browser.find('[data-part=finding-shown] [data-part=photo-file]')).sendKeys(join(folder, 'pit.png'))
    await browser.see('[data-part=finding-shown] [data-part=photo]')
    await press('[data-part=finding-close]')
    for (const cylinder of [1, 2, 3, 4]) {
      await untilAction('grade')
      expect(await browser.attribute('[data-part=grade]', 'data-suggested')).toBe(cylinder === 1 ? 'scrap' : 'good')
      await browser.type('n')
      await browser.untilText(
        '[data-part=move-head]',
        cylinder < 4 ? `Liner ${cylinder + 1}` : 'Every liner has its grade',
      )
    }
    await close()

    await at('decide')
    expect(await browser.text('[data-part=move-head]')).toContain('Renew 1: cylinder 1.')
    await browser.type('n')
    await (await browser.find('[data-part=decide-words]')).sendKeys('Only the bad one.')
    await press('[data-part=decide-confirm]')
    await close()

    await at('trial-fit')
    await measure()
    await close()
    await at('fit')
    const tom = new Technician(browser, house, 'mm')
    await tom.workThroughStage()
    await at('final-check')
    await measure()
    expect(await browser.text('[data-part=dry-note]')).toContain('stands as it did dry')
    await close()
    // What it came in with is measured again.
    await at('first-run')
    await untilAction('run')
    for (const asked of ['before', 'now']) {
      await browser.see(`[data-part=turn-pad][data-asks=${asked}]`)
      await press('[data-part=pass]')
    }
    await press('[data-option=true]')
    await close()
    await at('record')
    expect(await tom.countOutAndSign()).toBe(1)
    await browser.untilSaved()

    const jobId = await house.jobId('Harbour crane')
    const done = await house.snapshot(jobId)
    expect(signatureState(done, signatureOf(done)!)).toBe('stands')
    expect(done.photos).toMatchObject([
      { mime: 'image/jpeg', widthPx: 480, heightPx: 360, cylinder: 1, findingId: done.findings[0]!.id },
    ])
    expect(readFitting(done).map((f) => [f.clock, f.late, f.rings.every((r) => r.state === 'on')])).toEqual(
      Array(4).fill(['in', false, true]),
    )
    expect(done.decisions.at(-1)).toMatchObject({ renew: [1], words: 'Only the bad one.' })
    expect((await house.taken(`/api/jobs/${jobId}/record.pdf`)).toString('latin1', 0, 5)).toBe('%PDF-')
    // Its file goes in again nowhere here: the very job is here already.
    const zip = await house.taken(`/api/jobs/${jobId}/job.zip`)
    writeFileSync(join(folder, 'job.zip'), zip)
    await browser.go('/')
    await (await browser.find('[data-part=import-job]')).sendKeys(join(folder, 'job.zip'))
    await browser.untilText('[data-part=import-problem]', 'This very job is here already')
    writeFileSync(join(folder, 'cut.zip'), zip.subarray(0, zip.length / 2))
    await (await browser.find('[data-part=import-job]')).sendKeys(join(folder, 'cut.zip'))
    await browser.untilText('[data-part=import-problem]', 'ends too early')
    expect(await browser.complaints()).toEqual([])
  })

  it('is carried from intake to the signed record by a finger', async () => {
    const finger = await Finger.on(browser)
    const go = () => finger.tap('[data-part=move-button]')
    const hand = new FingerJob(browser, finger)
    const close = async () => {
      await untilAction('close-stage')
      await leaveStage(browser, go, () => finger.tap('[data-part=close-confirm]'))
    }
    const measure = async () => {
      for (let reading = 0; reading < 16; reading++) {
        await untilAction('measure')
        await finger.figure(good(Math.floor(reading / 4) + 1, reading % 4))
      }
      await untilAction('close-zero')
      await go()
    }
    await browser.go('/')
    await browser.chooseOption('#person', 'Lise Brandt')
    await finger.tap('[data-part=new-job]')
    await browser.chooseOption('[data-part=job-engine]', 'Brennick 4M-105')
    // The same engine's last job: its work is taken over.
    await finger.tap('[data-part=as-last]')
    await browser.untilText('[data-part=from-job]', 'Begun from job 10')
    const title = await browser.find('[data-part=job-title]')
    await title.clear()
    await title.sendKeys('Harbour crane, second time')
    await finger.tap('[data-part=job-start]')
    await at('as-found')
    await measure()
    await close()
    await at('deck-check')
    // A line of one's own over the deck: two touches, and the leaf that goes under.
    await browser.see('[data-part=face]')
    await finger.tapAt('[data-part=face]', 0.2, 0.5)
    await finger.tapAt('[data-part=face]', 0.8, 0.5)
    await hand.pad({ gapMm: '0.06', notMm: null })
    await browser.untilText('[data-part=line-entry]', '0.060 mm goes under')
    for (const cylinder of [1, 2, 3, 4]) {
      await untilAction('ring')
      const values = ['1.300', '1.301', '1.302', '1.299'].map((mm, i) => [`readings.${i}.valueMm`, mm])
      await browser.untilText('[data-part=turn-question]', `Ring ${cylinder} at`)
      await hand.pad(Object.fromEntries(values))
    }
    await untilAction('close-stage')
    await close()
    await at('pistons-out')
    // The one pulled first is ticked first; what is left is said.
    await finger.tap('[data-piston="3"]')
    await finger.tap('[data-piston="1"]')
    await finger.tap('[data-piston="2"]')
    await finger.tap('[data-piston="4"]')
    await finger.tap('[data-part=photographed]')
    await close()
    await at('protect')
    await finger.tap('[data-opening="1-oil-drilling"]')
    await finger.tap('[data-stopper=cap]')
    await finger.tap('[data-part=more]')
    await finger.tap('[data-part=put-in]')
    await browser.untilText('[data-part=tally-totals]', 'in 2 · out 0')
    await close()
    await at('pull')
    for (const cylinder of [1, 2, 3, 4]) {
      await untilAction('pull')
      await browser.driver.sleep(TAP_APART_MS)
      await finger.tap('[data-part=turn-pad][data-entry=log-pull] [data-part=pass]')
      await finger.tap('[data-part=turn-pad] [data-option=oil]')
      await browser.untilText(
        '[data-part=move-head]',
        cylinder < 4 ? `Pull liner ${cylinder + 1}` : 'All liners are out',
      )
    }
    await close()
    await at('look')
    await finger.tap('[data-part=wall]')
    await browser.dialog()
    await finger.tap('[data-finding=rust]')
    await finger.tap('[data-part=save-finding]')
    await finger.tap('[data-part=finding-close]')
    for (const cylinder of [1, 2, 3, 4]) {
      await untilAction('grade')
      // A second tap on the same key so soon would be the first one's.
      await browser.driver.sleep(TAP_APART_MS)
      await finger.tap(`[data-part=turn-pad] [data-option=${cylinder === 1 ? 'fair' : 'good'}]`)
      await browser.untilText(
        '[data-part=move-head]',
        cylinder < 4 ? `Liner ${cylinder + 1}` : 'Every liner has its grade',
      )
    }
    await close()
    await at('decide')
    await go()
    await browser.dialog()
    await finger.tap('[data-part=decide-confirm]')
    await close()
    await at('trial-fit')
    await measure()
    await close()
    await at('fit')
    for (const cylinder of [1, 2, 3, 4]) {
      for (const ring of [0, 1]) {
        await browser.until(
          async () => (await action()) === 'ring-on',
          `ring ${ring} of liner ${cylinder} is not asked for`,
        )
        await go()
        await browser.see(`[data-ring="${ring}"][data-state=on]`)
      }
      await untilAction('press')
      const pressed = async (deg: string, off: string | null) => {
        await browser.see('[data-part=turn-pad][data-entry=press-liner] #reading')
        await (await browser.find('#reading')).sendKeys(deg, Key.ENTER)
        if (off) await browser.untilText('[data-part=said-so-far]', off)
        await finger.tap('[data-part=turn-pad] [data-part=pass]')
      }
      // Ten degrees off: told before it is entered, and asked for again after.
      await pressed(cylinder === 2 ? '100' : '88', cylinder === 2 ? '10° off' : null)
      if (cylinder === 2) {
        await untilAction('turn')
        await pressed('92', null)
      }
      // The pin proves it: at the third it stops once, and the liner is turned again.
      await untilAction('pilot')
      if (cylinder === 3) {
        await browser.driver.sleep(TAP_APART_MS)
        await finger.tap('[data-part=turn-pad] [data-option=false]')
        await untilAction('turn')
        await pressed('90', null)
        await untilAction('pilot')
      }
      await browser.driver.sleep(TAP_APART_MS)
      await finger.tap('[data-part=turn-pad] [data-option=true]')
      await untilAction(cylinder < 4 ? 'next-cylinder' : 'close-stage')
      if (cylinder < 4) await go()
    }
    await close()
    await at('final-check')
    await measure()
    await close()
    await at('record')
    await untilAction('count-out')
    expect(await browser.text('[data-part=move-head]')).toBe('Count out at cylinder 1: 2 × cap, oil drilling.')
    await go()
    await untilAction('sign')
    await go()
    await browser.dialog()
    await finger.tap('[data-part=sign-confirm]')
    await browser.untilText('[data-part=move-head]', 'Signed by Lise Brandt')
    await browser.untilSaved()
    const done = await house.snapshot(await house.jobId('second time'))
    expect(signatureState(done, signatureOf(done)!)).toBe('stands')
    expect(done.job).toMatchObject({
      work: ['deck', 'pistons', 'strip', 'dry-fit', 'seals', 'check'],
      fromJobId: await house.jobId('Harbour crane'),
    })
    // One that was turned in its place stands as it was pressed, too: the last says where it faces.
    expect(done.presses.map((p) => [p.cylinder, p.atDeg, p.struck !== null])).toEqual([
      [1, 88, false],
      [2, 100, false],
      [2, 92, false],
      [3, 88, false],
      [3, 90, false],
      [4, 88, false],
    ])
    expect(await browser.complaints()).toEqual([])
  })
})
