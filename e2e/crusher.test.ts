import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { JobAct, ShopAct } from '#contract/commands'
import { signatureOf, signatureState } from '#core/job/signature'
import { camshaft } from '../server/demo/camshaft-world'
import { engines } from '../server/demo/world'
import { Browser, Key } from '../testing/browser'
import { FingerJob } from '../testing/finger-job'
import { carryByKey, shownMove, tightenByKey } from '../testing/go-by-key'
import { Finger } from '../testing/finger'
import { House } from '../testing/house'
import { faultsOnStage } from '../testing/layout'

let house: House
let browser: Browser
let person: string

beforeAll(async () => {
  house = await House.open()
  browser = await Browser.open(house.url)
  person = await house.person('Tom Adeyar')
  await browser.go('/')
  await browser.chooseOption('#person', 'Tom Adeyar')
})
afterAll(async () => {
  await browser.close()
  await house.close()
})

const send = async (act: JobAct | ShopAct, jobId: string | null, minutesAgo = 0) => {
  const at = new Date(Date.now() - minutesAgo * 60_000).toISOString()
  const [outcome] = await house.send([
    { commandId: randomUUID(), deviceId: randomUUID(), personId: person, jobId, at, act },
  ])
  return outcome!
}

/** Whether every stage that was carried through still fits its screen, at four sizes. */
async function fits(jobId: string, stages: readonly string[]): Promise<void> {
  for (const stage of stages) expect(await faultsOnStage(browser, jobId, stage), stage).toEqual([])
}

/** Signs the record that is ready by the keys alone, and has its papers printed. */
async function signed(jobId: string): Promise<void> {
  await browser.type('n')
  await (await browser.find('[data-part=sign-confirm]:not(:disabled)')).sendKeys(Key.ENTER)
  await browser.see('[data-part=next-move][data-action=done]')
  await browser.untilSaved()
  const done = await house.snapshot(jobId)
  expect(signatureState(done, signatureOf(done)!)).toBe('stands')
  for (const paper of ['record.pdf', 'owner.pdf'])
    expect((await house.taken(`/api/jobs/${jobId}/${paper}`)).toString('latin1', 0, 5)).toBe('%PDF-')
}

describe('the crusher drive', () => {
  it('is carried from low oil pressure to the signed record by the next move alone, nothing typed', async () => {
    const jobId = await house.jobId('Crusher drive')
    await browser.go(`/jobs/${jobId}`)
    await browser.see('[data-part=end-rail]')
    const bolts = () => tightenByKey(browser)
    const { stages, asked } = await carryByKey(browser, { bolts, bolt: bolts })
    expect(stages).toEqual([
      'damper-off',
      'flywheel-off',
      'seal-out',
      'cam-out',
      'bushings-out',
      'galleries',
      'bushing-map',
      'bushings-in',
      'cam-spin',
      'cover',
      'seal-in',
      'flywheel-on',
      'damper-on',
      'tdc',
      'first-run',
    ])
    for (const step of [
      'galleries sign-work',
      'bushing-map swap',
      'bushings-in prove',
      'cam-spin ease',
      'cover move',
      'seal-in other-seal',
      'flywheel-on sweep-bore',
      'damper-on slide',
      'tdc set',
      'first-run run',
    ])
      expect(asked, step).toContain(step)
    await signed(jobId)
    expect(await browser.count('[data-table=bushings-in] tbody tr')).toBe(5)
    await browser.untilText('[data-table=flywheel]', 'inside')

    const done = await house.snapshot(jobId)
    expect(done.works.leaks!.runs.at(-1)).toMatchObject({ complaint: 'oil-pressure', gone: true })
    const zip = await house.taken(`/api/jobs/${jobId}/job.zip`)
    expect(zip.length).toBeGreaterThan(2000)
    await fits(jobId, stages)
    expect(await browser.complaints()).toEqual([])
  })
})

describe('the tide gate gearbox', () => {
  it('is carried to its record by the next move alone, a unit without a cylinder', async () => {
    const jobId = await house.jobId('Tide gate gearbox')
    await browser.go(`/jobs/${jobId}`)
    await browser.see('[data-part=face-parts]')
    // A quarter of an hour that nobody waits for here: the last bubble came a while ago.
    const bubbles = async () => {
      // What was just done is on its way still: this one comes after it.
      await browser.untilSaved()
      const { at: place } = await shownMove(browser)
      const step = { what: 'face-step', stepId: randomUUID(), place, step: 'bubbles' } as const
      expect(await send(step, jobId, 16)).toMatchObject({ result: 'done' })
    }
    // Nor for the minutes that its air stands.
    const { pads } = (await house.snapshot(jobId)).sheet.sections.faces!
    const air = async () => {
      await browser.untilSaved()
      const { at: place } = await shownMove(browser)
      const startKPa = pads[Number(place.replace('pad-', '')) - 1]!.airKPa
      const on = { what: 'air-on', airOnId: randomUUID(), place, startKPa } as const
      expect(await send(on, jobId, 16)).toMatchObject({ result: 'done' })
    }
    const { asked } = await carryByKey(browser, { bubbles, air, bolts: () => tightenByKey(browser) })
    for (const step of ['jack', 'clicked', 'draw', 'bolts', 'air']) expect(asked).toContain(`face-seal ${step}`)
    await signed(jobId)
    const done = await house.snapshot(jobId)
    expect(done.works.faces!.airs).toHaveLength(2)
    expect(await browser.count('[data-table=faces] tbody tr')).toBe(2)
    await fits(jobId, ['face-seal'])
    expect(await browser.complaints()).toEqual([])
  })
})

describe('the yard compressor', () => {
  it('is carried to its record by the next move alone: one barrel sleeved, one to its oversize', async () => {
    const jobId = await house.jobId('Yard compressor')
    await browser.go(`/jobs/${jobId}`)
    await browser.see('[data-part=bore-wall]')
    const { stages, asked } = await carryByKey(browser, { bolts: () => tightenByKey(browser) })
    expect(stages).toEqual(['barrel-measure', 'barrel-fit', 'barrel-sleeve', 'barrel-bore', 'barrel-ready'])
    for (const step of ['barrel-fit pin', 'barrel-sleeve lap', 'barrel-sleeve pin', 'barrel-bore hone'])
      expect(asked, step).toContain(step)
    await signed(jobId)
    const done = await house.snapshot(jobId)
    expect(done.works.barrels!.drops.map((d) => d.home)).toEqual([false, true])
    expect(done.works.barrels!.finished).toHaveLength(2)
    expect(await browser.count('[data-section=barrel-measure] li')).toBe(2)
    await fits(jobId, stages)
    expect(await browser.complaints()).toEqual([])
  })
})

describe('two bushings by a finger, each figure entered', () => {
  it('with the block rolled on the glass, a wrong code refused in words, and one driven too far and brought back', async () => {
    const finger = await Finger.on(browser)
    const engineId = randomUUID()
    const { shape, sheet } = engines.brennick
    const two = {
      ...camshaft,
      housings: camshaft.housings.slice(0, 2),
      codes: camshaft.codes.slice(0, 2),
      passages: camshaft.passages.filter((p) => ['G', 'H1', 'H2'].includes(p.id)).map((p) => ({ ...p, plug: null })),
      cleanWipes: 1,
      deadEndWipes: 1,
    }
    const added = await send(
      {
        what: 'add-engine',
        engineId,
        shape: { ...shape, name: 'Brennick, short shaft' },
        sheet: { ...sheet, id: randomUUID(), sections: { bushings: two } },
      },
      null,
    )
    expect(added).toMatchObject({ result: 'done' })
    const jobId = randomUUID()
    await send({ what: 'start-job', jobId, engineId, title: 'Short shaft', complaint: '', work: ['bushings'] }, null)
    const hand = new FingerJob(browser, finger)
    const { go } = hand
    await browser.go(`/jobs/${jobId}/cam-out`)
    await hand.until('read-cam')
    await hand.pad({ endFloatMm: '0.2', backlashMm: '0.22', photographed: true, followersUp: true })
    await hand.until('take-out')
    await go()
    for (const [place, mm] of [
      ['housing-1', '49.895'],
      ['housing-2', '49.495'],
    ] as const) {
      await hand.at('journal', place)
      await hand.pad({ 'mm.0': mm, 'mm.1': mm })
    }
    // By the finger a half turn round the middle: upside down, and from the rear.
    await finger.drag('[data-part=block-lie]', [0.5, 0.2], [0.92, 0.53])
    await browser.see('[data-part=lie-note]')
    const rolled = () => browser.attribute('[data-part=block-lie]', 'aria-valuenow')
    await browser.until(async () => Number(await rolled()) > 60, 'it did not follow the finger')
    // A glass that was just drawn on may take the first tap for the end of it.
    await browser.until(async () => {
      await finger.tap('[data-part=lie-upside]')
      return (await rolled()) === '180'
    }, 'it is not upside down')
    await finger.tap('[data-part=lie-end]')
    await finger.tap('[data-part=lie-note]')
    await browser.until(async () => (await browser.count('[data-part=lie-note]')) === 0, 'the lie was not noted')
    expect(await browser.attribute('[data-part=seen-hole]', 'data-hour')).toBe('1')
    await hand.close()

    await hand.until('plug-off')
    await go()
    for (const [place, looks] of [
      ['housing-2', 'copper'],
      ['housing-1', 'grey'],
    ] as const) {
      await hand.at('bushing', place)
      const shows: Record<string, string> = looks === 'copper' ? { copperShare: '30', copperOClock: '6' } : {}
      await hand.pad({ looks, ...shows, holeInLine: true })
    }
    await hand.close()

    await hand.until('sign-work')
    await go()
    for (const passage of ['G', 'H1', 'H2']) {
      await browser.until(
        async () => (await browser.text('[data-part=move-head]')).startsWith(`Passage ${passage},`),
        `${passage} is not next`,
      )
      await hand.until('wipe')
      await hand.pad({ found: 'clean' })
    }
    await hand.close()

    const housing = async (place: string, bore: string, drillings: string[]) => {
      await hand.at('housing', place)
      await hand.pad({
        'boreMm.0': bore,
        'boreMm.1': bore,
        ...Object.fromEntries(drillings.map((d, i) => [`drillingsMm.${i}`, d])),
      })
    }
    await housing('housing-1', '54.001', ['11.0'])
    await hand.at('bushing', 'housing-1')
    // A look-alike: taken down as it is, and refused in words.
    await (await browser.find('input[data-field=code], [data-field=code] input')).sendKeys('BK-2617')
    await browser.untilText('[data-part=code-compare]', 'differs from BK-2671 at place 6')
    await finger.tap('[data-part=turn-enter]')
    await hand.pad({ outerMm: '54.06' })
    await housing('housing-2', '53.600', ['11.0', '11.0'])
    await hand.at('bushing', 'housing-2')
    await hand.pad({ code: 'BK-2716', outerMm: '53.66' })
    await hand.at('other-bushing', 'housing-1')
    expect(await browser.text('[data-part=move-head]')).toContain('on no line of the list')
    await hand.pad({ code: 'BK-2671', outerMm: '54.06' })
    await hand.close()

    await hand.at('aim', 'housing-2')
    expect(await browser.text('[data-part=move-head]')).toContain("1, 7 o'clock as it lies")
    await hand.pad({ aimFor: 'holes', from: 'rear', back: 'film' })
    await hand.until('first-look')
    await hand.pad({ edgeMm: '-19' })
    await hand.until('strike')
    await hand.pad({ edgeMm: '-18.4' })
    await hand.until('strike')
    await hand.pad({ edgeMm: '1.4' })
    await hand.until('bring-back')
    await hand.pad({ edgeMm: '-0.5' })
    await hand.until('strike')
    await hand.pad({ edgeMm: '0.1' })
    await hand.until('prove')
    await hand.pad({ pinMm: '4.3' })
    await browser.untilText('[data-part=move-head]', "7 o'clock")
    await hand.pad({ pinMm: null, light: 'round' })
    await hand.until('sliver')
    await go()
    await hand.at('aim', 'housing-1')
    // No housing ahead of the front one: the tool is turned round.
    expect(await browser.text('[data-part=move-head]')).toContain('tool turned round, driven from the front')
    await go()
    await hand.until('first-look')
    for (const [action, edgeMm] of [
      ['first-look', '-19'],
      ['strike', '-18.2'],
      ['strike', '2'],
    ] as const) {
      await hand.until(action)
      await hand.pad({ edgeMm })
    }
    await hand.until('prove')
    await hand.pad({ pinMm: '4.5' })
    await hand.until('sliver')
    await go()
    await hand.close()

    await hand.until('shaft-in')
    await hand.pad({ asPhotographed: true })
    await hand.until('turn')
    await hand.pad({ armMm: null, feel: 'free' })
    await hand.until('read-again')
    await hand.pad({ endFloatMm: '0.15', backlashMm: '0.2' })
    await hand.until('seal-plug')
    await go()
    await hand.close()
    await browser.see('[data-stage=record]')
    await browser.untilSaved()
    const { works } = await house.snapshot(jobId)
    expect(works.bushings!.aimed.map((a) => [a.place, a.from, a.back, a.rolledDeg, a.seenFrom])).toEqual([
      ['housing-2', 'rear', 'film', 180, 'rear'],
      ['housing-1', 'front', 'dry', 180, 'rear'],
    ])
    expect(works.bushings!.looks.filter((l) => l.back)).toHaveLength(1)
    expect(await browser.complaints()).toEqual([])
  })
})
