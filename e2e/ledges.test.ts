import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readLedge } from '#core/works/liners/ledges'
import { Browser, Key } from '../testing/browser'
import { House } from '../testing/house'

let house: House
let browser: Browser
let jobId: string

beforeAll(async () => {
  house = await House.open()
  browser = await Browser.open(house.url)
  const shop = await house.shop()
  jobId = randomUUID()
  const start = {
    what: 'start-job' as const,
    jobId,
    engineId: shop.engines.find((e) => e.name.startsWith('Brennick'))!.id,
    title: 'Crane',
    complaint: '',
  }
  await house.send([
    {
      commandId: randomUUID(),
      deviceId: randomUUID(),
      personId: shop.people[0]!.id,
      jobId: null,
      at: new Date().toISOString(),
      act: start,
    },
  ])
  await browser.go('/')
  await browser.chooseOption('#person', 'Lise Brandt')
})
afterAll(async () => {
  await browser.close()
  await house.close()
})

const saved = () =>
  browser.until(
    async () => (await browser.attribute('[data-part=saving]', 'data-waiting')) === '0',
    'something still waits',
    30_000,
  )
const typeAll = async (figures: string[]) => {
  for (const figure of figures) await browser.type(figure, Key.ENTER)
}

describe('ledges by the keyboard', () => {
  it('of a mid-stop engine are read as their difference to the setting master', async () => {
    await browser.go(`/jobs/${jobId}/counterbores`)
    await browser.see('#reading')
    await browser.click('[data-part=toggle-gauge]')
    await browser.see('input[name=zero-on][value=master]')
    await browser.run(`document.querySelector('input[name=zero-on][value=master]').click()`)
    await browser.click('[data-part=hide-gauge]')
    await (await browser.find('#reading')).click()
    await typeAll(['0.012', '0.014', '0,010', '.011', 'z0.001'])
    await saved()
    const snapshot = await house.snapshot(jobId)
    const set = snapshot.sets.find((s) => s.stage === 'counterbores')!
    expect(set).toMatchObject({ zeroOn: 'master', masterMm: 96, closed: { zeroMm: 0.001, zeroMoved: false } })
    expect(readLedge(snapshot, 1).stations.map((s) => s.valueMm)).toEqual([96.012, 96.014, 96.01, 96.011])
    // The first ledge is read to its end: the next one is in hand.
    await browser.untilText('[data-part=pad] h2', 'Cylinder 2')
    await browser.chord(Key.ALT, '1')
    await browser.untilText('[data-part=ledge-reason]', 'Sound')
  })

  it('are read in thou too, and an odd depth is asked about, not refused', async () => {
    const ferry = await house.jobId('spare')
    await browser.run(`localStorage.setItem('evenbore.ledge-zero-on', 'deck')`)
    await browser.go(`/jobs/${ferry}/counterbores`)
    await browser.see('#reading')
    await browser.click('[data-part=unit-switch] button:last-child')
    await (await browser.find('#reading')).click()
    await typeAll(['413.4', '413.5', '4134'])
    expect(await browser.attribute('[data-part=entry-question]', 'data-kind')).toBe('doubt')
    await browser.type(Key.ESCAPE, Key.ESCAPE)
    await typeAll(['413.5', '413.4'])
    await browser.click('[data-part=unit-switch] button:first-child')
    await saved()
    const values = readLedge(await house.snapshot(ferry), 1).stations.map((s) => s.valueMm!)
    expect(values.map((v) => v / 0.0254)).toEqual([413.4, 413.5, 413.5, 413.4].map((t) => expect.closeTo(t, 6)))
  })

  it('take a burr that is touched on their ring, and let it go when it is off', async () => {
    const ferry = await house.jobId('spare')
    await browser.until(async () => (await browser.count('[data-part=ledge-touch]')) === 1, 'there is no ring')
    await browser.chord(Key.ALT, '1')
    await browser.untilText('[data-part=pad] h2', 'Cylinder 1')
    // A touch right of the middle: the rear, six o'clock.
    await browser.run(`const c = document.querySelector('[data-part=ledge-touch]'); const m = c.getScreenCTM(); const p = new DOMPoint(170 + Number(c.getAttribute('r')), 131).matrixTransform(m)
      c.dispatchEvent(new MouseEvent('click', { bubbles: true, clientX: p.x, clientY: p.y }))`)
    await browser.click('[data-wear=burr]')
    await browser.click('[data-part=wear-save]')
    await browser.untilText('[data-part=ledge-reason]', "A burr stands at 6 o'clock")
    await browser.untilText('[data-part=move-head]', "clean 6 o'clock")
    await saved()
    expect((await house.snapshot(ferry)).wearMarks).toMatchObject([{ kind: 'burr', atDeg: 180, struck: null }])
    await browser.click('[data-part=move-button]')
    await browser.untilText('[data-part=ledge-reason]', 'Sound')
    await saved()
    expect((await house.snapshot(ferry)).wearMarks).toMatchObject([{ struck: { reason: 'cleaned-off' } }])
    expect(await browser.complaints()).toEqual([])
  })
})
