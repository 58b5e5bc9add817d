import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Browser, Key } from '../testing/browser'
import { command, House } from '../testing/house'

let theirs: House
let ours: House
let browser: Browser
let jobId: string
const own = { id: randomUUID(), name: 'Own Hand', role: 'lead' }

beforeAll(async () => {
  theirs = await House.open()
  ours = await House.open({ demo: false })
  await ours.send([
    {
      ...command({ what: 'archive-job', archived: false }, own.id, own.id),
      jobId: null,
      act: { what: 'add-person', person: own },
    } as never,
  ])
  jobId = await theirs.jobId('Long Reach')
  const zip = await (await fetch(`${theirs.url}/api/jobs/${jobId}/job.zip`)).arrayBuffer()
  const answer = await fetch(`${ours.url}/api/jobs/import`, {
    method: 'POST',
    body: zip,
    headers: { 'content-type': 'application/zip' },
  })
  expect(answer.status).toBe(200)
  browser = await Browser.open(ours.url)
})
afterAll(async () => {
  await browser.close()
  await theirs.close()
  await ours.close()
})

describe('a job from another shop', () => {
  it('says where it came from on the list and on every page, and offers only our own people', async () => {
    await browser.go('/')
    await browser.untilText('[data-part=from]', 'from Skerrow Reach Works')
    for (const stage of ['as-found', 'look', 'cut', 'record']) {
      await browser.go(`/jobs/${jobId}/${stage}`)
      await browser.untilText('[data-part=taken-in]', /Taken in from Skerrow Reach Works: their job 1, as saved .*2026/)
    }
    const people = await browser.run<string[]>(
      `return [...document.querySelectorAll('#person option')].map((o) => o.text)`,
    )
    expect(people).toEqual(['Who is working?', 'Own Hand'])
  })

  it('shows its limits beside our book, takes them over only by a named person, and can be judged by ours then', async () => {
    await browser.go(`/jobs/${jobId}/trial-fit`)
    await browser.click('[data-part=brought]')
    await browser.untilText('[data-part=brought-limits]', 'not in our book')
    await browser.click('[data-part=take-over]')
    await browser.untilText('[role=dialog] [data-part=nobody]', 'Say who is working first')
    expect((await ours.shop()).engines).toEqual([])
    await browser.type(Key.ESCAPE)
    await browser.chooseOption('#person', 'Own Hand')
    await browser.click('[data-part=brought]')
    await browser.click('[data-part=take-over]')
    await browser.until(async () => (await ours.shop()).engines.length === 1, 'the engine is not in the book')
    const { sheet, sheets } = await ours.snapshot(jobId)
    const [engine] = (await ours.shop()).engines
    expect(engine!.sheets[0]).toMatchObject({
      limits: sheet.limits,
      version: 1,
      source: expect.stringContaining('(with a job file of Skerrow Reach Works)'),
    })
    // The job itself is still judged by what came with it, until somebody says otherwise.
    expect(sheet.id).not.toBe(engine!.sheets[0]!.id)
    expect(sheets.map((s) => s.id)).toContain(engine!.sheets[0]!.id)
    await browser.until(async () => (await browser.count('[role=dialog]')) === 0, 'the dialog stays open')
    await browser.click('[data-part=brought]')
    await browser.click('[data-part=judge-by-ours]')
    await browser.until(
      async () => (await ours.snapshot(jobId)).sheet.id === engine!.sheets[0]!.id,
      'it is not judged by ours',
    )
    expect(await browser.complaints()).toEqual([])
  })
})
