import { DOUBLE_TAP_MS, MOVE_BUTTON, tell, type Browser } from './browser'

/** A finger on a tablet's glass: real touch events, no mouse and no keys. */
export class Finger {
  private constructor(private readonly browser: Browser) {}

  static async on(browser: Browser): Promise<Finger> {
    await tell(browser.driver, 'Emulation.setTouchEmulationEnabled', { enabled: true, maxTouchPoints: 1 })
    return new Finger(browser)
  }

  private send(type: 'touchStart' | 'touchMove' | 'touchEnd', touchPoints: object[]): Promise<void> {
    return tell(this.browser.driver, 'Input.dispatchTouchEvent', { type, touchPoints })
  }

  /** Taps the middle of what matches; what lies outside the screen is brought in first. */
  async tap(css: string, text?: string): Promise<void> {
    if (css === MOVE_BUTTON) return this.browser.byHand(() => this.tapOnce(css), DOUBLE_TAP_MS)
    return this.tapOnce(css, text)
  }

  private async tapOnce(css: string, text?: string): Promise<void> {
    await this.browser.until(
      async () => {
        const at = await this.browser.run<{ x: number; y: number } | null>(
          `const all = [...document.querySelectorAll(arguments[0])].filter(e => !e.disabled && (arguments[1] == null || e.textContent.trim() === arguments[1]));
         const e = all[0]; if (!e) return null; e.scrollIntoView({ block: 'nearest' }); const r = e.getBoundingClientRect();
         const x = r.x + r.width / 2, y = r.y + r.height / 2; const hit = document.elementFromPoint(x, y);
         return hit && (hit === e || e.contains(hit) || hit.contains(e)) ? { x, y } : null`,
          css,
          text ?? null,
        )
        if (!at) return false
        await this.send('touchStart', [at])
        await this.send('touchEnd', [])
        return true
      },
      `nothing can be tapped: ${css} ${text ?? ''}`,
    )
  }

  /** Draws from one spot of what matches to another, each in shares of its box, in a few moves. */
  async drag(css: string, from: readonly [number, number], to: readonly [number, number]): Promise<void> {
    const box = await this.browser.run<{ x: number; y: number; width: number; height: number }>(
      'return document.querySelector(arguments[0]).getBoundingClientRect().toJSON()',
      css,
    )
    const spot = (t: number) => [
      {
        x: box.x + box.width * (from[0] + (to[0] - from[0]) * t),
        y: box.y + box.height * (from[1] + (to[1] - from[1]) * t),
      },
    ]
    await this.send('touchStart', spot(0))
    for (const t of [0.25, 0.5, 0.75, 1]) {
      await this.send('touchMove', spot(t))
      // A finger takes its time: each move is painted before the next.
      await this.browser.run(
        'return new Promise((painted) => requestAnimationFrame(() => requestAnimationFrame(painted)))',
      )
    }
    await this.send('touchEnd', [])
  }

  /** Taps a spot of what matches, in shares of its box. */
  async tapAt(css: string, x: number, y: number): Promise<void> {
    const box = await this.browser.run<{ x: number; y: number; width: number; height: number }>(
      'return document.querySelector(arguments[0]).getBoundingClientRect().toJSON()',
      css,
    )
    const at = { x: box.x + box.width * x, y: box.y + box.height * y }
    await this.send('touchStart', [at])
    await this.send('touchEnd', [])
  }

  /** Taps a figure on the pad's own keys and takes it. */
  async figure(figure: string): Promise<void> {
    for (const key of figure) await this.tap('[data-part=keypad] button', key)
    await this.tap('[data-part=take]')
  }
}
