import { mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { randomUUID } from 'node:crypto'
import { afterEach, describe, expect, it } from 'vitest'
import type { Command } from '#contract/commands'
import { openHome } from '../ops/home'
import { startDatabase } from '../ops/mariadb'
import { Browser, Key } from '../testing/browser'
import { command, House } from '../testing/house'
import { Technician } from '../testing/technician'

const opened: { close(): Promise<unknown> }[] = []
afterEach(async () => {
  for (const thing of opened.splice(0).reverse()) await thing.close()
})

async function openHouse(options: Parameters<typeof House.open>[0] = {}): Promise<House> {
  const house = await House.open(options)
  opened.push({ close: () => house.close() })
  return house
}
async function openBrowser(house: House, options: { fresh?: boolean } = {}): Promise<Browser> {
  const browser = await Browser.open(house.url, options)
  opened.push(browser)
  return browser
}
/** All that the build made for a device, by its address and length. */
const built = () =>
  readdirSync('dist/web/assets')
    .filter((name) => /\.(js|css|woff2|wasm)$/.test(name))
    .map((name) => [`/assets/${name}`, statSync(join('dist/web/assets', name)).size, true])
    .sort()
/** All that a device keeps, by its address and length, and whether it has the headers that guard it. */
const onDevice = (browser: Browser) =>
  browser.run<[string, number, boolean][]>(
    `return (async () => {
     const cache = await caches.open((await caches.keys())[0])
     const kept = (await cache.keys()).filter((request) => request.url.includes('/assets/'))
     const found = await Promise.all(kept.map(async (request) => {
       const answer = await cache.match(request)
       const guarded = answer.headers.get('content-security-policy') !== null && !!answer.headers.get('content-type')
       return [new URL(request.url).pathname, (await answer.arrayBuffer()).byteLength, guarded]
     }))
     return found.sort()
     })()`,
  )
const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/** A device that sends readings one after the other, and again until each is acknowledged. */
async function stubbornDevice(house: House, commands: Command[], acknowledged: Set<string>): Promise<void> {
  for (let next = 0; next < commands.length;) {
    const [one] = [commands[next]!]
    try {
      const [answer] = await house.send([one])
      if (answer?.result !== 'done') throw new Error(JSON.stringify(answer))
      acknowledged.add(one.commandId)
      next += 1
    } catch {
      await sleep(40)
    }
  }
}

async function readingsToSend(house: House, jobId: string, sets: number, each: number): Promise<Command[][]> {
  const personId = await house.person('Tom Adeyar')
  const gaugeId = (await house.shop()).gauges[0]!.id
  return Array.from({ length: sets }, (_, s) => {
    const setId = randomUUID()
    const open = command(
      { what: 'open-set', setId, cylinder: (s % 6) + 1, stage: 'trial-fit', gaugeId, zeroOn: 'deck' },
      jobId,
      personId,
    )
    const takes = Array.from({ length: each }, (_, i) =>
      command(
        {
          what: 'take-reading',
          readingId: randomUUID(),
          setId,
          angleDeg: (i % 4) * 90,
          valueMm: (100 + i) / 1000,
          source: 'typed',
        },
        jobId,
        personId,
      ),
    )
    return [open, ...takes]
  })
}

const readingIds = (commands: Command[][]) =>
  commands
    .flat()
    .flatMap((c) => (c.act.what === 'take-reading' ? [c.act.readingId] : []))
    .sort()

describe('what was acknowledged', () => {
  it('survives a server killed in mid-write again and again, each reading exactly once', async () => {
    const house = await openHouse({ own: true })
    const jobId = await house.jobId('Long Reach')
    const before = new Set((await house.snapshot(jobId)).readings.map((r) => r.id))
    const commands = await readingsToSend(house, jobId, 8, 40)
    const acknowledged = new Set<string>()
    const sending = Promise.all(commands.map((own) => stubbornDevice(house, own, acknowledged)))
    for (const mark of [40, 120, 200]) {
      while (acknowledged.size < mark) await sleep(5)
      await house.kill()
      await house.start()
    }
    await sending
    const stored = (await house.snapshot(jobId)).readings.filter((r) => !before.has(r.id))
    expect(stored.map((r) => r.id).sort()).toEqual(readingIds(commands))
  })

  it('survives a database killed and started again', async () => {
    const root = mkdtempSync(join(tmpdir(), 'evenbore-kill-'))
    const home = openHome('demo', root)
    let database = await startDatabase(home)
    opened.push({
      close: async () => {
        await database.stop()
        rmSync(root, { recursive: true, force: true })
        rmSync(home.run, { recursive: true, force: true })
      },
    })
    const house = await openHouse({ address: database.address })
    const jobId = await house.jobId('Long Reach')
    const before = new Set((await house.snapshot(jobId)).readings.map((r) => r.id))
    const browser = await openBrowser(house)
    const tom = new Technician(browser, house, 'mm')
    await tom.openJob('Long Reach', 'trial-fit')
    await tom.sayWho('Tom')
    const commands = await readingsToSend(house, jobId, 4, 30)
    const acknowledged = new Set<string>()
    const sending = Promise.all(commands.map((own) => stubbornDevice(house, own, acknowledged)))
    while (acknowledged.size < 30) await sleep(5)
    process.kill(database.process.pid, 'SIGKILL')
    // The person keeps typing while the store is gone.
    await browser.chord(Key.ALT, '6')
    for (const figure of ['0.098', '0.101', '0.104', '0.099']) await browser.type(figure, Key.ENTER)
    await browser.untilText('[data-part=saving]', /waiting/)
    database = await startDatabase(home)
    await sending
    await tom.untilSaved()
    const { readings, sets } = await house.snapshot(jobId)
    const stored = readings.filter((r) => !before.has(r.id))
    const typed = stored.filter((r) => !readingIds(commands).includes(r.id))
    expect(
      stored
        .filter((r) => !typed.includes(r))
        .map((r) => r.id)
        .sort(),
    ).toEqual(readingIds(commands))
    expect(typed.map((r) => r.valueMm)).toEqual([0.098, 0.101, 0.104, 0.099])
    expect(sets.find((s) => s.id === typed[0]!.setId)).toMatchObject({ cylinder: 6, stage: 'trial-fit' })
  })

  it('survives a tab closed while the server was away: it waits on the device and arrives once', async () => {
    const house = await openHouse({ own: true })
    const browser = await openBrowser(house, { fresh: true })
    const tom = new Technician(browser, house, 'mm')
    const jobId = await tom.openJob('Long Reach', 'trial-fit')
    await tom.sayWho('Tom')
    await tom.untilSaved()
    await browser.untilKept()
    expect(await onDevice(browser)).toEqual(built())
    const count = (await house.snapshot(jobId)).readings.length
    await house.kill()
    for (const figure of ['0.091', '0.092', '0.093']) await browser.type(figure, Key.ENTER)
    await browser.untilText('[data-part=saving]', '4 waiting')
    const old = await browser.tab()
    const fresh = await browser.newTab()
    await browser.toTab(old)
    await browser.closeTab()
    await browser.toTab(fresh)
    // The application itself opens without its server, with the job and what was typed.
    await browser.go(`/jobs/${jobId}/trial-fit`)
    await browser.untilText('[data-part=saving]', '4 waiting', 15_000)
    await browser.until(
      async () => (await browser.text('[data-station="90"]')).includes('0.092'),
      'what was typed is not on screen',
    )
    await house.start()
    await tom.untilSaved()
    const { readings } = await house.snapshot(jobId)
    expect(readings.slice(count).map((r) => r.valueMm)).toEqual([0.091, 0.092, 0.093])
  })
})

describe('the saving mark', () => {
  it('says within moments that the server has gone, and that it is back, with nothing done and after a reload', async () => {
    const house = await openHouse({ own: true })
    const browser = await openBrowser(house, { fresh: true })
    const tom = new Technician(browser, house, 'mm')
    await tom.openJob('Long Reach', 'trial-fit')
    await tom.untilSaved()
    await browser.untilKept()
    const says = (words: string) => browser.untilText('[data-part=saving]', words)
    await says('all saved')
    await house.kill()
    await says('server away')
    await browser.run('location.reload()')
    await says('server away')
    await house.start()
    await says('all saved')
    // On the list, too, nothing has to be done for it.
    await browser.go('/')
    await says('all saved')
    await house.kill()
    await says('server away')
    await house.start()
    await says('all saved')
  })
})

describe('a device whose browser cleared what it kept', () => {
  it('keeps on anew without a reload, says so, and what waited arrives once, in its order', async () => {
    const house = await openHouse({ own: true })
    const browser = await openBrowser(house)
    const tom = new Technician(browser, house, 'mm')
    const jobId = await tom.openJob('Long Reach', 'trial-fit')
    await tom.sayWho('Tom')
    await tom.untilSaved()
    const count = (await house.snapshot(jobId)).readings.length
    await house.kill()
    for (const figure of ['0.091', '0.092']) await browser.type(figure, Key.ENTER)
    await browser.untilText('[data-part=saving]', '3 waiting')
    await browser.clearStore()
    await browser.untilText('[data-part=store-cleared]', /What still waited was put back/)
    await browser.type('0.093', Key.ENTER)
    await browser.untilText('[data-part=saving]', '4 waiting')
    // It lies on the device again: a page that opens anew has all of it.
    await browser.until(
      () =>
        browser.run<boolean>(
          `return new Promise((done) => { const open = indexedDB.open('even-bore'); open.onsuccess = () => {
             const all = open.result.transaction('outbox').objectStore('outbox').getAll()
             all.onsuccess = () => { open.result.close(); done(all.result.length === 4) } } })`,
        ),
      'it is not kept again',
    )
    await house.start()
    await tom.untilSaved()
    const { readings } = await house.snapshot(jobId)
    expect(readings.slice(count).map((r) => r.valueMm)).toEqual([0.091, 0.092, 0.093])
  })
})

describe('a paper or a file that cannot come', () => {
  it('is told in words where it was asked for, and comes when the server is back', async () => {
    const house = await openHouse({ own: true })
    const browser = await openBrowser(house)
    const jobId = await house.jobId('Long Reach')
    await browser.go(`/jobs/${jobId}/record`)
    await browser.see('[data-part=zip]')
    await browser.untilKept()
    await browser.run('HTMLAnchorElement.prototype.click = function () { window.__saved = this.download }')
    await house.kill()
    for (const file of ['csv', 'zip', 'json']) {
      await browser.click(`[data-part=${file}]`)
      await browser.untilText('[data-part=file-problem]', /does not answer/)
    }
    expect(await browser.run('return window.__saved ?? null')).toBeNull()
    const job = await browser.tab()
    await browser.click('[data-part=owner]')
    await browser.toNewTab()
    await browser.untilText('[role=alert]', /does not answer/)

    await house.start()
    const kind = () => browser.run<string>('return document.contentType')
    await browser.click('a')
    await browser.until(async () => (await kind()) === 'application/pdf', 'the paper does not come')
    await browser.closeTab()
    await browser.toTab(job)
    await browser.click('[data-part=zip]')
    const saved = () => browser.run<string | null>('return window.__saved ?? null')
    await browser.until(async () => (await saved()) === 'even-bore-job-1.zip', 'the file does not come')
    expect(await browser.count('[data-part=file-problem]')).toBe(0)
  })
})

describe('two devices on one job', () => {
  it('see each other, and never overwrite each other', async () => {
    const house = await openHouse()
    const [left, right] = [await openBrowser(house), await openBrowser(house)]
    const [tom, lise] = [new Technician(left, house, 'mm'), new Technician(right, house, 'mm')]
    const jobId = await tom.openJob('Long Reach', 'trial-fit')
    await lise.openJob('Long Reach', 'trial-fit')
    await tom.sayWho('Tom')
    await lise.sayWho('Lise')
    await left.type('0.101', Key.ENTER)
    await left.untilText('[data-station="0"] [data-part=station-value]', '0.101')
    await right.untilText('[data-station="0"] [data-part=station-value]', '0.101')
    // Each sees that the other is at this liner; both read the next station at the same moment.
    await right.untilText('[data-part=also-here]', 'Tom Adeyar')
    await left.untilText('[data-part=also-here]', 'Lise Brandt')
    await Promise.all([left.type('0.098', Key.ENTER), right.type('0.104', Key.ENTER)])
    await right.see('[data-part=entry-question][data-kind=other-hand]')
    await right.type('k')
    await Promise.all([tom.untilSaved(), lise.untilSaved()])
    const two = (await house.snapshot(jobId)).sets.slice(-2)
    const valuesOf = async (setId: string) =>
      (await house.snapshot(jobId)).readings.filter((r) => r.setId === setId && !r.struck).map((r) => r.valueMm)
    expect([await valuesOf(two[0]!.id), await valuesOf(two[1]!.id)]).toEqual([[0.101, 0.098], [0.104]])
    // Both stand with their names; each goes on in their own set, until somebody says which counts.
    for (const browser of [left, right]) {
      await browser.untilText('[data-part=two-sets]', 'Tom Adeyar')
      await browser.untilText('[data-part=two-sets]', 'Lise Brandt')
    }
    await Promise.all([left.type('0.099', Key.ENTER), right.type('0.105', Key.ENTER)])
    await Promise.all([tom.untilSaved(), lise.untilSaved()])
    expect([await valuesOf(two[0]!.id), await valuesOf(two[1]!.id)]).toEqual([
      [0.101, 0.098, 0.099],
      [0.104, 0.105],
    ])
    await right.click(`[data-counts="${await house.person('Tom Adeyar')}"]`)
    for (const browser of [left, right]) {
      await browser.untilText('[data-station="180"] [data-part=station-value]', '0.099')
      await browser.until(async () => (await browser.count('[data-part=two-sets]')) === 0, 'it is asked for still')
    }
    expect((await house.snapshot(jobId)).sets.slice(-2).map((s) => s.struck?.reason ?? null)).toEqual([
      null,
      'other-counts',
    ])
  })

  it('learn that a stage was closed meanwhile, and keep what could not be taken', async () => {
    const house = await openHouse({ own: true })
    const browser = await openBrowser(house)
    const lise = new Technician(browser, house, 'mm')
    const jobId = await lise.openJob('Pump set B')
    await lise.sayWho('Lise')
    await browser.click('[data-part=measure-again]')
    await browser.untilText('[data-part=pad-station]', 'station 1')
    await lise.untilSaved()
    const personId = await house.person('Ines Varga')
    await house.kill()
    await browser.type('0.100', Key.ENTER)
    await browser.untilText('[data-part=saving]', /waiting/)
    // Another device gets there first: the set is ended by the lead as soon as the server is back.
    const setId = await browser.run<string>(
      `const open = indexedDB.open('even-bore'); return new Promise(r => open.onsuccess = () => {
         const all = open.result.transaction('outbox').objectStore('outbox').getAll(); all.onsuccess = () => r(all.result[0].command.act.setId) })`,
    )
    await browser.run(
      'window.__fetch = window.fetch; window.fetch = (u, o) => String(u).includes("commands") ? Promise.reject(new TypeError("held")) : window.__fetch(u, o)',
    )
    await house.start()
    await house.send([command({ what: 'close-set', setId, zeroMm: 0 }, jobId, personId)])
    await browser.run('window.fetch = window.__fetch')
    await browser.untilText('[data-part=refused]', '1 not accepted', 15_000)
    // What was refused stays in front with its figures and the reason; the list has it, too.
    const why = /Reading 0\.100 mm[\s\S]*The set was ended before it arrived/
    await browser.untilText('[data-part=refused-note]', why)
    await browser.click('[data-part=refused]')
    expect(await browser.text('[data-part=refused-list]')).toMatch(why)
  })
})

describe('many pages on one device', () => {
  it('leave each other room: the ninth one works, and the first one catches up', async () => {
    const house = await openHouse()
    const browser = await openBrowser(house)
    const tom = new Technician(browser, house, 'mm')
    const jobId = await tom.openJob('Long Reach', 'trial-fit')
    await tom.sayWho('Tom')
    const first = await browser.tab()
    for (let i = 0; i < 8; i++) {
      await browser.newTab()
      await browser.go(`/jobs/${jobId}/trial-fit`)
      await browser.see('#reading')
    }
    await browser.type('0.107', Key.ENTER)
    await browser.untilText('[data-station="0"] [data-part=station-value]', '0.107')
    await tom.untilSaved()
    await browser.toTab(first)
    await browser.untilText('[data-station="0"] [data-part=station-value]', '0.107')
    expect((await house.snapshot(jobId)).readings.filter((r) => r.valueMm === 0.107)).toHaveLength(1)
  })
})
