import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { Browser, Key } from '../testing/browser'
import { command, House } from '../testing/house'
import { untilIndicatorRests } from '../testing/indicator'
import { Technician } from '../testing/technician'

let house: House
let browser: Browser
let tom: Technician
let jobId: string

beforeAll(async () => {
  house = await House.open()
  browser = await Browser.open(house.url)
  tom = new Technician(browser, house, 'mm')
  jobId = await tom.openJob('Long Reach', 'trial-fit')
  await tom.sayWho('Tom')
})
afterAll(async () => {
  await browser.close()
  await house.close()
})

const box = () => browser.run<string>("return document.querySelector('#reading').value")
const valueAt = (station: number) => browser.text(`[data-station="${station}"] [data-part=station-value]`)
const clearBox = async () => {
  await browser.type(Key.ESCAPE)
  await browser.type(Key.ESCAPE)
}

/** Each test has a cylinder of its own. */
let cylinder = 0
beforeEach(async () => {
  await clearBox()
  cylinder = (cylinder % 6) + 1
  await browser.chord(Key.ALT, String(cylinder))
  await browser.untilText('[data-part=pad] h2', `Cylinder ${cylinder}`)
})

describe('an entry', () => {
  it('that is no number stays in the box, with words', async () => {
    await browser.type('about 5', Key.ENTER)
    await browser.untilText('[data-part=entry-problem]', 'That is no number')
    expect(await box()).toBe('about 5')
  })

  it('a hundred times too large is asked about, and taken if it is right', async () => {
    await browser.type('9.8', Key.ENTER)
    await browser.untilText('[data-part=entry-question]', 'did the decimal point slip?')
    await browser.type(Key.ESCAPE)
    expect(await box()).toBe('9.8')
    expect(await valueAt(0)).toBe('·')
    await clearBox()
    await browser.type('98000', Key.ENTER)
    await browser.untilText('[data-part=entry-problem]', 'No reading on a deck is that large')
  })

  it('with a comma is a figure', async () => {
    await browser.type('0,098', Key.ENTER)
    await browser.untilText('[data-station="0"] [data-part=station-value]', '0.098')
  })

  it('of a whole column is laid on the stations when asked', async () => {
    await browser.run(
      `const data = new DataTransfer(); data.setData('text', arguments[0]);
       document.querySelector('#reading').dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))`,
      '0.098\n0,101\n0.097\n0.100\n',
    )
    await browser.untilText('[data-part=entry-question]', '4 figures')
    await browser.type(Key.ENTER)
    // The liner is read to its end: the next one is in hand.
    await browser.untilText('[data-part=pad] h2', `Cylinder ${cylinder + 1}`)
    await browser.chord(Key.ALT, String(cylinder))
    await browser.untilText('[data-station="270"] [data-part=station-value]', '0.100')
    expect(await Promise.all([0, 90, 180].map(valueAt))).toEqual(['0.098', '0.101', '0.097'])
  })

  it('at a station twice: put in its place, or keep both', async () => {
    await browser.type('0.098', Key.ENTER)
    await browser.type(Key.BACK_SPACE)
    await browser.type('0.100', Key.ENTER)
    await browser.untilText('[data-part=entry-question]', 'This station already reads 0.098')
    await browser.type('k')
    await browser.untilText('[data-station="0"]', 'mean of 2')
    expect(await valueAt(0)).toBe('0.099')
    await browser.type(Key.BACK_SPACE, '0.110', Key.ENTER)
    await browser.until(async () => (await browser.count('[data-part=entry-question]')) === 1, 'nothing was asked')
    await browser.type(Key.ENTER)
    await browser.untilText('[data-station="0"] [data-part=station-value]', '0.104')
  })

  it('is undone by one key, and struck out rather than lost', async () => {
    await browser.type('0.111', Key.ENTER)
    await browser.untilText('[data-station="0"] [data-part=station-value]', '0.111')
    await browser.type('u')
    await browser.untilText('[data-station="0"] [data-part=station-value]', '·')
    await tom.untilSaved()
    expect((await house.snapshot(jobId)).readings.find((r) => r.valueMm === 0.111)!.struck).toMatchObject({
      reason: 'undone',
    })
    await browser.click('[data-part=history]')
    await browser.untilText('[data-part=history-list]', 'struck out by Tom Adeyar')
    await browser.type(Key.ESCAPE)
    await browser.until(async () => (await browser.count('[data-part=history-list]')) === 0, 'the log stays open')
    await (await browser.find('#reading')).click()
  })

  it('from a gauge that types like a keyboard is a reading of the gauge', async () => {
    await browser.type('+0.0980 mm', Key.ENTER)
    await tom.untilSaved()
    const { readings } = await house.snapshot(jobId)
    expect(readings.at(-1)).toMatchObject({ valueMm: 0.098, source: 'gauge' })
  })
})

describe('the keys', () => {
  it('are listed under ?', async () => {
    await browser.type('?')
    const help = await browser.text('[data-part=key-help]')
    for (const key of ['Enter', 'Space', 'Backspace', '← →', 'Alt + 1 … 9', 'Esc']) expect(help).toContain(key)
    await browser.type(Key.ESCAPE)
    await browser.until(async () => (await browser.count('[data-part=key-help]')) === 0, 'the list stays open')
    await (await browser.find('#reading')).click()
  })

  it('go round the engine with the arrows, and to a bore by its number on the rail', async () => {
    const start = cylinder
    await browser.type(Key.ARROW_RIGHT)
    await browser.untilText('[data-part=pad] h2', `Cylinder ${(start % 6) + 1}`)
    // A dialog that closed a moment ago may still give the focus back.
    await browser.until(async () => {
      await browser.run(`document.querySelector('[data-part=deck-rail] [aria-pressed=true]').focus()`)
      await browser.type('6')
      return (await browser.text('[data-part=pad] h2')) === 'Cylinder 6'
    }, 'the rail takes no number')
  })

  it('change the unit on every figure', async () => {
    await (await browser.find('#reading')).click()
    await browser.type('m')
    await browser.untilText('[data-part=deck-profile]', '5.51')
    await browser.type('m')
    await browser.untilText('[data-part=deck-profile]', '0.140')
  })
})

describe('the gauge', () => {
  it('marks a set whose zero moved, and offers to take it again', async () => {
    // Cylinder 2 was asked about only; nothing is read there.
    await browser.chord(Key.ALT, '2')
    await browser.untilText('[data-part=pad] h2', 'Cylinder 2')
    await browser.click('[data-part=toggle-gauge]')
    await browser.click('[data-part=connect-simulated]')
    await browser.untilText('[data-part=live-value]', /[+−]?0\.00\d/)
    await browser.click('[data-part=gauge-zero]')
    // Away from the deck the zero is pressed once more: everything after it is off.
    for (let station = 0; station < 4; station++) {
      await browser.click('[data-part=slide-liner]')
      await untilIndicatorRests(browser)
      await browser.type(' ')
      await browser.driver.sleep(100)
    }
    await browser.click('[data-part=gauge-zero]')
    await untilIndicatorRests(browser)
    await browser.click('[data-part=slide-deck]')
    await untilIndicatorRests(browser)
    // Liners are still unread, so nobody asks for the zero yet: its key gives it at any time.
    await browser.type('z')
    await browser.untilText('[data-part=zero-how]', 'Put the gauge back')
    await browser.type(Key.ENTER)
    await browser.see('[data-part=entry-question][data-kind=zero]')
    await browser.type(Key.ENTER)
    await browser.untilText('[data-part=zero-said]', 'Zero moved to')
    await browser.until(
      async () => (await browser.attribute('[data-part=next-move]', 'data-reason')) === 'zero-moved',
      'the moved zero is not told',
    )
    await browser.click('[data-part=hide-gauge]')
    await browser.untilText('[data-part=zero-state]', 'moved')
    await browser.click('[data-part=move-button]')
    await browser.untilText('[data-part=pad-station]', 'station 1 of 4')
  })

  it('says when it falls silent or sends rubbish', async () => {
    await browser.click('[data-part=toggle-gauge]')
    await browser.run(
      `const d = document.querySelector('[data-part=drop-outs]'); d.value = 1; d.dispatchEvent(new Event('input', { bubbles: true }))`,
    )
    await browser.untilText('[data-part=gauge-note]', /no value arrives|which is no reading/)
    await browser.untilText('[data-part=gauge-state]', 'gauge silent')
    // The hands go back to the box by themselves.
    await browser.click('[data-part=slide-liner]')
    await browser.until(() => browser.run('return document.activeElement.id === "reading"'), 'the box has no focus')
    await browser.type(Key.ENTER)
    await browser.untilText('[data-part=entry-problem]', 'The gauge shows nothing just now')
    await browser.click('[data-part=disconnect]')
    await browser.untilText('[data-part=gauge-note]', 'no gauge connected')
  })
})

/** Begins a job of the ferry's engine on which nothing is read, and opens it where it is read first. */
async function freshJob(title: string, unit: 'mm' | 'thou'): Promise<string> {
  const { engine } = await house.snapshot(jobId)
  const id = randomUUID()
  await house.send([
    {
      ...command({ what: 'archive-job', archived: false }, jobId, await house.person('Tom Adeyar')),
      jobId: null,
      act: { what: 'start-job', jobId: id, engineId: engine.id, title, complaint: '', work: ['check'] },
    },
  ])
  await browser.run(`localStorage.setItem('evenbore.unit', '${unit}')`)
  await browser.go(`/jobs/${id}/as-found`)
  await browser.see('[data-stage=as-found] [data-part=pad]')
  return id
}

const heights = [0.098, 0.101, 0.099, 0.1, 0.112, 0.115, 0.113, 0.11]

describe('hands that never leave the figures', () => {
  it.each([
    ['mm', (mm: number) => mm.toFixed(3)],
    ['thou', (mm: number) => (mm / 0.0254).toFixed(2)],
  ] as const)('read six liners in %s with 24 figures and 24 Enters, nothing else', async (unit, written) => {
    const id = await freshJob(`Six liners in ${unit}`, unit)
    await browser.until(() => browser.run('return document.activeElement.id === "reading"'), 'the box has no focus')
    const keys = Array.from({ length: 24 }, (_, i) => [written(heights[i % 8]!), Key.ENTER])
    for (const [figure, enter] of keys) await browser.type(figure!, enter!)
    expect(keys.flat()).toHaveLength(48)
    await browser.untilText('[data-part=pad] h2', 'Cylinder 6')
    await browser.see('[data-part=next-move][data-action=close-zero]')
    await browser.untilSaved()
    const { readings, sets } = await house.snapshot(id)
    expect(sets.map((s) => s.cylinder)).toEqual([1, 2, 3, 4, 5, 6])
    expect(readings).toHaveLength(24)
    readings.forEach((r, i) => expect(Math.abs(r.valueMm - heights[i % 8]!)).toBeLessThan(0.00013))
    // The zero once a round: an Enter on the empty box.
    await browser.driver.sleep(320)
    await browser.type(Key.ENTER)
    await browser.see('[data-part=next-move][data-action=close-stage]')
    await browser.untilText('[data-part=zero-said]', 'It answers for 1, 2, 3, 4, 5, 6')
    // Taken back, it is asked for again.
    await browser.type('u')
    await browser.see('[data-part=next-move][data-action=close-zero]')
    await browser.untilSaved()
    expect((await house.snapshot(id)).sets.every((s) => s.closed === null)).toBe(true)
    await browser.type('z', '0', '.', '5', Key.ENTER)
    await browser.see(unit === 'mm' ? '[data-part=entry-question][data-kind=zero]' : '[data-part=zero-said]')
    await browser.type(Key.ENTER)
  })

  it('are told what a further figure is not, and the next digit takes its place', async () => {
    await freshJob('Hands', 'mm')
    await browser.until(() => browser.run('return document.activeElement.id === "reading"'), 'the box has no focus')
    for (const figure of ['0.098', '0.101', '0.099', '0.1']) await browser.type(figure, Key.ENTER)
    await browser.untilText('[data-part=pad] h2', 'Cylinder 2')
    await browser.type(Key.ARROW_LEFT)
    await browser.untilText('[data-part=pad] h2', 'Cylinder 1')
    await browser.type('0.095', Key.ENTER)
    await browser.untilText('[data-part=entry-problem]', 'Every station here is read')
    await browser.type('9', '8', '0', '0', '0', Key.ENTER)
    await browser.untilText('[data-part=entry-problem]', 'No reading on a deck is that large')
    expect(await box()).toBe('98000')
    // The keys on the screen do the same as the keyboard's.
    for (const key of ['0', '.', '1'])
      await browser.run(
        `[...document.querySelectorAll('[data-part=keypad] button')].find(b => b.textContent.trim() === arguments[0]).click()`,
        key,
      )
    expect(await box()).toBe('0.1')
    expect(await browser.count('[data-part=entry-problem]')).toBe(0)
  })
})
