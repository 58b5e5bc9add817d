import { afterAll, beforeAll, expect, it } from 'vitest'
import { Browser, Key } from '../testing/browser'
import { House } from '../testing/house'

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
