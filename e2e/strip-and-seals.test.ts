import { createHash, randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { JobAct, ShopAct } from '#contract/commands'
import { demoPhoto } from '../server/demo/demo-photo'
import { Browser, Key, MOVE_BUTTON, tell } from '../testing/browser'
import { House } from '../testing/house'

let house: House
let browser: Browser
let folder: string
let person: string

beforeAll(async () => {
  house = await House.open({ own: true })
  browser = await Browser.open(house.url)
  folder = mkdtempSync(join(tmpdir(), 'evenbore-strip-'))
  person = await house.person('Tom Adeyar')
  await browser.go('/')
  await browser.chooseOption('#person', 'Tom Adeyar')
})
afterAll(async () => {
  await browser.close()
  await house.kill()
  rmSync(folder, { recursive: true, force: true })
})

const file = (name: string, content: Buffer): string => {
  writeFileSync(join(folder, name), content)
  return join(folder, name)
}
const waiting = async () => Number(await browser.attribute('[data-part=saving]', 'data-waiting'))
const send = async (act: JobAct | ShopAct, jobId: string | null, at = new Date().toISOString()) => {
  const [outcome] = await house.send([
    { commandId: randomUUID(), deviceId: randomUUID(), personId: person, jobId, at, act },
  ])
  expect(outcome).toMatchObject({ result: 'done' })
}
/** A job on the Tarrock that only gets its seals: nothing else stands before them. */
async function sealJob(title: string): Promise<string> {
  const jobId = randomUUID()
  const engineId = (await house.shop()).engines.find((e) => e.name.startsWith('Tarrock'))!.id
  await send({ what: 'start-job', jobId, engineId, title, complaint: '', work: ['seals', 'check'] }, null)
  return jobId
}

describe('a photo', () => {
  it('taken with the server gone and the tab closed arrives once, whole', async () => {
    const spare = await house.jobId('spare')
    await browser.go(`/jobs/${spare}/look`)
    await browser.see('[data-part=liner-unrolled]')
    // The app itself is kept on the device by then.
    await browser.untilKept()
    await house.kill()
    await (
      await browser.find('[data-part=side] [data-part=photo-file]')
    ).sendKeys(file('one.png', demoPhoto(5, 2400, 1800)))
    await browser.see('[data-part=photo][data-waits=true] img')
    await browser.until(async () => (await waiting()) === 1, 'it does not wait')
    const first = await browser.tab()
    const second = await browser.newTab()
    await browser.toTab(first)
    await browser.closeTab()
    await browser.toTab(second)
    await house.start()
    await browser.go(`/jobs/${spare}/look`)
    await browser.untilSaved()
    const { photos } = await house.snapshot(spare)
    expect(photos).toMatchObject([{ mime: 'image/jpeg', widthPx: 1600, heightPx: 1200, cylinder: 1, struck: null }])
    const bytes = await house.taken(`/api/jobs/${spare}/photos/${photos[0]!.id}`)
    expect(createHash('sha256').update(bytes).digest('hex')).toBe(photos[0]!.sha256)
    expect(
      await browser.run<number>(
        `return new Promise(r => { const o = indexedDB.open('even-bore'); o.onsuccess = () => { const q = o.result.transaction('photos').objectStore('photos').count(); q.onsuccess = () => { o.result.close(); r(q.result) } } })`,
      ),
    ).toBe(0)
  })

  it('that is none, or has 40 MB, is refused in words, and nothing is lost', async () => {
    const spare = await house.jobId('spare')
    const picker = await browser.find('[data-part=side] [data-part=photo-file]')
    await picker.sendKeys(file('notes.jpg', Buffer.from('cylinder 3: deep pits')))
    await browser.untilText('[data-part=photo-problem]', 'That file is no photo')
    await picker.sendKeys(file('huge.jpg', Buffer.concat([demoPhoto(6), Buffer.alloc(40_000_000)])))
    await browser.untilText('[data-part=photo-problem]', 'That photo has 40 MB')
    expect((await house.snapshot(spare)).photos).toHaveLength(1)
    await picker.sendKeys(file('good.png', demoPhoto(7)))
    await browser.until(
      async () => (await house.snapshot(spare)).photos.length === 2,
      'the good one after them is not taken',
    )
    expect(await browser.count('[data-part=photo-problem]')).toBe(0)
  })
})

describe('a wet band', () => {
  it('counts down from the moment it was wetted, is heard, survives a reload, and says when it is too late', async () => {
    const jobId = await sealJob('Two hands, one band')
    for (const [groove, lubricant] of [
      [1, 'rubber-lube'],
      [2, 'oil'],
    ] as const)
      await send({ what: 'fit-seal', sealFitId: randomUUID(), cylinder: 2, groove, step: 'on', lubricant }, jobId)
    await send(
      { what: 'fit-seal', sealFitId: randomUUID(), cylinder: 2, groove: 0, step: 'wetted', lubricant: 'oil' },
      jobId,
      new Date(Date.now() - 9 * 60_000 - 35_000).toISOString(),
    )
    await browser.go(`/jobs/${jobId}/fit`)
    // Another liner is in hand: the wet one goes first.
    await browser.see('[data-part=next-move][data-action=next-cylinder][data-cylinder="2"]')
    const left = async () => {
      const [minutes, seconds] = (await browser.text('[data-part=swell-left]')).split(':').map(Number)
      return minutes! * 60 + seconds!
    }
    const first = await left()
    expect(first).toBeGreaterThan(5)
    expect(first).toBeLessThanOrEqual(25)
    await browser.driver.navigate().refresh()
    await browser.see('[data-part=swell-clock]')
    expect(await left()).toBeLessThanOrEqual(first)
    const heard = async () => Number(await browser.attribute('[data-part=clock-chip]', 'data-heard'))
    // After a reload no page may make a sound by itself: it says so, and one touch brings it back.
    await browser.click('[data-part=sound-on]')
    await browser.until(async () => (await heard()) > 0, 'it is not heard')
    const before = await heard()
    // Another page of the shop, on another device's list too: it runs on there, and one touch leads back.
    await browser.click('header a[href="/"]')
    await browser.untilText('[data-part=row] [data-part=row-clock]', '0:')
    await browser.click('[data-part=clock-chip]')
    await browser.see('[data-part=swell-clock][data-late=true]', 30_000)
    expect(await heard()).toBeGreaterThan(before)
    await browser.untilText('[data-part=swell-clock]', 'Too late: crevice band, liner 2')
    await browser.type('n')
    await browser.see('[data-part=next-move][data-action=band-late]')
    await browser.type('n')
    await browser.see('[data-part=next-move][data-action=wet]')
    await browser.untilSaved()
    expect((await house.snapshot(jobId)).sealFits.map((s) => [s.groove, s.struck !== null])).toEqual([
      [1, false],
      [2, false],
      [0, true],
    ])
  })
})

describe('a hand that does a move twice', () => {
  it('has done it once: by a double click, by a key struck twice, by a double tap, and by one that falls through a question', async () => {
    const jobId = await sealJob('One ring at a time')
    await browser.go(`/jobs/${jobId}/fit`)
    await browser.see('[data-part=next-move][data-action=ring-on]')
    const on = async () => {
      await browser.untilSaved()
      return (await house.snapshot(jobId)).sealFits.length
    }
    // As fast as a hand is, however slow the machine: each says itself when it was.
    const box = await browser.run<{ x: number; y: number; width: number; height: number }>(
      'return document.querySelector(arguments[0]).getBoundingClientRect().toJSON()',
      MOVE_BUTTON,
    )
    const spot = { x: box.x + box.width / 2, y: box.y + box.height / 2 }
    type Send = (what: string, type: string, more: object) => Promise<void>
    const twice = async (does: (nth: number, send: Send) => Promise<void>) => {
      const startS = Date.now() / 1000
      for (const nth of [1, 2])
        await does(nth, (what, type, more) =>
          tell(browser.driver, `Input.dispatch${what}Event`, { type, timestamp: startS + nth * 0.12, ...more }),
        )
      await browser.driver.sleep(700)
    }
    const click = (nth: number, send: Send) =>
      ['mousePressed', 'mouseReleased'].reduce(
        (before, type) => before.then(() => send('Mouse', type, { ...spot, button: 'left', clickCount: nth })),
        Promise.resolve(),
      )
    await twice(click)
    expect(await on()).toBe(1)
    await twice(async (_, send) => {
      await send('Key', 'keyDown', { key: 'n', code: 'KeyN', text: 'n' })
      await send('Key', 'keyUp', { key: 'n', code: 'KeyN' })
    })
    expect(await on()).toBe(2)
    await tell(browser.driver, 'Emulation.setTouchEmulationEnabled', { enabled: true, maxTouchPoints: 1 })
    const tap = async (_: number, send: Send) => {
      await send('Touch', 'touchStart', { touchPoints: [spot] })
      await send('Touch', 'touchEnd', { touchPoints: [] })
    }
    await twice(tap)
    expect(await on()).toBe(3)
    // Something else lay over the button, and went with the first tap.
    await browser.see('[data-part=next-move][data-action=band-on]')
    await browser.run(
      `const over = document.createElement('div'); over.id = 'over'; over.style = 'position: fixed; inset: 0; z-index: 99'
       over.onclick = () => over.remove(); document.body.append(over)`,
    )
    await twice(tap)
    expect([await browser.count('#over'), await on()]).toEqual([0, 3])
    await tell(browser.driver, 'Emulation.setTouchEmulationEnabled', { enabled: false })
  })
})

describe('a puller', () => {
  it('whose disc cannot pass is drawn so, and refused with its figures', async () => {
    await browser.go(`/jobs/${await house.jobId('spare')}/pull`)
    await browser.see('[data-part=pull-section]')
    expect(await browser.text('[data-part=stop-torque]')).toMatch(/^137/)
    await browser.click('[data-part=new-puller]')
    await (await browser.find('[data-part=puller-name]')).sendKeys('Too wide')
    const disc = await browser.find('[data-field=disc] input')
    await disc.sendKeys('155')
    await browser.click('[data-part=save-puller]:not(:disabled)')
    await browser.see('[data-part=pull-section][data-problems*=disc-cannot-pass] [data-part=no-room]')
    await browser.untilText('[data-part=move-head]', 'Do not use Too wide on this liner.')
    expect(await browser.text('[data-part=move-why]')).toContain(
      "its disc (155 mm) does not pass the block's lower bore (154.4 mm)",
    )
    expect(await browser.count('[data-part=move-button]')).toBe(0)
    await browser.chooseOption('[data-part=puller]', 'Leg puller M18')
    await browser.untilText('[data-part=move-why]', 'it slips through')
    await browser.chooseOption('[data-part=puller]', 'Bridge puller M24')
    await browser.see('[data-part=next-move][data-action=pull]')
    // A longer arm: the hand gets stronger, the puller does not.
    await browser.run(
      `const s = document.querySelector('[data-part=lever]'); s.value = 300; s.dispatchEvent(new Event('input'))`,
    )
    await browser.untilText('[data-part=pull-figures]', '90')
    expect(await browser.text('[data-part=stop-torque]')).toMatch(/^137/)
  })

  it('leaves no room where the block is too narrow: the drawing shows the widths', async () => {
    const engine = (await house.shop()).engines.find((e) => e.name.startsWith('Tarrock'))!
    const { seat, links, limits, source, seals, liner } = engine.sheets.at(-1)!
    const [sheetId, jobId] = [randomUUID(), randomUUID()]
    await send(
      {
        what: 'save-sheet',
        engineId: engine.id,
        sheet: { id: sheetId, seat, links, limits, source, seals, liner: { ...liner!, lowerBoreMm: 140.5 } },
      },
      null,
    )
    await send({ what: 'start-job', jobId, engineId: engine.id, title: 'Narrow block', complaint: '' }, null)
    await browser.go(`/jobs/${jobId}/pull`)
    await browser.untilText('[data-part=no-room]', /lower bore 140.5 mm[\s\S]*liner bore 140 mm/)
    expect(await browser.text('[data-part=move-why]')).toContain('catches nothing')
  })
})

describe('a rag in a sleeve’s hole', () => {
  it('is counted in and out where it goes in, and nobody signs over it', async () => {
    const jobId = randomUUID()
    const engineId = (await house.shop()).engines.find((e) => e.name.startsWith('Orrin'))!.id
    await send({ what: 'start-job', jobId, engineId, title: 'Rag counted', complaint: '', work: ['sleeves'] }, null)
    await browser.go(`/jobs/${jobId}/sleeves-out`)
    await browser.click('[data-part=rag-in]')
    await browser.untilText('[data-part=rags][data-rags="1"]', 'One rag is in this hole')
    await browser.untilSaved()
    await browser.go(`/jobs/${jobId}/record`)
    await browser.see('[data-part=next-move][data-action=count-out]')
    await browser.go(`/jobs/${jobId}/sleeves-out`)
    await browser.click('[data-part=rag-out]')
    await browser.untilText('[data-part=rags][data-rags="0"]', 'No rag is in this hole')
    await browser.untilSaved()
    expect((await house.snapshot(jobId)).tally.map((m) => [m.item, m.goesIn])).toEqual([
      ['rag', true],
      ['rag', false],
    ])
    expect(await browser.complaints()).toEqual([])
  })
})

describe('the shop’s plan and hours', () => {
  it('are drawn, changed by what is booked, and laid for the people there are', async () => {
    await browser.go('/plan')
    await browser.see('[data-part=gantt] [data-part=task]')
    const spare = await house.jobId('spare')
    const left = async () =>
      (await house.json<{ jobs: { id: string; leftH: number }[] }>('/api/schedule')).jobs.find((j) => j.id === spare)!
        .leftH
    const before = await left()
    await browser.click('[data-part=edit-crew]')
    const people = await browser.find('[data-crew=technicians]')
    await people.clear()
    await people.sendKeys('0')
    await browser.untilText('[data-part=crew-wrong]', 'At least one technician')
    await people.clear()
    await people.sendKeys('3')
    await browser.click('[data-part=save-crew]:not(:disabled)')
    await browser.until(
      async () => (await browser.count('[data-part=task][data-technician="2"]')) > 0,
      'the third technician has nothing to do',
    )
    await browser.go(`/jobs/${spare}/record`)
    await browser.click('[data-part=times]')
    await browser.chooseOption('[data-part=time-stage]', 'Cut')
    await browser.run(
      `const s = document.querySelector('[data-part=times-table]').parentElement.querySelectorAll('select')[1]; s.value = 'planned'; s.dispatchEvent(new Event('change'))`,
    )
    await (await browser.find('[data-part=time-hours]')).sendKeys('20', Key.ENTER)
    await browser.untilText('[data-times=cut]', '20.0')
    await browser.untilSaved()
    expect(await left()).toBeGreaterThan(before + 10)
  })
})

describe('jobs', () => {
  const rowOf = async (title: string) => {
    for (const row of await browser.all('[data-part=row]')) if ((await row.getText()).includes(title)) return row
    return null
  }
  it('are laid aside, found again, and copied', async () => {
    await browser.go('/')
    await browser.until(async () => (await rowOf('Ferry spare engine')) !== null, 'the spare engine is not listed')
    await (await (await rowOf('Ferry spare engine'))!.findElement({ css: '[data-part=archive-job]' })).click()
    await browser.until(async () => (await rowOf('Ferry spare engine')) === null, 'it is still listed')
    // It says what became of it, and one key undoes it.
    await browser.untilText('[data-part=moved]', '“Ferry spare engine” is laid aside')
    await browser.click('[data-part=move-back]')
    await browser.until(async () => (await rowOf('Ferry spare engine')) !== null, 'it is not back')
    expect(await browser.count('[data-part=moved]')).toBe(0)
    await (await (await rowOf('Ferry spare engine'))!.findElement({ css: '[data-part=archive-job]' })).click()
    await browser.until(async () => (await rowOf('Ferry spare engine')) === null, 'it is still listed')
    await browser.click('[data-filter=archived]')
    await browser.until(async () => (await rowOf('Ferry spare engine')) !== null, 'it is not among those laid aside')
    await (await (await rowOf('Ferry spare engine'))!.findElement({ css: '[data-part=archive-job]' })).click()
    await browser.untilText('[data-part=empty]', 'No such job just now')
    await browser.click('[data-filter=signed]')
    await browser.until(async () => (await browser.count('[data-part=row]')) === 1, 'not only the signed one is listed')
    await (await (await rowOf('Gravel yard loader'))!.findElement({ css: '[data-part=copy-job]' })).click()
    await browser.untilText('[data-part=from-job]', 'Begun from job 3')
    expect(await browser.run<string>("return document.querySelector('[data-part=job-title]').value")).toBe(
      'Gravel yard loader',
    )
    await browser.click('[data-part=job-start]')
    await browser.see('main > [data-stage=as-found]')
  })
})

describe('a signature', () => {
  it('shows as broken when something under it is struck out', async () => {
    const loader = (await house.shop()).jobs.find((j) => j.title === 'Gravel yard loader' && j.signed)!.id
    await send({ what: 'reopen-stage', stage: 'record', note: 'a doubt' }, loader)
    await send({ what: 'reopen-stage', stage: 'final-check', note: 'a doubt' }, loader)
    const { readings, sets } = await house.snapshot(loader)
    const last = readings.find((r) => sets.find((s) => s.id === r.setId)!.stage === 'final-check')!
    await send({ what: 'strike-reading', readingId: last.id, reason: 'dirt under the foot' }, loader)
    await browser.go(`/jobs/${loader}/record`)
    await browser.see('[data-bad=true]')
    const broken = await Promise.all((await browser.all('[data-bad=true]')).map((e) => e.getText()))
    expect(broken).toHaveLength(2)
    expect(broken.join(' ')).toMatch(/Final check closed by[\s\S]*Record closed by[\s\S]*Broken: something under it/)
    expect(await browser.complaints()).toEqual([])
  })
})
