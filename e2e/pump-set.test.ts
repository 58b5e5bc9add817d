import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { signatureState, signatureOf } from '#core/job/signature'
import { Browser, Key } from '../testing/browser'
import { House } from '../testing/house'

let house: House
let browser: Browser
beforeAll(async () => {
  house = await House.open()
  browser = await Browser.open(house.url)
})
afterAll(async () => {
  await browser.close()
  await house.close()
})

/** Whoever does what the bar says, and nothing else: its button, or the figure it asks for. */
async function followTheBar(figure: (cylinder: number, stationDeg: number) => number): Promise<string[]> {
  const said: string[] = []
  for (let step = 0; step < 320; step++) {
    const now = await browser.run<{
      action: string
      reason: string
      cylinder: string
      station: string
      head: string
      stage: string
    }>(
      `const e = document.querySelector('[data-part=next-move]'); return { action: e.dataset.action, reason: e.dataset.reason, cylinder: e.dataset.cylinder, station: e.dataset.station, head: e.innerText, stage: location.pathname.split('/').pop() }`,
    )
    said.push(`${now.stage} ${now.action}`)
    if (now.stage === 'record' && now.action === 'done') return said
    if ((now.action === 'measure' && now.reason !== 'zero-moved') || now.action === 'repeat') {
      await (await browser.find('#reading')).click()
      await browser.type(figure(Number(now.cylinder), Number(now.station)).toFixed(3), Key.ENTER)
    } else if (now.action === 'press') {
      // What the screw took; nothing is clocked on this engine.
      await (await browser.find('[data-part=turn-pad] #reading')).click()
      await browser.type('34', Key.ENTER)
    } else {
      await browser.click('[data-part=move-button]')
      await browser.driver.sleep(120)
      // What it asks before it is done: a reason where one is wanted, then the one brass button.
      for (const note of await browser.all('[data-part=close-note]')) await note.sendKeys('accepted by Ines Varga')
      for (const button of await browser.all('[role=dialog] .key-brass:not(:disabled)')) await button.click()
    }
    await browser
      .until(
        async () =>
          (await browser.run<string>(
            `return document.querySelector('[data-part=next-move]')?.innerText + location.pathname + document.querySelectorAll('[role=dialog]').length`,
          )) !==
          `${now.head}/jobs/${await browser.run<string>('return location.pathname.split("/")[2]')}/${now.stage}0`,
        `nothing followed: ${now.head}`,
      )
      .catch((error: Error) => {
        if (now.action !== 'repeat') throw error
      })
    await browser.driver.sleep(60)
  }
  throw new Error(`it never ended: ${said.slice(-6).join(' | ')}`)
}

describe('the pump set', () => {
  it('is brought to its end by an apprentice who only follows the bar', async () => {
    const jobId = await house.jobId('Pump set B')
    const { sets, readings } = await house.snapshot(jobId)
    const dry = new Map(
      sets
        .filter((s) => s.stage === 'trial-fit')
        .flatMap((s) =>
          readings.filter((r) => r.setId === s.id).map((r) => [`${s.cylinder} ${r.angleDeg}`, r.valueMm] as const),
        ),
    )
    await browser.go('/')
    await browser.chooseOption('#person', 'Oke Marlow')
    await browser.go(`/jobs/${jobId}`)
    await browser.see('main > [data-stage=trial-fit] [data-part=next-move]')
    const said = await followTheBar((cylinder, station) => dry.get(`${cylinder} ${station}`)!)
    expect(said).toEqual(
      expect.arrayContaining([
        'trial-fit repeat-anew',
        'trial-fit repeat',
        'fit ring-on',
        'fit press',
        'final-check measure',
        'record count-out',
        'record sign',
      ]),
    )
    await browser.untilSaved()
    const done = await house.snapshot(jobId)
    expect(signatureState(done, signatureOf(done)!)).toBe('stands')
    expect(done.presses).toHaveLength(8)
    expect(await browser.complaints()).toEqual([])
  })
})
