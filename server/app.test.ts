import { carryAway } from '#core/job/carry-away'
import { hashText, orderedJson } from '#core/job/signature'
import { randomUUID } from 'node:crypto'
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import WebSocket from 'ws'
import { jobFile, JOB_FILE_VERSION } from '#contract/job-file'
import { problemPage } from '#contract/words/problem-page'
import { sayError } from '#contract/words/say-error'
import { parseGaugeLine } from '#core/measure/gauge-line'
import { commandOf, TestServer } from './testing/test-store'
import { settle } from './store/settle'
import { openStore } from './store/store'
import planCut from '../core/vectors/plan-cut.json'

let server: TestServer
let ferry: string
let loader: string

beforeAll(async () => {
  server = await TestServer.start()
  ferry = await server.jobId('Long Reach')
  loader = await server.jobId('loader')
})
afterAll(() => server.stop())

const post = (url: string, payload: string, type = 'application/json') =>
  server.app.inject({ method: 'POST', url, payload, headers: { 'content-type': type } })

describe('bad bodies', () => {
  it.each([
    ['/api/commands', '{"commands": [', 400, 'bad-json'],
    ['/api/commands', '', 400, 'bad-json'],
    ['/api/commands', '{"commands": []}', 422, 'bad-input'],
    ['/api/commands', `{"commands": ["${'x'.repeat(5_000_000)}"]}`, 413, 'too-large'],
    ['/api/calc/fit-plane', '{', 400, 'bad-json'],
    ['/api/calc/fit-plane', '{"readings":[]}', 422, 'bad-input'],
    ['/api/calc/fit-plane', '{"readings":[{"angleDeg":0,"valueMm":1}],"diameterMm":100}', 422, 'too-few-stations'],
    ['/api/calc/weld-it', '{}', 404, 'unknown-calculation'],
  ])('%s %# answers %i', async (url, body, status, code) => {
    const answer = await post(url, body)
    expect(answer.statusCode).toBe(status)
    expect(answer.json().error).toMatchObject({ code, message: expect.stringMatching(/\w{3}/) })
  })

  it('refuses what is no JSON by its type', async () => {
    expect((await post('/api/commands', 'a,b', 'text/csv')).statusCode).toBe(415)
  })

  it('says that a job is unknown', async () => {
    expect((await server.app.inject(`/api/jobs/${randomUUID()}`)).json().error.code).toBe('unknown-job')
    expect((await server.app.inject('/api/jobs/none')).statusCode).toBe(404)
    expect((await server.app.inject(`/api/jobs/${randomUUID()}/record.pdf`)).statusCode).toBe(404)
    expect((await server.app.inject('/api/nowhere')).json().error.code).toBe('unknown-path')
  })
})

describe('what a person opens by its address', () => {
  const opened = (url: string) =>
    server.app.inject({ url, headers: { accept: 'text/html,application/xhtml+xml,*/*;q=0.8' } })

  it('comes as it is where it can', async () => {
    const paper = await opened(`/api/jobs/${ferry}/owner.pdf`)
    expect([paper.statusCode, paper.headers['content-type']]).toEqual([200, 'application/pdf'])
  })

  it.each([
    [`/api/jobs/${randomUUID()}/record.pdf`, 404, sayError('unknown-job')],
    ['/api/jobs/none/photos/none', 422, sayError('bad-input')],
    ['/api/nowhere', 404, sayError('unknown-path')],
  ])('%s says why not on a page to read, and how to ask again', async (url, status, why) => {
    const page = await opened(url)
    expect([page.statusCode, page.headers['content-type']]).toEqual([status, 'text/html; charset=utf-8'])
    expect(page.body).toContain(`<p role="alert">${why}</p>`)
    expect(page.body).toMatch(/<a href="">Try again<\/a>/)
    // The same, asked by a program, stays what a program reads.
    expect((await server.app.inject(url)).json().error.message).toBe(why)
  })

  it('never takes what stands in an address for part of the page', () => {
    expect(problemPage('<script>"it"</script>')).not.toContain('<script>')
    expect(problemPage('5 < 6 & 7')).toContain('5 &#60; 6 &#38; 7')
  })
})

describe('calculations by the API', () => {
  it('answer as the core does', async () => {
    const { input, output } = planCut.cases[1]!
    const answer = await post('/api/calc/plan-cut', JSON.stringify(input))
    expect(answer.statusCode).toBe(200)
    expect(answer.json()).toMatchObject({
      action: output.action,
      reasons: output.reasons,
      totalCutMm: expect.closeTo(output.totalCutMm, 9),
    })
  })

  it('are listed and documented', async () => {
    expect((await server.app.inject('/api/calc')).json().calculations.map((c: { name: string }) => c.name)).toContain(
      'next-move',
    )
    const docs = await server.app.inject('/api/docs/json')
    expect(Object.keys(docs.json().paths)).toEqual(
      expect.arrayContaining([
        '/api/calc/fit-plane',
        '/api/calc/judge-protrusion',
        '/api/calc/plan-cut',
        '/api/commands',
        '/api/jobs/{jobId}/record.pdf',
      ]),
    )
    expect(docs.json().paths['/api/calc/fit-plane'].post.requestBody).toBeDefined()
  })
})

describe('what can be taken away', () => {
  async function textOf(url: string): Promise<string> {
    const answer = await server.app.inject(url)
    expect(answer.headers['content-type']).toBe('application/pdf')
    const pdf = await getDocument({ data: new Uint8Array(answer.rawPayload), verbosity: 0 }).promise
    const pages = await Promise.all(
      Array.from({ length: pdf.numPages }, async (_, i) => (await (await pdf.getPage(i + 1)).getTextContent()).items),
    )
    return pages
      .flat()
      .map((item) => ('str' in item ? item.str : ''))
      .join(' ')
      .replace(/\s+/g, ' ')
  }

  it('prints a signed job with its figures, gauge, people, cautions and deference', async () => {
    const text = await textOf(`/api/jobs/${loader}/record.pdf`)
    for (const wanted of [
      'Gravel yard loader',
      'Signed by Ines Varga',
      '0.090 – 0.170',
      'Shim 0.050 (K1) in',
      'stop pack 0.060',
      'Digital sled gauge 0.001',
      '±0.004 mm',
      'never replace',
      'inside',
      '0.134',
    ]) {
      expect(text).toContain(wanted)
    }
    expect(text).not.toContain('record.')
  })

  it('prints an open job as unsigned, in thou and on Letter where asked', async () => {
    const text = await textOf(`/api/jobs/${ferry}/record.pdf?unit=thou&paper=LETTER`)
    expect(text).toContain('Not signed. Still open: Counterbores, Trial fit, Seals and press, Final check, Record.')
    // A gauge whose calibration was due, and that was never studied, is said so where it judged.
    expect(text).toContain('calibration was due 2026-10-31')
    expect(text).toContain('only what was entered')
    expect(text).toContain('2.36 – 5.51')
    expect((await server.app.inject(`/api/jobs/${ferry}/record.pdf?paper=A9`)).statusCode).toBe(422)
  })

  it('prints what was found, decided and left in the engine, with its photos', async () => {
    const text = await textOf(`/api/jobs/${ferry}/record.pdf`)
    for (const wanted of [
      'head gasket failed, loses coolant',
      'Has run 14200 hours',
      'Sunk: 3, −0.040',
      'in 7 · out 0 · still in 7',
      'Bridge puller M24',
      'broke loose with a crack',
      'heavy pitting',
      'deep, a needle goes in',
      'Same side on neighbours 2, 3, 4',
      '3: scrap (suggested scrap)',
      'To renew: 1, 2, 3, 4, 5, 6',
      'bright and stepped',
      'page 4-17, copied 2026-11-02 by Ines Varga',
      'Pulling stores torque',
    ]) {
      expect(text).toContain(wanted)
    }
    const pdf = await getDocument({
      data: new Uint8Array((await server.app.inject(`/api/jobs/${ferry}/record.pdf`)).rawPayload),
      verbosity: 0,
    }).promise
    const images = await Promise.all(
      Array.from(
        { length: pdf.numPages },
        async (_, i) =>
          (await (await pdf.getPage(i + 1)).getOperatorList()).fnArray.filter((op) => op === OPS.paintImageXObject)
            .length,
      ),
    )
    expect(images.reduce((sum, n) => sum + n, 0)).toBe(3)
  })

  it('prints seals, presses and hours of a finished job, and that nothing has moved', async () => {
    const text = await textOf(`/api/jobs/${loader}/record.pdf?paper=LETTER`)
    for (const wanted of [
      'upper ring: on with rubber lubricant',
      '23 N·m, opening 91°',
      'Every liner stands as it did dry.',
      'still in 0',
      'Planned h',
    ])
      expect(text).toContain(wanted)
    expect(text).not.toContain('Broken')
  })

  it('prints one page for the owner, of the choice and of what was done', async () => {
    const owner = await server.app.inject(`/api/jobs/${ferry}/owner.pdf`)
    expect((await getDocument({ data: new Uint8Array(owner.rawPayload), verbosity: 0 }).promise).numPages).toBe(1)
    const text = await textOf(`/api/jobs/${ferry}/owner.pdf`)
    for (const wanted of [
      'For the owner',
      '6 new',
      'Decided: new liners in 1, 2, 3, 4, 5, 6',
      'Not signed yet',
      'never replace',
    ])
      expect(text).toContain(wanted)
    expect(await textOf(`/api/jobs/${loader}/owner.pdf`)).toContain('Shims fitted: cylinder 3.')
  })

  it('gives every reading as CSV, struck ones too', async () => {
    const { readings, people } = await server.snapshot(ferry)
    const strike = commandOf(
      { what: 'strike-reading', readingId: readings[0]!.id, reason: 'dirt, "maybe"' },
      ferry,
      people[0]!.id,
    )
    // As found is closed on the ferry: open it, strike, close it.
    await server.send(commandOf({ what: 'reopen-stage', stage: 'as-found', note: 'x' }, ferry, people[0]!.id), strike)
    // What was closed over it does not stand any more, and the record says so.
    expect(await textOf(`/api/jobs/${ferry}/record.pdf`)).toContain('Broken: something under it was struck out')
    const lines = (await server.app.inject(`/api/jobs/${ferry}/readings.csv`)).body.trim().split('\r\n')
    expect(lines).toHaveLength(1 + readings.length)
    expect(lines[0]!.split(',')).toEqual(
      expect.arrayContaining(['cylinder', 'station_deg', 'protrusion_mm', 'uncertainty_mm', 'struck_by']),
    )
    expect(lines.filter((l) => l.includes('"dirt, ""maybe"""'))).toHaveLength(1)
    expect(lines.some((l) => l.includes(`,${readings[3]!.valueMm},gauge,`))).toBe(true)
  })

  it('gives the whole job as a versioned file', async () => {
    const file = jobFile.parse((await server.app.inject(`/api/jobs/${loader}/job.json`)).json())
    expect(file.job).toEqual(JSON.parse(JSON.stringify(carryAway(await server.snapshot(loader)))))
    expect(file).toMatchObject({
      format: 'even-bore-job',
      version: JOB_FILE_VERSION,
      shop: 'Skerrow Reach Works',
      check: hashText(orderedJson(file.job)),
    })
  })
})

describe('live', () => {
  it('tells another copy of the server of every reading', async () => {
    const other = await TestServer.start({ demo: false }, server.address)
    const url = await other.app.listen({ host: '127.0.0.1', port: 0 })
    const { sets, people } = await server.snapshot(loader)
    expect(sets.length).toBeGreaterThan(0)
    const spare = await server.jobId('spare')
    const news = await fetch(`${url}/api/jobs/${spare}/news`)
    const reader = news.body!.pipeThrough(new TextDecoderStream()).getReader()
    await reader.read()
    const gaugeId = (await server.shop()).gauges[0]!.id
    await server.send(
      commandOf(
        { what: 'open-set', setId: randomUUID(), cylinder: 1, stage: 'as-found', gaugeId, zeroOn: 'deck' },
        spare,
        people[0]!.id,
      ),
    )
    let heard = ''
    while (!heard.includes('data: 1')) heard += (await reader.read()).value ?? ''
    await reader.cancel()
    await other.stop()
  })

  it('plays an indicator that reads the engine as it stands, whatever is sent to it', async () => {
    const url = (await server.app.listen({ host: '127.0.0.1', port: 0 })).replace('http', 'ws')
    const socket = new WebSocket(`${url}/api/gauge/simulated?jobId=${ferry}&stage=trial-fit&seed=4`)
    const lines: string[] = []
    socket.on('message', (data) => lines.push(...data.toString().trim().split('\n')))
    const settled = async () => {
      await new Promise((resolve) => setTimeout(resolve, 700))
      const from = lines.length
      while (lines.length < from + 12) await new Promise((resolve) => setTimeout(resolve, 50))
      const values = lines
        .slice(from)
        .map((l) => parseGaugeLine(l))
        .flatMap((l) => (l.kind === 'value' ? [l.valueMm] : []))
      return values.reduce((a, b) => a + b) / values.length
    }
    await new Promise((resolve) => socket.once('open', resolve))
    socket.send('rubbish')
    socket.send('{"do":"explode"}')
    socket.send(JSON.stringify({ do: 'slide', to: { on: 'liner', cylinder: 5, angleDeg: 300 } }))
    const before = await settled()
    expect(before).toBeCloseTo(0.1765, 2)
    const personId = (await server.shop()).people[0]!.id
    await server.send(
      commandOf(
        { what: 'cut-pass', cutId: randomUUID(), cylinder: 5, kind: 'rough', leavesMm: [0.06], expectMm: 0.1165 },
        ferry,
        personId,
      ),
    )
    expect(before - (await settled())).toBeCloseTo(0.062, 2)
    socket.close()
  })
})

describe('the store', () => {
  it('survives being opened again: migrations and settling change nothing that is there', async () => {
    const before = await server.snapshot(loader)
    const again = await openStore(server.address)
    await settle(again, { demo: true }, () => undefined)
    await again.close()
    expect(await server.snapshot(loader)).toEqual(before)
  })

  it('starts empty but usable for a new shop', async () => {
    const empty = await TestServer.start({ demo: false })
    const shop = await empty.shop()
    expect(shop).toMatchObject({ jobs: [], people: [], gauges: [], engines: [], rule: 'guarded' })
    expect(shop.tooling.leavesMm.length).toBeGreaterThan(5)
    await empty.stop()
  })

  it('has the jobs of the demo world as they are told', async () => {
    const { jobs } = await server.shop()
    expect(jobs.map((j) => [j.title, j.engineName, j.signed])).toEqual([
      ['Ferry "Long Reach", main engine', 'Tarrock 6L-140', false],
      ['Pump set B', 'Orrin 8V-118', false],
      ['Gravel yard loader', 'Brennick 4M-105', true],
      ['Ferry spare engine', 'Tarrock 6L-140', false],
      ['Pump set A', 'Orrin 8V-118', false],
      ['Crusher drive', 'Brennick 4M-105', false],
      ['Tide gate gearbox', 'Lune G40', false],
      ['Yard compressor', 'Sarn C2-90', false],
      ['Gravel yard, back again', 'Brennick 4M-105', false],
    ])
    expect(jobs.find((j) => j.title.includes('spare'))!.readings).toBe(0)
  })
})
