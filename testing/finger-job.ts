import { type Browser } from './browser'
import type { Finger } from './finger'
import { shownMove } from './go-by-key'
import { leaveStage } from './technician'

/** As long as a hand waits before it taps again, ms. */
const TAP_AGAIN_MS = 900

/** What a finger does on a job's stages: the next move's button, a question's fields, the bolts. */
export class FingerJob {
  constructor(
    private readonly browser: Browser,
    private readonly finger: Finger,
  ) {}

  go = (): Promise<void> => this.finger.tap('[data-part=move-button]')

  /** Waits for a move; taps nothing. */
  until(action: string, at?: string): Promise<void> {
    return this.browser.until(
      async () => {
        const now = await shownMove(this.browser)
        return now.action === action && (at === undefined || now.at === at)
      },
      `the next move is not ${action} ${at ?? ''}`,
    )
  }

  /** What the pad asks now; empty where it asks nothing. */
  asks = (): Promise<string> =>
    this.browser.run<string>(`return document.querySelector('[data-part=turn-pad]')?.dataset.asks ?? ''`)
  /** How many answers this pad took; none where it is gone. */
  private taken = (): Promise<string> =>
    this.browser.run<string>(`return document.querySelector('[data-part=turn-pad]')?.dataset.taken ?? 'gone'`)
  /** Taps a key of the pad until it is taken: the same tap so soon after another is taken for that one. */
  private async tapTaken(css: string, asked: string): Promise<void> {
    const before = await this.taken()
    let tappedAt = 0
    await this.browser.until(async () => {
      if ((await this.taken()) !== before || (await this.browser.count('[data-part=turn-problem]')) > 0) return true
      if (Date.now() - tappedAt > TAP_AGAIN_MS && (await this.asks()) === asked) {
        tappedAt = Date.now()
        await this.finger.tap(css)
      }
      return false
    }, `the pad did not take ${asked}`)
  }
  /** Answers what the pad asks, one by one by its keys, until it asks what is not among these. */
  async pad(answers: Record<string, string | boolean | null>): Promise<void> {
    await this.browser.see('[data-part=turn-pad]')
    const left = { ...answers }
    for (let asked = await this.asks(); asked in left; asked = await this.asks()) {
      const answer = left[asked]!
      delete left[asked]
      const code = `[data-field="${asked}"]`
      if (answer === null) await this.tapTaken('[data-part=pass]', asked)
      else if ((await this.browser.count(code)) > 0) await this.typed(`input${code}, ${code} input`, answer, asked)
      else if ((await this.browser.count('#reading-text')) > 0) await this.typed('#reading-text', answer, asked)
      else if (typeof answer === 'string' && (await this.browser.count('#reading')) > 0) {
        const before = await this.taken()
        await this.finger.figure(answer.replace('-', '−'))
        await this.browser.until(
          async () => (await this.taken()) !== before || (await this.browser.count('[data-part=turn-problem]')) > 0,
          `the pad did not take ${asked}`,
        )
      } else await this.tapTaken(`[data-option="${answer}"]`, asked)
    }
    if (Object.keys(left).length > 0) throw new Error(`the pad asked ${await this.asks()}, not ${Object.keys(left)[0]}`)
  }
  private async typed(css: string, answer: string | boolean, asked: string): Promise<void> {
    await (await this.browser.find(css)).sendKeys(String(answer))
    await this.tapTaken('[data-part=turn-enter]', asked)
  }
  async close(): Promise<void> {
    await this.until('close-stage')
    await leaveStage(this.browser, this.go, () => this.finger.tap('[data-part=close-confirm]'))
  }
  /** Goes to the place whose turn it is, if another is in hand. */
  async at(action: string, place: string): Promise<void> {
    await this.browser.until(
      async () => ['next-place', action].includes((await shownMove(this.browser)).action),
      `neither ${action} nor another place is next`,
    )
    if ((await shownMove(this.browser)).action === 'next-place') await this.go()
    await this.until(action, place)
  }
  /** Taps the next move as often as it stays the same action. */
  async whileIs(action: string, most = 30): Promise<number> {
    let n = 0
    for (; n < most; n++) {
      const before = await shownMove(this.browser)
      if (before.action !== action) break
      await this.go()
      await this.browser.until(
        async () => (await shownMove(this.browser)).told !== before.told,
        `nothing followed ${before.head}`,
      )
    }
    return n
  }
  /** Every bolt of the joint in hand, each tapped as it clicked. */
  async bolts(): Promise<void> {
    const pad = '[data-part=turn-pad][data-entry=tighten-bolt]'
    await this.browser.see(pad)
    while ((await this.browser.count(pad)) > 0) await this.tapTaken('[data-part=take-offered]', 'torqueNm')
  }
}
