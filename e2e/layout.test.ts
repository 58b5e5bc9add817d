import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { stageLine, stageNames, type WorkName } from '#core/works/stage-table'
import { Browser } from '../testing/browser'
import { House } from '../testing/house'
import { faultsAt, faultsOnStage, layoutFaults } from '../testing/layout'

let house: House
let browser: Browser
/** The demo's job of each work, and the ferry for what all have. */
let jobs: Partial<Record<WorkName, string>>
let ferry: string

beforeAll(async () => {
  house = await House.open()
  browser = await Browser.open(house.url)
  ferry = await house.jobId('Long Reach')
  const pumpA = await house.jobId('Pump set A')
  jobs = { leaks: pumpA, sleeves: pumpA, bushings: await house.jobId('Crusher drive') }
  jobs.front = jobs.bushings!
  jobs.faces = await house.jobId('Tide gate gearbox')
  jobs.barrels = await house.jobId('Yard compressor')
  await browser.go('/')
  await browser.run(`localStorage.setItem('evenbore.person', '${await house.person('Tom Adeyar')}')`)
})
afterAll(async () => {
  await browser.close()
  await house.close()
})

const faultsOf = (path: string) => faultsAt(browser, path)

describe('nothing is cut off or covered, at four sizes', () => {
  it.each(['/', '/intake', '/plan', '/pullers', '/engines', '/stock', '/gauges', '/people', '/quick', '/tools'])(
    'on %s',
    async (path) => {
      expect(await faultsOf(path)).toEqual([])
    },
  )

  it('on an engine and on a repeat study', async () => {
    const { engines, gauges } = await house.shop()
    expect(await faultsOf(`/engines/${engines[0]!.id}`)).toEqual([])
    expect(await faultsOf(`/gauges/${gauges[0]!.id}/study`)).toEqual([])
  })

  it.each(stageNames)('on the stage %s', async (stage) => {
    expect(await faultsOnStage(browser, jobs[stageLine[stage].work] ?? ferry, stage)).toEqual([])
  })

  it('sees what is cut off, and what lies under something', async () => {
    await browser.run(`
      const left = document.createElement('button'); left.textContent = 'far'; left.style.cssText = 'position:absolute;left:-30px;top:9px;width:60px;height:40px'
      const under = document.createElement('button'); under.textContent = 'under'; under.style.cssText = 'position:absolute;left:300px;top:300px;width:60px;height:40px'
      const over = document.createElement('p'); over.textContent = 'over'; over.style.cssText = 'position:absolute;left:290px;top:290px;width:90px;height:60px'
      document.body.append(left, under, over)`)
    const faults = await layoutFaults(browser)
    expect(faults).toContain('cut off: button "far"')
    expect(faults).toContain('covered: button "under" by p "over"')
  })
})
