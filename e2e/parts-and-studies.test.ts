import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { calc } from '#core/calc'
import { readCutBore } from '#core/works/liners/cut-bore'
import type { LinerMatch, MatchLinersInput } from '#core/liner/match-liners'
import type { Stock } from '#contract/shop'
import { Browser, Key } from '../testing/browser'
import { House } from '../testing/house'

let house: House
let browser: Browser
let folder: string

beforeAll(async () => {
  house = await House.open({ own: true })
  browser = await Browser.open(house.url)
  folder = mkdtempSync(join(tmpdir(), 'evenbore-stock-'))
  await browser.go('/')
  await browser.chooseOption('#person', 'Tom Adeyar')
})
afterAll(async () => {
  await browser.close()
  await house.kill()
  rmSync(folder, { recursive: true, force: true })
})

const stock = () => house.json<Stock>('/api/stock')

describe('the stock', () => {
  async function chooseFile(name: string, text: string): Promise<void> {
    writeFileSync(join(folder, name), text)
    await (await browser.find('[data-part=parts-file]')).sendKeys(join(folder, name))
  }

  it('takes a file in whole or not at all, and says which line is wrong', async () => {
    await browser.go('/stock')
    await browser.see('[data-part=row]')
    const before = await stock()
    await browser.click('[data-part=parts-import]')
    await chooseFile('wrong-columns.csv', 'name,size\nT19,10.6\n')
    await browser.untilText('[data-part=import-result]', /lacks these columns: kind, engine, label, nominal_mm/)
    await chooseFile(
      'wrong-unit.csv',
      'kind,engine,label,nominal_mm\nliner,Tarrock 6L-140,T19,10.6\nliner,Tarrock 6L-140,T20,0.4173\nshim,Tarrock 6L-140,Z1,0\n',
    )
    await browser.untilText('[data-part=import-result]', /Line 3:.*another unit\?[\s\S]*Line 4:/)
    expect(await (await browser.find('[data-part=import-take]')).isEnabled()).toBe(false)
    const good =
      'kind,engine,label,nominal_in,readings_in\nliner,Tarrock 6L-140,T19,0.4173,0.4173 0.4174 0.4173 0.4172\nshim,Tarrock 6L-140,Z1,0.004,0.0040 0.0041 0.0041\n'
    await chooseFile('good.csv', good)
    await browser.untilText('[data-part=import-result]', '2 parts can be taken in')
    expect(await browser.count('[data-part=import-again]')).toBe(0)
    const [taken] = before.liners
    await chooseFile('again.csv', `kind,engine,label,nominal_mm\nliner,Tarrock 6L-140,${taken!.label},10.6\n`)
    expect(await browser.untilText('[data-part=import-again]', '1 of them')).toContain(taken!.label)
    await chooseFile('good.csv', good)
    await browser.untilText('[data-part=import-result]', '2 parts can be taken in')
    await browser.click('[data-part=import-take]:not(:disabled)')
    await browser.until(
      async () => (await stock()).liners.length === before.liners.length + 1,
      'the liner is not in the stock',
    )
    const { liners, shims } = await stock()
    expect(liners.find((l) => l.label === 'T19')!.nominalMm).toBeCloseTo(0.4173 * 25.4, 9)
    expect(shims.find((s) => s.label === 'Z1')!.actualMm).toBeCloseTo((25.4 * (0.004 + 0.0041 + 0.0041)) / 3, 9)
  })

  it('is searched, and a part measured by typing, an odd figure asked about', async () => {
    await browser.until(async () => (await browser.count('[data-part=parts-file]')) === 0, 'the dialog stays open')
    await (await browser.find('input[type=search]')).sendKeys('T8')
    await browser.until(async () => (await browser.count('[data-part=row]')) === 1, 'the search finds more than one')
    await browser.click('[data-part=choose-part][data-label=T8]')
    await browser.see('[data-part=part-measure][data-label=T8] #reading')
    await (await browser.find('#reading')).click()
    await browser.type('1.0603', Key.ENTER)
    await browser.untilText('[data-part=entry-problem]', 'far from the nominal')
    await (await browser.find('#reading')).clear()
    await (await browser.find('#reading')).click()
    for (const figure of ['10.603', '10,604', '10.602', '10.601']) await browser.type(figure, Key.ENTER)
    await browser.until(
      async () => (await stock()).liners.find((l) => l.label === 'T8')!.readings.length === 4,
      'the readings are not stored',
    )
    expect((await stock()).liners.find((l) => l.label === 'T8')!.readings.map((r) => r.valueMm)).toEqual([
      10.603, 10.604, 10.602, 10.601,
    ])
    await browser.untilText('[data-part=row]', 'good')
  })
})

describe('a repeat study', () => {
  it('survives a closed page and a server that goes away, and gives its gauge an uncertainty', async () => {
    const depth = (await house.shop()).gauges.find((g) => g.kind === 'depth')!
    await browser.go(`/gauges/${depth.id}/study`)
    await browser.see('main fieldset input[type=checkbox]')
    const boxes = await browser.all('main fieldset input[type=checkbox]')
    expect(boxes).toHaveLength(4)
    for (const at of [0, 3]) await boxes[at]!.click()
    await browser.run(
      `const [parts, trials] = document.querySelectorAll('main form input.figure'); parts.value = '2'; parts.dispatchEvent(new Event('input')); trials.value = '2'; trials.dispatchEvent(new Event('input'))`,
    )
    await browser.click('[data-part=study-begin]:not(:disabled)')
    const asked = () =>
      browser.run<string>(
        `const d = document.querySelector('[data-part=study-pad]')?.dataset; return d?.partNow ? [d.partNow, d.operatorNow, d.trialNow].join(' ') : ''`,
      )
    const seen: string[] = []
    for (let i = 0; i < 8; i++) {
      if (i === 3) {
        await browser.untilSaved()
        await browser.go(`/gauges/${depth.id}/study`)
      }
      if (i === 5) await house.kill()
      if (i === 7) await house.start()
      await browser.until(
        async () => (await asked()) !== '' && !seen.includes(await asked()),
        `reading ${i + 1} is not asked for after ${seen.join(', ')}`,
      )
      seen.push(await asked())
      await (await browser.find('[data-part=study-pad] #reading')).click()
      await browser.type(
        (seen.at(-1)!.startsWith('P1') ? [0.101, 0.103][i % 2]! : [0.12, 0.123][i % 2]!).toFixed(3),
        Key.ENTER,
      )
    }
    expect(seen).toEqual([
      'P1 Ines Varga 1',
      'P2 Ines Varga 1',
      'P1 Tom Adeyar 1',
      'P2 Tom Adeyar 1',
      'P1 Ines Varga 2',
      'P2 Ines Varga 2',
      'P1 Tom Adeyar 2',
      'P2 Tom Adeyar 2',
    ])
    await browser.click('[data-part=study-end]')
    await browser.until(
      async () => (await house.shop()).gauges.find((g) => g.id === depth.id)!.basis === 'study',
      'the gauge did not get its study',
      30_000,
    )
    await browser.see('[data-part=study-report]')
    const study = (await house.shop()).studies.find((s) => s.gaugeId === depth.id)!
    expect(study.readings).toHaveLength(8)
    expect(new Set(study.readings.map((r) => `${r.part} ${r.operator} ${r.trial}`)).size).toBe(8)
    await browser.go('/gauges')
    await browser.untilText('main', 'from its repeat study')
  })
})

describe('a pass that nobody measured', () => {
  it('is followed by another only with a reason, which stands there; and one entered by mistake is struck out', async () => {
    const jobId = await house.jobId('Long Reach')
    await browser.go(`/jobs/${jobId}/repair-plan`)
    await browser.until(
      async () => (await browser.count('[data-part=schools] tbody tr')) === 6,
      'the schools are not planned',
      30_000,
    )
    await browser.click('[data-school=leave] button')
    await browser.click('[data-part=take-plan]')
    await browser.untilSaved()
    await browser.go(`/jobs/${jobId}/cut`)
    await browser.see('#reading')
    await browser.chord(Key.ALT, '3')
    await browser.see('[data-part=next-move][data-action=plug-in]')
    await browser.type('n')
    await browser.see('[data-part=next-move][data-action=cut]')
    expect(await browser.count('[data-part=pack-stack] [data-part=leaf]')).not.toBe(0)
    await browser.type('n')
    await browser.see('[data-part=next-move][data-action=refit]')
    await browser.click('[data-part=cut-blind]')
    await browser.click('[data-leaf="0.05"]')
    expect(await (await browser.find('[data-part=blind-cut]')).isEnabled()).toBe(false)
    await (await browser.find('[data-part=blind-reason]')).sendKeys('gauge is at its maker')
    await browser.click('[data-part=blind-cut]:not(:disabled)')
    await browser.untilText('[data-part=passes]', 'unmeasured: gauge is at its maker')
    await browser.untilSaved()
    expect(readCutBore(await house.snapshot(jobId), 3).passes.map((p) => p.cut.unmeasured)).toEqual([
      '',
      'gauge is at its maker',
    ])
    await browser.click('[data-part=strike-cut]')
    await browser.until(
      async () => readCutBore(await house.snapshot(jobId), 3).passes.length === 1,
      'the pass is not struck out',
    )
    // Struck out, not gone.
    expect(
      (await house.snapshot(jobId)).cuts.filter((c) => c.cylinder === 3).map((c) => c.struck?.reason ?? null),
    ).toEqual([null, 'entered-by-mistake'])
    expect(await browser.complaints()).toEqual([])
  })

  it('and the question of less torque is answered by two sets', async () => {
    const jobId = await house.jobId('Pump set B')
    await browser.go(`/jobs/${jobId}/repair-plan`)
    await browser.see('[data-part=open-questions]')
    await browser.click('[data-part=open-questions]')
    await browser.untilText('[data-part=question-torque]', 'Measure this cylinder twice')
    await browser.untilText('[data-part=question-material]', 'it makes no difference')
    await browser.untilText('[data-part=question-stations]', /4 stations[\s\S]*8 stations/)
    await browser.type(Key.ESCAPE)
    await browser.click('[data-part=open-match]')
    await browser.untilText('[data-part=match-problem]', 'There are 8 bores and only 0 liners')
  })
})

describe('a calculation that takes its time', () => {
  const deck = (bores: number): MatchLinersInput => ({
    bores: Array.from({ length: bores }, (_, i) => ({
      cylinder: i + 1,
      depthMm: 10.49 + 0.013 * ((i * 7) % 11),
      tiltMm: 0.004 * (i % 9),
      highAtDeg: 40 * i,
    })),
    liners: Array.from({ length: bores + 2 }, (_, i) => ({
      id: `L${i}`,
      flangeMm: 10.58 + 0.007 * ((i * 5) % 9),
      wedgeMm: 0.002 * (i % 5),
      thickAtDeg: 70 * i,
    })),
    shims: [
      { thicknessMm: 0.05, count: 2 },
      { thicknessMm: 0.1, count: 1 },
      { thicknessMm: 0.2, count: 2 },
    ],
    otherMm: 0,
    rotationsDeg: [0, 90, 180, 270],
    heads: [Array.from({ length: bores }, (_, i) => i + 1)],
    targetMm: 0.1,
    spec: { minMm: 0.06, maxMm: 0.14, withinLinerMaxMm: 0.03 },
  })
  const ask = (input: unknown, signal?: AbortSignal) =>
    fetch(`${house.url}/api/calc/match-liners`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(input),
      ...(signal ? { signal } : {}),
    })

  it('keeps nobody waiting, answers as `calc` does, and ends when nobody waits for it', async () => {
    const order: string[] = []
    const heavy = ask(deck(9)).then(async (answer) => (order.push('match'), (await answer.json()) as LinerMatch))
    await new Promise((resolve) => setTimeout(resolve, 30))
    await fetch(`${house.url}/api/health`).then(() => order.push('health'))
    const match = await heavy
    expect(order).toEqual(['health', 'match'])
    expect(match).toEqual(JSON.parse(JSON.stringify(await calc('match-liners', deck(9)))))
    const gone = new AbortController()
    const given = ask(deck(24), gone.signal).catch((error: Error) => error.name)
    setTimeout(() => gone.abort(), 300)
    expect(await given).toBe('AbortError')
    expect((await ask({ ...deck(4), liners: [] })).status).toBe(422)
    expect((await ask({ ...deck(4), colour: 'blue' })).status).toBe(422)
    expect((await fetch(`${house.url}/api/health`)).ok).toBe(true)
  })
})
