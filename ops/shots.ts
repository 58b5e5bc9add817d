import { randomUUID } from 'node:crypto'
import { mkdirSync, writeFileSync } from 'node:fs'
import { trueProtrusionMm } from '#core/sim/simulated-engine'
import { Browser, Key } from '../testing/browser'
import { goByKey, shownMove, tightenByKey } from '../testing/go-by-key'
import { command, type House } from '../testing/house'
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
      return command(
        {
          what: 'take-reading',
          readingId: randomUUID(),
          setId,
          angleDeg,
          valueMm: Math.round(height * 1000) / 1000,
          source: 'gauge',
        },
        jobId,
        personId,
      )
    })
    await house.send([
      command(
        { what: 'open-set', setId, cylinder: bore.cylinder, stage: 'trial-fit', gaugeId, zeroOn: 'deck' },
        jobId,
        personId,
      ),
      ...takes,
      command({ what: 'close-set', setId, zeroMm: 0.001 }, jobId, personId),
    ])
  }
}

/** Carries the third bore through its first pass to the measurement after it. */
async function cutOnce(house: House, browser: Browser, jobId: string): Promise<void> {
  await browser.until(async () => (await house.snapshot(jobId)).plans.length > 0, 'the plan is not stored')
  await browser.go(`/jobs/${jobId}/cut`)
  await browser.see('#reading')
  await browser.chord(Key.ALT, '3')
  for (const action of ['plug-in', 'cut', 'refit']) {
    await browser.see(`[data-part=next-move][data-action=${action}]`)
    await browser.click('[data-part=move-button]')
  }
  await browser.see('[data-part=next-move][data-action=measure]')
  for (const figure of ['-0.052', '-0.053', '-0.051', '-0.052']) await browser.type(figure, Key.ENTER)
  await browser.see('[data-part=next-move][data-action=liner-out]')
  await browser.click('[data-part=move-button]')
  await browser.see('[data-part=next-move][data-action=cut]')
  await browser.until(
    async () => (await browser.attribute('[data-part=saving]', 'data-waiting')) === '0',
    'something still waits',
  )
}

/** Takes the pass back, so that the trial fit is shown as it was found. */
async function strikeAll(house: House, jobId: string): Promise<void> {
  const personId = await house.person('Tom Adeyar')
  const { cuts } = await house.snapshot(jobId)
  await house.send(
    cuts.map((c) => command({ what: 'strike-cut', cutId: c.id, reason: 'entered-by-mistake' }, jobId, personId)),
  )
}

type Shot = (name: string) => Promise<void>

/** The ferry stripped, and a job being taken in. */
async function stripping(house: House, browser: Browser, shot: Shot): Promise<void> {
  await browser.go('/intake')
  await browser.chooseOption('[data-part=job-engine]', 'Tarrock 6L-140')
  await browser.see('[data-part=as-last]')
  await (await browser.find('[data-part=job-title]')).sendKeys('Ferry "Long Reach", bow engine')
  await (await browser.find('[data-part=job-words]')).sendKeys('Loses a litre a day since the yard visit.')
  await browser.click('[data-complaint=coolant-loss]')
  await shot('intake')
  const ferry = await house.jobId('Long Reach')
  const open = async (jobId: string, stage: string, part: string, cylinder: string) => {
    await browser.go(`/jobs/${jobId}/${stage}`)
    await browser.see(part)
    await browser.chord(Key.ALT, cylinder)
    await browser.untilText('[data-part=side] h2', `Cylinder ${cylinder}`)
  }
  await open(ferry, 'deck-check', '[data-part=face]', '6')
  await browser.click('[data-line=front-left] [data-part=line-label]')
  await shot('deck-and-gasket')
  await open(ferry, 'look', '[data-part=liner-unrolled]', '3')
  await shot('look')
}

/** The spare engine's first liner with its rings on and its band wet. */
async function sealing(house: House, browser: Browser, shot: Shot): Promise<void> {
  const [spare, personId] = [await house.jobId('spare'), await house.person('Tom Adeyar')]
  const ring = (groove: number, step: 'on' | 'wetted', lubricant: 'oil' | 'rubber-lube') =>
    command({ what: 'fit-seal', sealFitId: randomUUID(), cylinder: 1, groove, step, lubricant }, spare, personId)
  await house.send([
    command({ what: 'change-job', work: ['seals', 'check'] }, spare, personId),
    ring(1, 'on', 'rubber-lube'),
    ring(2, 'on', 'oil'),
    ring(0, 'wetted', 'oil'),
  ])
  await browser.go(`/jobs/${spare}/fit`)
  await browser.see('[data-part=swell-clock]')
  await shot('fit')
}

/** Pump set A, from its ladder to its sleeves: what the simulated engine answers is entered by the next move. */
async function pumpSetA(house: House, browser: Browser, shot: Shot): Promise<void> {
  const jobId = await house.jobId('Pump set A')
  const action = async () => {
    const bar = await browser.find('main > [data-stage] [data-part=next-move]')
    return (await bar.getAttribute('data-action')) ?? ''
  }
  /** Does what is said until that is said. */
  const until = async (wanted: string) => {
    for (let step = 0; step < 60; step++) {
      const now = await action()
      if (now === wanted) return
      const head = await browser.text('[data-part=move-head]')
      await browser.type('n')
      await browser.until(async () => (await browser.text('[data-part=move-head]')) !== head, `nothing follows ${head}`)
    }
  }
  await browser.go(`/jobs/${jobId}`)
  await browser.see('[data-part=leak-ladder]')
  for (let i = 0; i < 4; i++) {
    const before = await browser.count('[data-result]')
    await browser.type('n')
    await browser.until(async () => (await browser.count('[data-result]')) > before, 'nothing was entered')
  }
  await shot('leak-ladder')
  await until('bar')
  await until('draw')
  await shot('sleeves')
  const personId = await house.person('Tom Adeyar')
  const ferry = await house.jobId('Long Reach')
  const took = (bolt: string, round: number, torqueNm: number) =>
    command(
      {
        what: 'tighten-bolt',
        tighteningId: randomUUID(),
        joint: 'hold-down',
        cylinder: 3,
        bolt,
        round,
        torqueNm,
        angleDeg: 38,
        shown: torqueNm,
        unit: 'Nm',
        source: 'wrench',
        condition: 'oiled',
      },
      ferry,
      personId,
    )
  await house.send([...['1', '2', '3', '4'].map((b) => took(b, 0, 31)), took('1', 1, 61.8), took('2', 1, 74)])
  await browser.go(`/jobs/${ferry}/trial-fit`)
  await browser.see('#reading')
  await browser.chord(Key.ALT, '3')
  await browser.click('[data-part=open-bolts]')
  await browser.see('[data-part=bolt-plan]')
  await browser.dialog()
  await shot('fasteners')
}

/** The crusher: its block upside down seen from the rear, the cover off its centre, the seal beside its track, the damper hot. */
async function crusher(house: House, browser: Browser, shot: Shot): Promise<void> {
  await browser.go(`/jobs/${await house.jobId('Crusher drive')}`)
  await browser.see('[data-part=end-rail]')
  const at = (action: string, place: string) => async () => {
    const now = await shownMove(browser)
    return now.action === action && now.at === place
  }
  await goByKey(browser, at('aim', 'housing-2'))
  await shot('block-as-it-lies')
  const bolts = () => tightenByKey(browser)
  await goByKey(browser, at('move', 'front'), { bolts, bolt: bolts })
  await shot('cover')
  await goByKey(browser, async () => (await shownMove(browser)).action === 'slide', { bolts, bolt: bolts })
  await shot('damper')
}

/** A face seal's parts in hand, a sleeve that would let go hot, a bore with its stone still to come. */
async function units(house: House, browser: Browser, shot: Shot): Promise<void> {
  const until = (action: string) =>
    goByKey(browser, (now) => now.action === action, { bolts: () => tightenByKey(browser) })
  await browser.go(`/jobs/${await house.jobId('Tide gate gearbox')}`)
  await browser.see('[data-part=face-parts]')
  await until('jelly')
  await shot('face-seal')
  await browser.go(`/jobs/${await house.jobId('Yard compressor')}`)
  await browser.see('[data-part=bore-wall]')
  await until('pin')
  await shot('sleeve-fit')
  await until('cut')
  await shot('bore-and-hone')
}

async function takeAll(house: House, browser: Browser): Promise<void> {
  const shot = async (name: string) => {
    await browser.driver.sleep(450)
    writeFileSync(`${FOLDER}/${name}.png`, await browser.picture())
    say(`  ${FOLDER}/${name}.png`)
  }
  const stage = async (jobId: string, name: string, cylinder: string) => {
    await browser.go(`/jobs/${jobId}/${name}`)
    await browser.see('#reading')
    await browser.chord(Key.ALT, cylinder)
    await browser.untilText('[data-part=pad] h2', `Cylinder ${cylinder}`)
  }
  const ferry = await house.jobId('Long Reach')
  await browser.go('/')
  await browser.chooseOption('#person', 'Tom Adeyar')
  await shot('jobs')
  await browser.go(`/jobs/${ferry}/parts`)
  await browser.see('[data-part=choose-part][data-label=T7]')
  await browser.click('[data-part=choose-part][data-label=T7]')
  await browser.go(`/jobs/${ferry}/repair-plan`)
  await browser.until(
    async () => (await browser.count('[data-part=schools] tbody tr')) === 6,
    'the schools are not planned',
    20_000,
  )
  await browser.click('[data-school=match] button')
  await browser.click('[data-school=alike] [data-part=compare]')
  await shot('repair-plan')
  await browser.click('[data-school=leave] button')
  await browser.click('[data-part=take-plan]')
  await cutOnce(house, browser, ferry)
  await shot('cut')
  await strikeAll(house, ferry)
  await measureFerry(house, ferry)
  await stage(ferry, 'trial-fit', '3')
  await shot('trial-fit-liner-out')
  await browser.go(`/jobs/${await house.jobId('loader')}/record`)
  await browser.see('[data-table=bores]')
  await shot('record')
  await stripping(house, browser, shot)
  await sealing(house, browser, shot)
  await browser.go('/plan')
  await browser.see('[data-part=gantt] [data-part=task]')
  await shot('plan')
  await pumpSetA(house, browser, shot)
  await crusher(house, browser, shot)
  await units(house, browser, shot)
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
