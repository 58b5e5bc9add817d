import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { StageName } from '#core/works/stage-table'
import { Browser, Key } from '../testing/browser'
import { House } from '../testing/house'

const axe = readFileSync('node_modules/axe-core/axe.min.js', 'utf8')

/** Serious and critical findings of axe on the page as it stands. @param rules only these; left out for all */
async function findings(browser: Browser, rules?: string[]): Promise<string[]> {
  // The same page in its other colours has it already.
  if (!(await browser.run<boolean>('return typeof window.axe === "object"'))) await browser.run(axe)
  return browser.driver.executeAsyncScript<string[]>(
    `const done = arguments[arguments.length - 1], runOnly = arguments[0] ? { type: 'rule', values: arguments[0] } : undefined
     axe.run(document, { resultTypes: ['violations'], runOnly }).then(r => done(r.violations.filter(v => ['serious', 'critical'].includes(v.impact))
       .map(v => v.id + ': ' + v.nodes.slice(0, 3).map(n => n.html.slice(0, 120) + ' ' + (n.any[0]?.message ?? '')).join(' | '))))`,
    rules ?? null,
  )
}

describe('the demo shop', () => {
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

  const jobPath = async (title: string, stage: string) => `/jobs/${await house.jobId(title)}/${stage}`

  it('is open to everybody by axe, in light colours and in dark ones', async () => {
    const engineId = (await house.shop()).engines.find((e) => e.layout === 'vee')!.id
    const studyPath = `/gauges/${(await house.shop()).gauges.find((g) => g.basis === 'study')!.id}/study`
    const paths = [
      '/engines',
      `/engines/${engineId}`,
      '/gauges',
      '/people',
      '/stock',
      '/pullers',
      '/plan',
      '/intake',
      studyPath,
    ]
    const stages: Record<string, StageName[]> = {
      'Long Reach': [
        'as-found',
        'protect',
        'pull',
        'look',
        'decide',
        'counterbores',
        'parts',
        'repair-plan',
        'cut',
        'fit',
        'record',
      ],
      Pump: ['trial-fit'],
      loader: ['final-check', 'record', 'fit'],
      spare: ['as-found'],
    }
    const theme = () => browser.run('return document.documentElement.dataset.theme')
    const isOpen = async (page: string): Promise<void> => {
      await browser.see('main :is(svg, table, ul, form)')
      await browser.still()
      expect(await theme()).toBe('light')
      expect(await findings(browser), page).toEqual([])
      // The same page in the dark: only its colours are other ones.
      await browser.click('[data-part=theme]')
      await browser.still()
      expect(await theme()).toBe('dark')
      expect(await findings(browser, ['color-contrast', 'link-in-text-block']), `${page} in the dark`).toEqual([])
      await browser.click('[data-part=theme]')
    }
    await browser.go('/')
    await isOpen('/')
    for (const path of paths) {
      await browser.turnToPage(path)
      await isOpen(path)
    }
    for (const [title, own] of Object.entries(stages)) {
      const jobId = await house.jobId(title)
      for (const stage of own) {
        await browser.turnToStage(jobId, stage)
        await isOpen(`${title} ${stage}`)
      }
    }
    // Every page twice: on two cores, beside two other browsers, that takes its time.
  }, 900_000)

  it('is open to everybody in its dialogs too', async () => {
    await browser.go(await jobPath('Pump', 'trial-fit'))
    await browser.see('#reading')
    await browser.chord(Key.ALT, '7')
    await browser.untilText('[data-part=pad] h2', 'Cylinder 7')
    await browser.untilText('[data-part=move-head]', 'Cylinder 7')
    await browser.click('[data-part=toggle-gauge]')
    expect(await findings(browser)).toEqual([])
    await browser.type('?')
    await browser.see('[data-part=key-help]')
    expect(await findings(browser)).toEqual([])
  })

  it('says in words what lies on the line, and how to settle it', async () => {
    await browser.go(await jobPath('Pump', 'trial-fit'))
    await browser.see('#reading')
    await browser.chord(Key.ALT, '7')
    await browser.untilText('[data-part=move-head]', /Cylinder 7: measure it again, and read 3 o'clock \d times/)
    expect(await browser.text('[data-part=move-why]')).toContain('0.072 against 0.070, known to ±0.004')
    expect(await browser.attribute('[data-part=deck-rail] [data-cylinder="4"]', 'data-verdict')).toBe('unsure')
  })

  it('lists, searches and sorts its jobs', async () => {
    await browser.go('/')
    await browser.until(async () => (await browser.count('[data-part=row]')) === 9, 'there are not nine jobs')
    await (await browser.find('#filter-jobs')).sendKeys('pump')
    await browser.until(async () => (await browser.count('[data-part=row]')) === 2, 'the search finds no pumps')
    await (await browser.find('#filter-jobs')).clear()
    await (await browser.find('#filter-jobs')).sendKeys(' ', Key.BACK_SPACE)
    await browser.driver.findElement({ css: 'th:nth-child(2) button' }).click()
    await browser.until(
      async () => (await (await browser.all('[data-part=row]'))[0]!.getText()).includes('Crusher drive'),
      'the list is not sorted',
    )
  })

  it('goes to the next open stage of a job, and shows the whole route', async () => {
    await browser.go(`/jobs/${await house.jobId('Long Reach')}`)
    await browser.see('[data-stage=counterbores] [data-part=deck-rail]')
    const states = await browser.run<string[]>(
      `return [...document.querySelectorAll('[data-part=route] [data-state]')].map(a => a.dataset.stage + ' ' + a.dataset.state)`,
    )
    // What is done is folded away; what is to come stands there to its end.
    const folded = await browser.run<string[]>(
      `return [...document.querySelectorAll('[data-part=route] [data-phase] [aria-expanded=false]')].map(b => b.textContent.trim())`,
    )
    expect(folded).toEqual(['Strip5/5closed', 'Look2/2closed'])
    expect(states).toEqual([
      'counterbores next',
      'parts later',
      'repair-plan later',
      'cut later',
      'trial-fit later',
      'fit later',
      'final-check later',
      'record later',
    ])
    await browser.click('[data-part=route] [data-stage=trial-fit]')
    await browser.see('[data-stage=trial-fit] [data-part=deck-rail]')
    // As found stands in outline behind: six cylinders, four stations each.
    expect(await browser.count('[data-part=before-mark]')).toBe(24)
  })

  it('knows a job that is not there', async () => {
    await browser.go('/jobs/5e0f8c1a-3b1d-4a43-9d0c-0b9f6a1f7c11/trial-fit')
    await browser.untilText('main', 'There is no such job in this shop')
  })

  it('makes a new version of limits, refuses ones that cross, and keeps the old', async () => {
    const engine = (await house.shop()).engines.find((e) => e.name === 'Tarrock 6L-140')!
    await browser.go('/')
    await browser.chooseOption('#person', 'Ines Varga')
    await browser.go(`/engines/${engine.id}`)
    await browser.click('[data-part=edit-sheet]')
    const lowest = await browser.find('[data-field=minMm] input')
    await lowest.clear()
    await lowest.sendKeys('0,2')
    await browser.untilText('[data-field=minMm]', 'the lowest stands above the highest')
    await browser.click('[data-part=save-sheet]')
    await browser.untilText('[data-part=not-saved]', 'Not saved yet')
    expect(await browser.run('return document.activeElement.closest("[data-field]").dataset.field')).toBe('minMm')
    await lowest.clear()
    await lowest.sendKeys('0,07')
    await browser.click('[data-part=save-sheet]')
    await browser.untilText('[data-part=limits]', '0.070 mm')
    const after = (await house.shop()).engines.find((e) => e.id === engine.id)!
    expect(after.sheets.map((s) => s.limits.minMm)).toEqual([0.06, 0.07])
    expect((await house.snapshot(await house.jobId('Long Reach'))).sheet.version).toBe(1)
  })

  it('is usable at 1024 by 768: nothing that must be touched is cut off', async () => {
    await browser.resize({ width: 1024, height: 768 })
    await browser.go(await jobPath('Long Reach', 'trial-fit'))
    await browser.see('[data-part=take]')
    const small = await browser.run<string[]>(
      `return [...document.querySelectorAll('main button, main [role=button], [data-part=next-move] button')].filter(b => b.offsetParent || b.getBoundingClientRect).flatMap(b => {
         const r = b.getBoundingClientRect(); return r.width === 0 ? [] : r.bottom > innerHeight + 1 || r.right > innerWidth + 1 || r.height < 46 ? [b.outerHTML.slice(0, 90) + ' ' + JSON.stringify([r.bottom, r.right, r.height])] : [] })`,
    )
    expect(small).toEqual([])
    await browser.resize({ width: 1280, height: 800 })
  })
})

describe('an empty shop', () => {
  let house: House
  let browser: Browser
  beforeAll(async () => {
    house = await House.open({ demo: false })
    browser = await Browser.open(house.url)
  })
  afterAll(async () => {
    await browser.close()
    await house.close()
  })

  const fill = async (css: string, text: string) => (await browser.find(css)).sendKeys(text)

  it('says what to do first, and can be set up to a first reading', async () => {
    await browser.go('/')
    await browser.untilText('[data-part=first-steps]', 'First: say who works here.')
    await browser.go('/people')
    await browser.untilText('[data-part=empty]', 'Nobody yet')
    await fill('[data-part=person-name]', 'Mara Quill')
    await browser.click('[data-part=add-person]')
    await browser.untilText('main table', 'Mara Quill')

    await browser.go('/gauges')
    await browser.untilText('[data-part=empty]', 'No gauge yet')
    await browser.click('[data-part=new-gauge]')
    await fill('[data-part=gauge-name]', 'Bench sled')
    await fill('[data-part=gauge-repeatability] input', '0.002')
    await browser.click('[data-part=save-gauge]:not(:disabled)')
    await browser.untilText('[data-part=gauge-card]', '±0.004 mm')

    await browser.go('/engines')
    await browser.click('[data-part=new-engine]')
    expect(await browser.count('[data-part=field-problem]')).toBe(0)
    await browser.click('[data-part=save-engine]')
    await browser.untilText('[data-part=problem]', 'something is missing')
    // Name, bore, pitch, four limits and the two links: each says so, and the hands are on the first.
    expect(await browser.count('[data-part=field-problem]')).toBe(9)
    expect(await browser.run('return document.activeElement.dataset.part')).toBe('engine-name')
    await fill('[data-part=engine-name]', 'Made-up four')
    const labels: [string, string][] = [
      ['Bore', '100'],
      ['Pitch', '90'],
      ['Pitch', '130'],
      ['lowest protrusion', '0.05'],
      ['highest protrusion', '0.12'],
      ['aim', '0.08'],
      ['spread within one liner', '0.03'],
      ['flange', '9.08'],
      ['counterbore', '9'],
    ]
    for (const [label, figure] of labels) {
      await browser.until(
        () =>
          browser.run<boolean>(
            `const l = [...document.querySelectorAll('form label')].find(l => l.textContent.trim().startsWith(arguments[0])); const i = l && document.getElementById(l.htmlFor);
             if (!i) return false; i.focus(); i.value = arguments[1]; i.dispatchEvent(new Event('input', { bubbles: true })); return true`,
            label,
            figure,
          ),
        `the form has no ${label}`,
      )
      if (figure === '90') await browser.untilText('form', 'must be more than the bore')
    }
    await browser.click('[data-part=save-engine]')
    await browser.untilText('[data-part=limits]', '0.120 mm')

    await browser.go('/')
    await browser.click('[data-part=new-job]:not(:disabled)')
    await browser.chooseOption('[data-part=job-engine]', 'Made-up four')
    await fill('[data-part=job-title]', 'First job')
    await browser.click('[data-part=job-start]:not(:disabled)')
    await browser.see('[data-stage=as-found] #reading')
    await browser.type('0.081', Key.ENTER)
    await browser.untilText('[data-station="0"] [data-part=station-value]', '0.081')
    await browser.untilSaved()
    const { readings } = await house.snapshot(await house.jobId('First job'))
    expect(readings.map((r) => r.valueMm)).toEqual([0.081])
    expect(await browser.complaints()).toEqual([])
  })

  it('changes its rule, from the next set on', async () => {
    await browser.go('/gauges')
    await browser.click('[data-rule=plain]')
    await browser.until(
      async () => (await browser.attribute('[data-rule=plain]', 'aria-checked')) === 'true',
      'the rule did not change',
    )
    expect((await house.shop()).rule).toBe('plain')
    const { sets } = await house.snapshot(await house.jobId('First job'))
    expect(sets[0]!.rule).toBe('guarded')
  })

  it('mends a name, lays somebody aside, and says what stands on its papers', async () => {
    await browser.go('/people')
    const row = async (name: string) => {
      await browser.until(async () => {
        for (const found of await browser.all('[data-part=row]')) {
          if (!(await found.getText()).includes(name)) continue
          await (await found.findElement({ css: '[data-part=change-person]' })).click()
          return true
        }
        return false
      }, `${name} is not listed`)
      await browser.dialog()
    }
    const [first] = (await house.shop()).people
    await fill('[data-part=person-name]', 'Nils Orh')
    await browser.click('[data-part=add-person]')
    await row('Nils Orh')
    await (await browser.find('[data-part=mended-name]')).clear()
    await fill('[data-part=mended-name]', 'Nils Ohr')
    await browser.click('[data-part=save-person]')
    await browser.noDialog()
    await row('Nils Ohr')
    await browser.click('[data-part=lay-person-aside]')
    await browser.noDialog()
    const names = () =>
      browser.run<string[]>(`return [...document.querySelectorAll('#person option')].map(o => o.text)`)
    await browser.until(async () => !(await names()).includes('Nils Ohr'), 'who left can still be chosen')
    expect(await names()).toContain(first!.name)
    await fill('[data-part=shop-name]', 'Harbour Shed')
    await fill('[data-part=shop-address]', 'Quay 2')
    await fill('[data-part=shop-currency]', 'kr')
    await browser.click('[data-part=save-shop]')
    await browser.see('[data-part=shop-saved]')
    const shop = await house.shop()
    expect(shop.ways).toMatchObject({ name: 'Harbour Shed', address: 'Quay 2', currency: 'kr', zeroEvery: 0 })
    expect(shop.people.find((p) => p.name === 'Nils Ohr')).toMatchObject({
      earlierNames: [{ name: 'Nils Orh' }],
      leftAt: expect.any(String),
    })
    await browser.go('/no/such/page')
    await browser.untilText('[data-part=nowhere]', '/no/such/page')
  })
})
