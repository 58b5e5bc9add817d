import { randomUUID } from 'node:crypto'
import { mkdirSync, writeFileSync } from 'node:fs'
import { trueProtrusionMm } from '#core/sim/simulated-engine'
import { Browser, Key } from '../e2e/support/browser'
import { command, type House } from '../e2e/support/house'
import { ferryBores } from '../server/demo/world'
import { withScratchHouse } from './scratch'
import { say } from './say'

const FOLDER = 'docs/screenshots'

/** Lays the trial fit of the whole ferry engine, as the simulated engine stands. */
async function measureFerry(house: House, jobId: string): Promise<void> {
  const personId = await house.person('Tom Adeyar')
  const gaugeId = (await house.shop()).gauges.find((g) => g.kind === 'digital-sled')!.id
  for (const bore of ferryBores) {
    const setId = randomUUID()
    const takes = [0, 90, 180, 270].map((angleDeg) => {
      const height = trueProtrusionMm(bore, { asFound: false, packsMm: [], shimMm: 0 }, angleDeg)
      return command({ what: 'take-reading', readingId: randomUUID(), setId, angleDeg, valueMm: Math.round(height * 1000) / 1000, source: 'gauge' }, jobId, personId)
    })
    await house.send([
      command({ what: 'open-set', setId, cylinder: bore.cylinder, stage: 'trial-fit', gaugeId, zeroOn: 'deck' }, jobId, personId),
      ...takes,
      command({ what: 'close-set', setId, zeroMm: 0.001 }, jobId, personId),
    ])
  }
}

/** Carries the third bore through its first pass to the measurement after it. */
async function cutOnce(house: House, browser: Browser, jobId: string): Promise<void> {
  await browser.until(async () => (await house.snapshot(jobId)).plans.length > 0, 'the plan is not stored')
  await browser.go(`/jobs/${jobId}/cut`)
  await browser.find('#reading')
  await browser.chord(Key.ALT, '3')
  for (const action of ['plug-in', 'cut', 'refit']) {
    await browser.find(`[data-part=next-move][data-action=${action}]`)
    await browser.click('[data-part=move-button]')
  }
  await browser.find('[data-part=next-move][data-action=measure]')
  for (const figure of ['-0.052', '-0.053', '-0.051', '-0.052']) await browser.type(figure, Key.ENTER)
  await browser.find('[data-part=next-move][data-action=liner-out]')
  await browser.click('[data-part=move-button]')
  await browser.find('[data-part=next-move][data-action=cut]')
  await browser.until(async () => (await (await browser.find('[data-part=saving]')).getAttribute('data-waiting')) === '0', 'something still waits')
}

/** Takes the pass back, so that the trial fit is shown as it was found. */
async function strikeAll(house: House, jobId: string): Promise<void> {
  const personId = await house.person('Tom Adeyar')
  const { cuts } = await house.snapshot(jobId)
  await house.send(cuts.map((c) => command({ what: 'strike-cut', cutId: c.id, reason: 'entered-by-mistake' }, jobId, personId)))
}

async function takeAll(house: House, browser: Browser): Promise<void> {
  const shot = async (name: string) => {
    await browser.driver.sleep(450)
    writeFileSync(`${FOLDER}/${name}.png`, await browser.picture())
    say(`  ${FOLDER}/${name}.png`)
  }
  const stage = async (jobId: string, name: string, cylinder: string) => {
    await browser.go(`/jobs/${jobId}/${name}`)
    await browser.find('#reading')
    await browser.chord(Key.ALT, cylinder)
    await browser.untilText('[data-part=pad] h2', `Cylinder ${cylinder}`)
  }
  const ferry = await house.jobId('Long Reach')
  await browser.go('/')
  await browser.chooseOption('#person', 'Tom Adeyar')
  await shot('jobs')
  await stage(ferry, 'counterbores', '3')
  await shot('counterbores')
  await browser.go(`/jobs/${ferry}/parts`)
  await browser.find('[data-part=choose-part][data-label=T7]')
  await browser.click('[data-part=choose-part][data-label=T7]')
  await shot('parts')
  await browser.go(`/jobs/${ferry}/repair-plan`)
  await browser.until(async () => (await browser.all('[data-part=schools] tbody tr')).length === 6, 'the schools are not planned', 20_000)
  await browser.click('[data-school=match] button')
  await browser.click('[data-school=alike] [data-part=compare]')
  await shot('repair-plan')
  await browser.click('[data-school=leave] button')
  await browser.click('[data-part=take-plan]')
  await cutOnce(house, browser, ferry)
  await shot('cut')
  const study = (await house.shop()).studies[0]!
  await browser.go(`/gauges/${study.gaugeId}/study`)
  await browser.find('[data-part=study-report]')
  await shot('gauge-study')
  await strikeAll(house, ferry)
  await measureFerry(house, ferry)
  await stage(ferry, 'trial-fit', '3')
  await shot('trial-fit-liner-out')
  await stage(await house.jobId('Pump'), 'trial-fit', '7')
  await shot('trial-fit-on-the-line')
  const spare = await house.jobId('spare')
  await stage(spare, 'as-found', '1')
  await browser.click('[data-part=toggle-gauge]')
  await browser.click('[data-part=connect-simulated]')
  await browser.untilText('[data-part=live-value]', /0\.00\d/)
  await browser.click('[data-part=slide-liner]')
  await shot('gauge-live')
  await browser.go(`/jobs/${await house.jobId('loader')}/record`)
  await browser.find('[data-part=record-table]')
  await shot('record')
  await browser.go('/gauges')
  await browser.find('[data-part=gauge-card]')
  await shot('gauges')
  const engine = (await house.shop()).engines.find((e) => e.name.startsWith('Orrin'))!
  await browser.go(`/engines/${engine.id}`)
  await browser.find('[data-part=limits]')
  await shot('engine')
}

/** `shots`: the pictures of the main views, from the demo data. */
export async function shots(): Promise<void> {
  mkdirSync(FOLDER, { recursive: true })
  await withScratchHouse(async (house) => {
    const browser = await Browser.open(house.url)
    try {
      await takeAll(house, browser)
    } finally {
      await browser.close()
    }
  })
}
