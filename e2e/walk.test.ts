import { afterEach, describe, expect, it } from 'vitest'
import { Browser, Key } from '../testing/browser'
import { House } from '../testing/house'
import { leaveStage, Technician } from '../testing/technician'

let house: House
let browser: Browser

async function open(options: { own?: boolean } = {}): Promise<void> {
  house = await House.open(options)
  browser = await Browser.open(house.url)
}
afterEach(async () => {
  await browser.close()
  await house.close()
})

describe('the ferry job, from its trial fit', () => {
  it('by keyboard alone to the signed record', async () => {
    await open()
    const tom = new Technician(browser, house, 'mm')
    const jobId = await tom.openJob('Long Reach', 'trial-fit')
    expect(await browser.run('return location.pathname')).toMatch(/\/trial-fit$/)
    await tom.sayWho('Tom')
    await tom.workThroughStage()
    await tom.untilSaved()
    const trial = await tom.deck(jobId)
    expect(trial.overall).toBe('in')
    // What had to be done was done, and no more: 3 cut and shimmed, 5 cut, 2 shimmed, the rest left alone.
    const done = trial.cylinders.map((c) => [c.cuts.length > 0, c.shimIn !== null])
    expect(done).toEqual([
      [false, false],
      [false, true],
      [true, true],
      [false, false],
      [true, false],
      [false, false],
    ])
    expect(Math.abs(trial.cylinders[2]!.prediction!.differenceMm!)).toBeLessThan(0.012)
    expect(tom.moves.some((m) => m.startsWith('measure 3 after-cut'))).toBe(true)

    // The seals: three rings a liner, the swelling one wetted last, then pressed in.
    await browser.until(
      async () => (await browser.run<string>('return location.pathname')).endsWith('fit'),
      'the route did not go on',
    )
    await browser.see('main > [data-stage=fit] [data-part=next-move]')
    await tom.workThroughStage()
    await browser.until(
      async () => (await browser.run<string>('return location.pathname')).endsWith('final-check'),
      'the route did not go on',
    )
    await browser.see('[data-stage=final-check] [data-part=pad]')
    const final = new FinalCheck(browser, house, jobId)
    await final.measureLikeDry()
    await tom.untilSaved()

    expect(await tom.countOutAndSign()).toBe(4)
    await browser.untilText('[data-part=move-head]', 'Signed by Tom Adeyar')
    await tom.untilSaved()
    expect((await house.taken(`/api/jobs/${jobId}/record.pdf`)).toString('latin1', 0, 5)).toBe('%PDF-')
    const csv = (await house.taken(`/api/jobs/${jobId}/readings.csv`)).toString()
    expect(csv.trim().split('\n').length - 1).toBe((await house.snapshot(jobId)).readings.length)
    expect(await browser.complaints()).toEqual([])
  })

  it('by the gauge, nothing typed', async () => {
    await open()
    const lise = new Technician(browser, house, 'gauge')
    const jobId = await lise.openJob('Long Reach', 'trial-fit')
    await lise.sayWho('Lise')
    await browser.click('[data-part=toggle-gauge]')
    await browser.click('[data-part=connect-simulated]')
    await browser.untilText('[data-part=live-value]', /[+−]?0\.00\d/)
    await browser.click('[data-part=gauge-zero]')
    await lise.workThroughStage()
    await lise.untilSaved()
    const { readings, sets } = await house.snapshot(jobId)
    const trialSets = sets.filter((s) => s.stage === 'trial-fit')
    expect((await lise.deck(jobId)).overall).toBe('in')
    expect(readings.filter((r) => trialSets.some((s) => s.id === r.setId)).every((r) => r.source === 'gauge')).toBe(
      true,
    )
    expect(trialSets.every((s) => s.closed?.zeroMm !== undefined)).toBe(true)
  })

  it('in thou, with the server away for a while, and nothing lost or doubled', async () => {
    await open({ own: true })
    const tom = new Technician(browser, house, 'thou')
    const jobId = await tom.openJob('Long Reach', 'trial-fit')
    await tom.sayWho('Tom')
    await browser.click('[data-part=unit-switch] button:last-child')
    await (await browser.find('#reading')).click()
    tom.beforeReading = async (count) => {
      if (count === 5) await house.kill()
      if (count === 19) await house.start()
    }
    let seenWaiting = false
    const watch = setInterval(
      () =>
        void browser
          .text('[data-part=saving]')
          .then((t) => (seenWaiting ||= /waiting/.test(t)))
          .catch(() => undefined),
      150,
    )
    await tom.workThroughStage()
    clearInterval(watch)
    await tom.untilSaved()
    expect(seenWaiting).toBe(true)
    const { readings, sets } = await house.snapshot(jobId)
    const own = readings.filter((r) => sets.some((s) => s.id === r.setId && s.stage === 'trial-fit'))
    expect(own).toHaveLength(tom.readings)
    expect(new Set(own.map((r) => `${r.setId} ${r.angleDeg}`)).size).toBe(tom.readings)
    expect((await tom.deck(jobId)).overall).toBe('in')
    await tom.goTo('trial-fit')
    expect(await browser.text('[data-part=deck-profile]')).toContain('5.51')
    const first = readings.find((r) => r.source === 'typed')!
    expect(first.valueMm / 0.0254).toBeCloseTo(Math.round((first.valueMm / 0.0254) * 100) / 100, 6)
  })
})

/** The final check: the same figures as dry, since nothing moved. */
class FinalCheck {
  constructor(
    private readonly browser: Browser,
    private readonly house: House,
    private readonly jobId: string,
  ) {}

  async measureLikeDry(): Promise<void> {
    const { readDeck } = await import('#core/works/liners/deck')
    const dry = readDeck(await this.house.snapshot(this.jobId), 'trial-fit')
    await (await this.browser.find('#reading')).click()
    for (const c of dry.cylinders) {
      await this.browser.chord(Key.ALT, String(c.cylinder))
      await this.browser.untilText('[data-part=pad] h2', `Cylinder ${c.cylinder}`)
      for (const s of c.stations) await this.browser.type(s.valueMm!.toFixed(3), Key.ENTER)
    }
    const action = () => this.browser.attribute('[data-part=next-move]', 'data-action')
    await this.browser.until(async () => (await action()) === 'close-zero', 'the zero is not asked for')
    await this.browser.type('n')
    await this.browser.until(async () => (await action()) === 'close-stage', 'the final check is not whole')
    await leaveStage(
      this.browser,
      () => this.browser.type('n'),
      () => this.browser.type(Key.ENTER),
    )
  }
}
