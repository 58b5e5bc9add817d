import { trueProtrusionMm, type BoreTruth } from '#core/sim/simulated-engine'
import { readDeck } from '#core/works/liners/deck'
import { ferryBores } from '../server/demo/world'
import { Key, type Browser } from './browser'
import type { House } from './house'

/** How a value is put into the pad: typed in a unit, or taken from the simulated gauge. */
export type Hand = 'mm' | 'thou' | 'gauge'

/** How far an indicator may be from what a stop pack as marked would leave, mm: a cutter takes a little more or less. */
const ABOUT_MM = 0.03

/** A technician who does what the next move says, and reads an engine that obeys physics, not predictions. */
export class Technician {
  /** Called before each reading; tests pull plugs here. */
  beforeReading: (count: number) => Promise<void> = async () => undefined
  readings = 0
  moves: string[] = []

  constructor(
    readonly browser: Browser,
    readonly house: House,
    readonly hand: Hand,
    private readonly bores: readonly BoreTruth[] = ferryBores,
  ) {}

  /** @param stage goes on to that stage by the route; left out for the one that is next */
  async openJob(title: string, stage?: string): Promise<string> {
    const jobId = await this.house.jobId(title)
    await this.browser.go('/')
    await this.browser.until(async () => {
      const found = `const row = [...document.querySelectorAll('[data-part=row] a')].find((a) => a.textContent.includes(arguments[0]))
        row?.focus(); return !!row`
      return this.browser.run<boolean>(found, title)
    }, `the list has no job "${title}"`)
    await this.browser.type(Key.ENTER)
    await this.browser.see('[data-part=next-move]')
    if (stage) await this.goTo(stage)
    return jobId
  }

  /** Goes to a stage by the route. */
  async goTo(stage: string): Promise<void> {
    await (await this.browser.find(`[data-part=route] [data-stage=${stage}]`)).sendKeys(Key.ENTER)
    await this.browser.see(`main > [data-stage=${stage}]`)
  }

  async sayWho(name: string): Promise<void> {
    const box = await this.browser.find('#person')
    await this.browser.until(async () => (await this.browser.count('#person option')) > 1, 'nobody can be chosen')
    // A stage that has just opened takes the focus out of the head strip for a quarter of a second; no hand is that fast.
    await this.browser.driver.sleep(350)
    await box.sendKeys(name)
    const [reading] = await this.browser.all('#reading')
    if (reading) await reading.click()
    else await this.browser.run('document.activeElement.blur()')
  }

  private async nextMove(): Promise<{
    action: string
    cylinder: number
    station: number
    reason: string
    head: string
  }> {
    return this.browser.run(
      `const d = document.querySelector('[data-part=next-move]').dataset; return { action: d.action, cylinder: Number(d.cylinder), station: Number(d.station), reason: d.reason, head: document.querySelector('[data-part=move-head]').textContent }`,
    )
  }

  /** What the dial would show: the engine as cut and shimmed on this very screen. */
  private async heightMm(
    cylinder: number,
    angleDeg: number,
    cuts: Map<number, number[]>,
    shims: Map<number, number>,
  ): Promise<number> {
    const truth = this.bores.find((b) => b.cylinder === cylinder)!
    const height = trueProtrusionMm(
      truth,
      { asFound: false, packsMm: cuts.get(cylinder) ?? [], shimMm: shims.get(cylinder) ?? 0 },
      angleDeg,
    )
    return Math.round(height * 1000) / 1000
  }

  private async read(
    cylinder: number,
    angleDeg: number,
    cuts: Map<number, number[]>,
    shims: Map<number, number>,
  ): Promise<void> {
    await this.beforeReading(this.readings++)
    const heightMm = await this.heightMm(cylinder, angleDeg, cuts, shims)
    if (this.hand === 'gauge') {
      await this.browser.click('[data-part=slide-liner]')
      // A hand takes its time; so does an indicator that settles, and the more where the machine is busy.
      await this.browser.driver.sleep(330)
      await this.takeFromGauge(heightMm)
      return
    }
    const figure =
      this.hand === 'thou' ? (heightMm / 0.0254).toFixed(2) : heightMm.toFixed(3).replace('.', cylinder % 2 ? '.' : ',')
    await this.browser.type(figure, Key.ENTER)
  }

  /** Takes what the indicator shows, once it shows about what stands under it; where it was silent just then, again. */
  private async takeFromGauge(heightMm: number): Promise<void> {
    const shownMm = async () => Number.parseFloat((await this.browser.text('[data-part=live-value]')).replace('−', '-'))
    await this.browser.until(async () => {
      if (!(Math.abs((await shownMm()) - heightMm) < ABOUT_MM)) return false
      await (await this.browser.find('#reading')).click()
      await this.browser.type(Key.ENTER)
      return (await this.browser.count('[data-part=entry-problem]')) === 0
    }, `the gauge does not come to ${heightMm}`)
  }

  /** Puts the gauge back on the deck, which it sees by itself; whoever types says with Enter that it shows 0. */
  private async seeZero(): Promise<void> {
    if (this.hand === 'gauge') return this.browser.click('[data-part=slide-deck]')
    // No hand is faster after a reading; a key that bounces is none.
    await this.browser.driver.sleep(320)
    await this.browser.type(Key.ENTER)
  }

  /**
   * Follows the next moves until the stage can be closed, and closes it by the keyboard.
   */
  async workThroughStage(): Promise<void> {
    const cuts = new Map<number, number[]>()
    const shims = new Map<number, number>()
    for (let step = 0; step < 260; step++) {
      const before = await this.nextMove()
      this.moves.push(`${before.action} ${before.cylinder || ''} ${before.reason}`)
      if (before.action === 'done') return
      if (before.reason === 'zero-moved' || before.reason === 'rough-readings') await this.browser.type('n')
      else if (before.action === 'measure') await this.read(before.cylinder, before.station, cuts, shims)
      else if (before.action === 'close-zero') await this.seeZero()
      else if (before.action === 'cut' || before.action === 'shim' || before.action === 'next-cylinder') {
        const head = await this.browser.text('[data-part=move-head]')
        if (before.action === 'cut') {
          cuts.set(before.cylinder, [...(cuts.get(before.cylinder) ?? []), packIn(head)])
          shims.delete(before.cylinder)
        }
        if (before.action === 'shim') shims.set(before.cylinder, shimIn(head, this.hand))
        await this.browser.type('n')
      } else if (['ring-on', 'wet', 'band-on'].includes(before.action)) await this.browser.type('n')
      else if (before.action === 'press') await this.press()
      else if (before.action === 'pilot') await this.tryPin()
      else if (before.action === 'close-stage') {
        await leaveStage(
          this.browser,
          () => this.browser.type('n'),
          () => this.browser.type(Key.ENTER),
        )
        return
      } else
        throw new Error(
          `stuck at ${this.moves.slice(-4).join(' | ')}: ${await this.browser.text('[data-part=move-head]')}`,
        )
      await this.browser.until(
        async () => {
          const now = await this.nextMove()
          return (
            now.action !== before.action ||
            now.cylinder !== before.cylinder ||
            now.station !== before.station ||
            now.reason !== before.reason ||
            now.head !== before.head
          )
        },
        `nothing followed ${this.moves.at(-1)}`,
      )
    }
    throw new Error(`the stage never ended: ${this.moves.slice(-8).join(' | ')}`)
  }

  /** Drops the pin that proves a liner's clocking: it goes through. */
  private async tryPin(): Promise<void> {
    await this.browser.see('[data-part=turn-pad][data-entry=try-pilot]')
    await this.browser.type('1')
  }

  /** Presses a liner in and says so at the pad: where it stands, where that must be known, and what the screw took. */
  private async press(): Promise<void> {
    const pad = '[data-part=turn-pad][data-entry=press-liner]'
    await this.browser.see(`${pad} #reading`)
    const taken = () => this.browser.run<string>(`return document.querySelector('${pad}')?.dataset.taken ?? 'gone'`)
    const before = await taken()
    const clocked = /°/.test(await this.browser.text('[data-part=turn-question]'))
    if (clocked) {
      await this.browser.type('91', Key.ENTER)
      await this.browser.until(async () => (await taken()) !== before, 'the angle was not taken')
    }
    await this.browser.type('34', Key.ENTER)
  }

  /** Counts out what is still in the engine, then signs, by the keyboard. @returns how many kinds were counted out */
  async countOutAndSign(): Promise<number> {
    let counted = 0
    await this.browser.see('main > [data-stage=record] [data-part=next-move]')
    for (let now = await this.nextMove(); now.action === 'count-out'; now = await this.nextMove()) {
      const { head } = now
      await this.browser.type('n')
      await this.browser.until(async () => (await this.nextMove()).head !== head, `it is not counted out: ${head}`)
      counted++
    }
    await this.browser.see('[data-part=next-move][data-action=sign]')
    await this.browser.type('n')
    await (await this.browser.find('[data-part=sign-confirm]:not(:disabled)')).sendKeys(Key.ENTER)
    await this.browser.see('[data-part=next-move][data-action=done]')
    return counted
  }

  /** How the deck stands on the server. */
  async deck(jobId: string, stage: 'trial-fit' | 'final-check' = 'trial-fit') {
    return readDeck(await this.house.snapshot(jobId), stage)
  }

  async untilSaved(): Promise<void> {
    await this.browser.untilSaved()
  }
}

/** As long as a person waits before they strike a key again. */
const STRIKE_AGAIN_MS = 2000

/** Closes the stage on the screen by its next move, says yes where a name is asked for, and waits for the stage after it. */
export async function leaveStage(
  browser: Browser,
  go: () => Promise<unknown>,
  confirm: () => Promise<unknown>,
): Promise<void> {
  const shown = () =>
    browser.run<string | null>("return document.querySelector('main > [data-stage]')?.dataset.stage ?? null")
  const before = await shown()
  let confirmed = false
  await go()
  let goneAt = Date.now()
  await browser.until(async () => {
    const now = await shown()
    if (now !== null && now !== before) return true
    // A stroke so soon after the one that ended the work is taken for the same one: it is struck again.
    const open = confirmed || (await browser.count('[data-part=close-confirm]')) > 0
    if (!open && Date.now() - goneAt > STRIKE_AGAIN_MS) {
      await go()
      goneAt = Date.now()
    }
    if (!confirmed && (await browser.count('[data-part=close-confirm]:not(:disabled)')) > 0) {
      await browser.dialog()
      await confirm()
      confirmed = true
    }
    return false
  }, `the stage ${before} did not close`)
  await browser.noDialog()
}

/** The stop pack in a sentence: leaves are marked in mm whatever unit is read in. */
export function packIn(sentence: string): number {
  const leaves = /stop pack (\d+\.\d+(?: \+ \d+\.\d+)*)/.exec(sentence)?.[1] ?? ''
  return leaves.split(' + ').reduce((sum, leaf) => sum + Number(leaf), 0)
}

function shimIn(sentence: string, hand: Hand): number {
  const figure = Number(/fit shim [^(]*\(([\d.]+)\)/.exec(sentence)?.[1])
  return hand === 'thou' ? figure * 0.0254 : figure
}
