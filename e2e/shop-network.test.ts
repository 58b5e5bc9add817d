import { networkInterfaces } from 'node:os'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Browser, Key } from '../testing/browser'
import { House } from '../testing/house'
import { Technician } from '../testing/technician'

/** An address of this machine that is not its own loop: a page opened by it, without TLS, is no secure context. */
function networkAddress(): string | null {
  const all = Object.values(networkInterfaces()).flatMap((found) => found ?? [])
  return all.find((a) => !a.internal && a.family === 'IPv4')?.address ?? null
}

let house: House
let browser: Browser
beforeAll(async () => {
  // A machine without a network has only a name to be called by; such a page is no secure context either.
  const address = networkAddress()
  const name = address ?? 'shop.test'
  house = await House.open({ host: '0.0.0.0', names: [name], own: true })
  browser = await Browser.open(`http://${name}:${house.port}`, {
    arguments: address ? [] : ['--host-resolver-rules=MAP shop.test 127.0.0.1'],
  })
})
afterAll(async () => {
  await browser.close()
  await house.kill()
})

describe("a tablet on the shop's network, without TLS", () => {
  it('shows the shop, takes readings and photos, and says what it lacks when the server is away', async () => {
    const lise = new Technician(browser, house, 'mm')
    const jobId = await lise.openJob('spare', 'as-found')
    expect(await browser.run<boolean>('return isSecureContext')).toBe(false)
    await lise.sayWho('Lise')
    for (const figure of ['0.098', '0.101', '0.104', '0.099']) await browser.type(figure, Key.ENTER)
    await lise.untilSaved()
    expect((await house.snapshot(jobId)).readings.map((r) => r.valueMm)).toEqual([0.098, 0.101, 0.104, 0.099])
    expect(await browser.count('[data-part=insecure]')).toBe(0)
    await house.kill()
    await browser.chord(Key.ALT, '2')
    await browser.type('0.097', Key.ENTER)
    await browser.untilText('[data-part=insecure]', /without TLS.*cannot be started again/)
    await browser.untilText('[data-part=saving]', /waiting/)
    await house.start()
    await lise.untilSaved()
    expect((await house.snapshot(jobId)).readings).toHaveLength(5)
    await browser.until(
      async () => (await browser.count('[data-part=insecure]')) === 0,
      'it still says that the server is away',
    )
    expect(await browser.complaints()).toEqual([])
  })

  it('goes by the shop’s clock where its own is half an hour fast, and says so', async () => {
    const fast = `const Real = Date, by = ${30.5 * 60_000}
      globalThis.Date = class extends Real {
        constructor(...given) { if (given.length > 0) super(...given); else super(Real.now() + by) }
        static now() { return Real.now() + by }
      }`
    const right = await browser.beforePages(fast)
    const lise = new Technician(browser, house, 'mm')
    const jobId = await lise.openJob('spare', 'as-found')
    await browser.untilText('[data-part=clock-off]', 'fast by 30 min')
    const before = (await house.snapshot(jobId)).readings.length
    await browser.chord(Key.ALT, '3')
    await browser.type('0.101', Key.ENTER)
    await lise.untilSaved()
    const { readings } = await house.snapshot(jobId)
    expect(readings).toHaveLength(before + 1)
    expect(Math.abs(Date.parse(readings.at(-1)!.at) - Date.now())).toBeLessThan(5 * 60_000)
    await right()
    await browser.go(`/jobs/${jobId}/as-found`)
    await browser.until(async () => (await browser.count('[data-part=clock-off]')) === 0, 'it still says so')
  })

  it('brings a page that it has not had yet as soon as the server answers again', async () => {
    await browser.go('/')
    await browser.see('[data-part=row]')
    await house.kill()
    await (await browser.find('nav a[href="/engines"]')).sendKeys(Key.ENTER)
    await browser.untilText('[data-part=parts-missing]', /comes by itself/)
    await house.start()
    await browser.untilText('[data-part=row]', /Brennick 4M-105/)
    // Each part is asked for again by itself: the last of them may come a moment after the page.
    await browser.until(
      async () => (await browser.count('[data-part=parts-missing]')) === 0,
      'something of the page is still missing',
    )
    expect(await browser.complaints()).toEqual([])
  })
})
