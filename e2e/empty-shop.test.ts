import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { Browser, Key } from '../testing/browser'
import { engines } from '../server/demo/world'
import { command, House } from '../testing/house'

let house: House
let browser: Browser

beforeAll(async () => {
  house = await House.open({ demo: false })
  browser = await Browser.open(house.url, { fresh: true })
})
afterAll(async () => {
  await browser.close()
  await house.close()
})

it('takes six entries from an empty shop to the first verdict', async () => {
  let entries = 0
  const enter = async (figure: string, then: string) => {
    entries += 1
    await browser.type(figure, then)
  }
  await browser.go('/')
  await browser.untilText('[data-part=first-steps]', 'Check a deck now')
  await browser.click('[data-part=way-quick]')
  const name = await browser.find('[data-part=quick-name]')
  // Nothing is asked for with red before it was tried, and what is needed says so.
  expect(await browser.count('[aria-invalid=true]')).toBe(0)
  expect(await browser.text('[data-part=quick]')).toContain('needed')
  await name.click()
  await enter('Ada', Key.TAB)
  await enter('4', Key.TAB)
  await enter('0.06', Key.TAB)
  await enter('0.13', Key.ENTER)
  await browser.see('main > [data-stage=as-found] [data-part=pad]')
  await (await browser.find('#reading')).click()
  await enter('0.05', Key.ENTER)
  expect(entries).toBeLessThanOrEqual(6)
  await browser.see('[data-part=deck-rail] [data-verdict=out]')
  await browser.untilSaved()
  const jobId = await house.jobId('Quick check')
  const { readings, sheet, engine } = await house.snapshot(jobId)
  expect(readings.map((r) => r.valueMm)).toEqual([0.05])
  expect(engine.heads).toEqual([[1, 2, 3, 4]])
  expect(sheet.limits).toMatchObject({ minMm: 0.06, maxMm: 0.13, withinLinerMaxMm: 0.07 })
  expect(sheet.limits.aimMm).toBeCloseTo(0.095, 12)
  // On the list it shows where it lies.
  await browser.go('/')
  await browser.untilText('[data-part=row] [data-part=place-marks]', '1: 0.050')
  expect(await browser.complaints()).toEqual([])
})

it('says what is wrong with limits that are crossed, and keeps what was typed', async () => {
  await browser.go('/quick')
  await (await browser.find('[data-part=quick-min] input')).click()
  await browser.type('0.2', Key.TAB, '0.1', Key.ENTER)
  await browser.untilText('[data-part=quick]', 'lowest stands above')
  expect(await browser.run("return document.querySelector('[data-part=quick-min] input').value")).toBe('0.2')
})

it('takes in a unit without cylinders as what it is: nothing of a deck or of liners is asked', async () => {
  await browser.go('/people')
  await (await browser.find('[data-part=person-name]')).sendKeys('Ada Marr')
  await browser.click('[data-part=add-person]')
  await browser.untilText('main table', 'Ada Marr')
  await browser.go('/engines')
  await browser.chooseOption('#person', 'Ada Marr')
  await browser.click('[data-part=new-engine]')
  await browser.dialog()
  await (await browser.find('[data-part=engine-name]')).sendKeys('Winch gearbox')
  await browser.run(
    `const layout = document.querySelector('[role=dialog] select'); layout.value = 'unit'; layout.dispatchEvent(new Event('change'))`,
  )
  await browser.until(
    async () => (await browser.count('[role=dialog] [data-field=minMm], [role=dialog] [data-part=firing]')) === 0,
    'limits of liners are still asked',
  )
  await browser.click('[data-part=save-engine]')
  await browser.see('[data-part=edit-sheet]')
  const made = (await house.shop()).engines.find((e) => e.name === 'Winch gearbox')!
  expect([made.layout, made.heads]).toEqual(['unit', []])
  await browser.go('/engines')
  await browser.untilText('main table', /Winch gearbox\s+no cylinders\s+—\s+—\s+—/)
  expect(await browser.complaints()).toEqual([])
})

it('names the gauge of a figure where it is read, and judges and tells by it from then on', async () => {
  const person = (await house.shop()).people.find((p) => p.name === 'Ada Marr')!.id
  const [engineId, jobId] = [randomUUID(), randomUUID()]
  const { shape, sheet } = engines.orrin
  const inShop = (act: object) => ({
    ...command({ what: 'archive-job', archived: false }, '', person),
    jobId: null,
    act,
  })
  await house.send([
    inShop({
      what: 'add-engine',
      engineId,
      shape: { ...shape, name: 'Own eight' },
      sheet: { ...sheet, id: randomUUID() },
    }),
    inShop({ what: 'start-job', jobId, engineId, title: 'Own tips', complaint: '', work: ['tips'] }),
  ] as never)
  await browser.go(`/jobs/${jobId}/tips`)
  await browser.untilText('[data-part=gauge-unknown]', 'No depth gauge is named')
  await browser.click('[data-part=name-gauge]')
  await browser.dialog()
  await browser.untilText('[role=dialog]', 'reads to')
  await (await browser.find('[data-part=gauge-name]')).sendKeys('Own depth gauge')
  await (await browser.find('[data-part=gauge-resolution] input')).sendKeys('0.01')
  await (await browser.find('[data-part=gauge-repeatability] input')).sendKeys('0.005')
  await browser.click('[data-part=save-gauge]')
  await browser.noDialog()
  await browser.untilText('[data-part=pad-gauge]', 'Own depth gauge')
  await (await browser.find('#reading')).click()
  await browser.type('2.1', Key.ENTER)
  await browser.untilSaved()
  const { works, gauges } = await house.snapshot(jobId)
  const [tip] = works.sleeves!.tips
  const gauge = gauges.find((g) => g.name === 'Own depth gauge')!
  expect(tip).toMatchObject({ valueMm: 2.1, gaugeId: gauge.id, takenWith: [{ by: 'depth', gaugeId: gauge.id }] })
  expect(tip!.uncertaintyMm).toBeCloseTo(2 * Math.hypot(0.005, 0.01 / Math.sqrt(12)), 6)
  await browser.go(`/jobs/${jobId}/record`)
  await browser.untilText('main', 'Own depth gauge: each reading known to ±0.012 mm')
  expect(await browser.complaints()).toEqual([])
})
