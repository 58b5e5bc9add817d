import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Browser, Key } from '../testing/browser'
import { House } from '../testing/house'

let house: House
let browser: Browser
let jobId: string

beforeAll(async () => {
  house = await House.open()
  jobId = await house.jobId('Tide gate')
  browser = await Browser.open(house.url)
})
afterAll(async () => {
  await browser.close()
  await house.close()
})

describe('a job that cannot be finished', () => {
  it('is ended as it stands by a lead, from the stage that cannot be closed, and says so everywhere', async () => {
    await browser.go(`/jobs/${jobId}/record`)
    await browser.chooseOption('#person', 'Tom Adeyar')
    await browser.click('[data-part=end]')
    await browser.untilText('[data-part=open-things]', 'The face seal is not drawn in yet: pad 1, pad 2.')
    await browser.untilText('[data-part=lead-only]', 'A lead ends a job as it stands')
    expect(await browser.attribute('[data-part=end-confirm]', 'disabled')).not.toBeNull()
    await browser.type(Key.ESCAPE)
    await browser.chooseOption('#person', 'Ines Varga')
    await browser.click('[data-part=end]')
    await browser.click('[data-part=end-why]')
    await browser.type('scored through')
    await browser.click('[data-part=end-confirm]')
    await browser.untilText('[data-part=move-head]', 'Ended as it stands by Ines Varga.')
    await browser.untilSaved()
    const { closures } = await house.snapshot(jobId)
    expect(closures.at(-1)).toMatchObject({ stage: 'record', closes: true, note: 'scored through' })
    expect(closures.at(-1)!.ended!.map((o) => o.place)).toEqual(['pad-1', 'pad-2'])
    // The stage itself calls nothing good, and takes nothing more.
    await browser.go(`/jobs/${jobId}/face-seal`)
    await browser.untilText('[data-part=move-head]', 'This stage was left open: nothing more is done in it.')
    await browser.untilText('[data-part=move-why]', 'scored through')
    expect(await browser.count('[data-part=turn-pad]')).toBe(0)
    await browser.untilText('[data-part=route] [data-stage=face-seal]', 'left open')
    await browser.go('/')
    await browser.click('[data-filter=signed]')
    await browser.untilText('main', 'ended as it stands')
    expect(await browser.complaints()).toEqual([])
  })
})
