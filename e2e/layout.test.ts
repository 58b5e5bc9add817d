import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { stageLine, stageNames, type WorkName } from '#core/works/stage-table'
import { Browser } from '../testing/browser'
import { carryByKey, tightenByKey } from '../testing/go-by-key'
import { House } from '../testing/house'
import { layoutFaults, sizes, textFaults } from '../testing/layout'

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
  await house.kill()
})

/** What is cut off, covered, outside its drawing or over something else, at each size. */
async function faultsOf(path: string): Promise<string[]> {
  await browser.go(path)
  await browser.find('main h1, main [data-part=next-move]')
  const found: string[] = []
  for (const size of sizes) {
    await browser.resize(size)
    // The list of engines comes from the store, drawings from their stage: what is still coming is waited for.
    await browser.driver.sleep(120)
    await browser.still()
    for (const fault of [...(await layoutFaults(browser)), ...(await textFaults(browser))])
      found.push(`${size.width}x${size.height} ${fault}`)
  }
  return found
}

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
    expect(await faultsOf(`/jobs/${jobs[stageLine[stage].work] ?? ferry}/${stage}`)).toEqual([])
  })

  it.each([
    ['the camshaft and the ends', 'bushings', ['bushings', 'front']],
    ['the barrels', 'barrels', ['barrels']],
  ] as const)('on the stages of %s once they are done', async (_, job, works) => {
    await browser.resize(sizes[0])
    await browser.go(`/jobs/${jobs[job]}`)
    await browser.find('[data-part=next-move]')
    const bolts = () => tightenByKey(browser)
    await carryByKey(browser, { bolts, bolt: bolts })
    for (const stage of stageNames.filter((s) => works.some((w) => w === stageLine[s].work)))
      expect(await faultsOf(`/jobs/${jobs[job]}/${stage}`), stage).toEqual([])
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
