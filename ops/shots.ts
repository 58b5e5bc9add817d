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
