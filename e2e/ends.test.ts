import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { JobAct, ShopAct } from '#contract/commands'
import type { Sheet } from '#core/job/snapshot'
import type { WorkChoice } from '#core/job/stages'
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
let person: string

beforeAll(async () => {
  house = await House.open()
  browser = await Browser.open(house.url, { size: { width: 1024, height: 768 } })
  person = await house.person('Lise Brandt')
  await browser.go('/')
  await browser.chooseOption('#person', 'Lise Brandt')
  finger = await Finger.on(browser)
  hand = new FingerJob(browser, finger)
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
  expect(outcome).toMatchObject({ result: 'done' })
}
/** A job on an engine of its own, that nothing simulated answers for. */
async function ownJob(of: 'brennick' | 'lune', sections: Sheet['sections'], work: WorkChoice[], title: string) {
  const [engineId, jobId] = [randomUUID(), randomUUID()]
  const { shape, sheet } = engines[of]
  const own = { ...sheet, id: randomUUID(), sections: { ...sheet.sections, ...sections } }
  await send({ what: 'add-engine', engineId, shape: { ...shape, name: `${shape.name}, ${title}` }, sheet: own }, null)
  await send({ what: 'start-job', jobId, engineId, title, complaint: '', work }, null)
  return jobId
}
/** What a dial shows at eight stations round a bore or a face whose middle lies there. */
const swept = (xMm: number, yMm: number) =>
  Object.fromEntries(
    Array.from({ length: 8 }, (_, i) => {
      const rad = (i * Math.PI) / 4
      return [`sweep.${i}.valueMm`, (0.5 + xMm * Math.sin(rad) + yMm * Math.cos(rad)).toFixed(3)]
    }),
  )
const depths = (...mm: [string, string, string, string]) =>
  Object.fromEntries(mm.map((figure, i) => [`edgesMm.${i}`, figure]))

describe('the ends of the crank by a finger, each figure entered', () => {
  it('renews the rear seal: a look-alike refused, one pressed askew, a crumb under the flywheel', async () => {
    const { front } = engines.brennick.sheet.sections
    const rear = { ...front!, ends: front!.ends.filter((e) => e.end === 'rear') }
    const jobId = await ownJob('brennick', { front: rear }, ['rear'], 'Rear seal')
    await browser.go(`/jobs/${jobId}/flywheel-off`)
    for (const step of ['marked', 'studs', 'off']) {
      await hand.until(step)
      await hand.go()
    }
    await hand.until('look')
    await hand.pad({ face: 'sound', teeth: 'worn' })
    // Its ring gear is changed, and it is looked at again: both looks stand.
    await browser.untilText('[data-part=move-head]', 'only mended')
    await finger.tap('[data-part=mended]')
    await hand.pad({ face: 'sound', teeth: 'sound' })
    await hand.close()

    await hand.until('seal')
    // The hook comes nearest, and a scratch of it leaves the least.
    expect(await browser.text('[data-school-row=hook]')).toContain('0.000')
    await hand.pad({ way: 'screws', scratched: true, scratchFromMm: '12', scratchToMm: '12.5' })
    await hand.until('track')
    await hand.pad({ feel: 'felt', fromMm: '6.4', toMm: '6.8', trackMm: '0.06' })
    await hand.close()
    // No cover at this end: the stage has nothing to do, and says so by closing.
    await hand.close()

    await hand.until('read-seal')
    await hand.pad({ outerMm: '110', innerMm: '90' })
    await hand.until('other-seal')
    expect(await browser.text('[data-part=move-head]')).toContain('112')
    await hand.pad({ outerMm: '112', innerMm: '90' })
    await hand.until('start')
    await hand.go()
    await hand.until('round')
    expect(await hand.whileIs('round')).toBeGreaterThan(10)
    await hand.pad(depths('1.50', '1.85', '1.90', '1.55'))
    await browser.untilText('[data-part=move-why]', 'leans')
    await hand.pad(depths('1.65', '1.70', '1.70', '1.65'))
    await hand.close()

    for (const step of ['clean', 'on']) {
      await hand.until(step)
      await hand.go()
    }
    await hand.until('bolts')
    await hand.bolts()
    await hand.until('tight')
    await hand.go()
    await hand.until('sweep-face')
    await hand.pad(swept(0.1, 0))
    await hand.until('clean')
    expect((await shownMove(browser)).head).toContain("high at 3 o'clock")
    for (const step of ['clean', 'on']) {
      await hand.until(step)
      await hand.go()
    }
    await hand.until('bolts')
    await hand.bolts()
    await hand.until('tight')
    await hand.go()
    await hand.until('sweep-face')
    await hand.pad(swept(0.02, 0.01))
    await hand.until('sweep-bore')
    await hand.pad(swept(-0.05, 0.03))
    await hand.close()
    await browser.see('[data-stage=record]')
    await browser.untilSaved()
    const { front: done } = (await house.snapshot(jobId)).works
    expect(done!.flywheelMounted.filter((m) => m.step === 'on')).toHaveLength(2)
    expect(done!.seals.map((s) => s.outerMm)).toEqual([110, 112])
    expect(await browser.complaints()).toEqual([])
  })

  it('draws a face seal in by its nuts, its carbon soaked and its air held', async () => {
    const { faces } = engines.lune.sheet.sections
    const jobId = await ownJob('lune', { faces: { pads: faces!.pads.slice(0, 1) } }, ['face-seals'], 'One pad')
    await browser.go(`/jobs/${jobId}/face-seal`)
    await hand.until('drained')
    await hand.go()
    await hand.until('jack')
    expect(await hand.whileIs('jack')).toBeGreaterThan(3)
    for (const step of ['ring-out', 'pair', 'soak', 'bubbles', 'jelly', 'rolled']) {
      await hand.until(step)
      await hand.go()
    }
    // A quarter of an hour that nobody waits for here: the last bubble came a while ago.
    await hand.until('wait')
    await browser.untilSaved()
    await send({ what: 'face-step', stepId: randomUUID(), place: 'pad-1', step: 'bubbles' }, jobId, 16)
    for (const step of ['clicked', 'wiped']) {
      await browser.until(async () => {
        const { action } = await shownMove(browser)
        if (['bubbles', 'jelly', 'rolled'].includes(action)) await hand.go()
        return action === step
      }, step)
      await hand.go()
    }
    await hand.until('draw')
    expect(await hand.whileIs('draw')).toBeGreaterThan(3)
    await hand.until('bolts')
    await hand.bolts()
    await hand.until('air')
    await hand.pad({ startKPa: '0.30' })
    // Its five minutes, too: the air was put on a while ago.
    await hand.until('wait-air')
    await browser.untilSaved()
    await send({ what: 'air-on', airOnId: randomUUID(), place: 'pad-1', startKPa: 30 }, jobId, 6)
    await hand.until('air-end')
    await hand.pad({ endKPa: '0.25' })
    await hand.until('again')
    expect((await shownMove(browser)).told).toContain('0.05')
    await hand.go()
    await browser.untilSaved()
    expect(await browser.complaints()).toEqual([])
  })
})

describe('the page of an engine', () => {
  it('is whole for a unit without cylinders, and tells how liners settled where an engine came back', async () => {
    const shop = await house.shop()
    const idOf = (name: string) => shop.engines.find((e) => e.name.startsWith(name))!.id
    await browser.go(`/engines/${idOf('Sarn')}`)
    await browser.untilText('[data-part=section-list]', 'Barrels')
    expect(await browser.count('[data-part=liner-shape]')).toBe(0)

    const built = await house.snapshot(await house.jobId('Gravel yard loader'))
    const jobId = randomUUID()
    const usage = { value: built.job.usage!.value + 4000, unit: 'hours' } as const
    await send(
      {
        what: 'start-job',
        jobId,
        engineId: built.engine.id,
        title: 'Loader again',
        complaint: '',
        work: [],
        usage,
        fromJobId: built.job.id,
      },
      null,
    )
    const setId = randomUUID()
    await send(
      { what: 'open-set', setId, cylinder: 3, stage: 'as-found', gaugeId: built.gauges[0]!.id, zeroOn: 'deck' },
      jobId,
    )
    for (const angleDeg of built.stationsDeg)
      await send(
        { what: 'take-reading', readingId: randomUUID(), setId, angleDeg, valueMm: 0.1, source: 'typed' },
        jobId,
      )
    await browser.go(`/engines/${built.engine.id}`)
    await browser.untilText('[data-part=settling]', 'Loader again: 4000 h')
    // The demo's own comeback.
    await browser.untilText('[data-part=settling]', 'Gravel yard, back again: 1830 h')
    expect(await browser.complaints()).toEqual([])
  })
})

describe('intake', () => {
  it('offers a compressor its barrels and no liners, and begins with what its sheet tells of', async () => {
    await browser.go('/intake')
    await browser.chooseOption('select[data-part=job-engine]', 'Sarn C2-90')
    await browser.untilText('[data-part=intake-route]', 'Barrels measured → Sleeve fit')
    expect(await browser.count('[data-work-choice=strip]')).toBe(0)
    expect(await browser.count('[data-work-choice=barrels]')).toBe(1)
    await browser.chooseOption('select[data-part=job-engine]', 'Tarrock 6L-140')
    await browser.untilText(
      '[data-part=intake-route]',
      'As found → Deck and gasket → Rods and pistons out → Protect → Pull',
    )
    expect(await browser.count('[data-work-choice=barrels]')).toBe(0)
  })
})
